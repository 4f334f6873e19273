/** Which map lies on the table, and how much may be lost inside the window; kept for this browser. */
import { create } from "zustand";

/** `next`: where the cue ball should go; `here`: what it would be worth elsewhere now; `order`: the proposed plan. */
export type View = "off" | "next" | "here" | "order";
export const LOSSES = [0.05, 0.1, 0.2];

const VIEW = "aretane.map";
const LOSS = "aretane.map.loss";
const kept = localStorage.getItem(VIEW);

export const useChart = create<{ view: View; loss: number }>(() => ({
  view: kept === "next" || kept === "here" || kept === "order" ? kept : "off",
  loss: LOSSES.find((one) => String(one) === localStorage.getItem(LOSS)) ?? 0.1,
}));

export function show(view: View): void {
  localStorage.setItem(VIEW, view);
  useChart.setState({ view });
}

export function allow(loss: number): void {
  localStorage.setItem(LOSS, String(loss));
  useChart.setState({ loss });
}

export const nextView = (): void => show(({ off: "next", next: "here", here: "order", order: "off" } as const)[useChart.getState().view]);

export function nextLoss(): void {
  allow(LOSSES[(LOSSES.indexOf(useChart.getState().loss) + 1) % LOSSES.length] ?? 0.1);
}
