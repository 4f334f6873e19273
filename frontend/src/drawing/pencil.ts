/** The pencil in hand: nothing, lines or zones; and whether drawings are shown. */
import { create } from "zustand";

export type Pencil = "line" | "zone" | null;

export const usePencil = create<{ pencil: Pencil; hidden: boolean }>()(() => ({
  pencil: null,
  hidden: false,
}));

/** Takes the pencil, or puts it down when it was in hand. Taking it shows what was hidden. */
export function takePencil(kind: "line" | "zone"): void {
  usePencil.setState((s) => (s.pencil === kind ? { pencil: null } : { pencil: kind, hidden: false }));
}

export const putDown = () => usePencil.setState({ pencil: null });
export const switchHidden = () => usePencil.setState((s) => ({ hidden: !s.hidden, pencil: null }));
