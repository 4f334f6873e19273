/** The recording's player: what is loaded, where it stands, how it plays. The videos themselves live in Player. */
import { create } from "zustand";
import type { Part, Spot } from "./clock";

export const RATES = [1, 0.5, 0.25, 0.125] as const;
export const RATE_WORDS: Record<number, string> = { 1: "1", 0.5: "1/2", 0.25: "1/4", 0.125: "1/8" };

type PlayerState = {
  recording: number;
  parts: Part[];
  /** The frame that is on the screen. */
  at: Spot | null;
  /** The shot that the picture went along to last. */
  along: string;
  playing: boolean;
  rate: number;
  looping: boolean;
  /** The picture is the large thing and the table the small one. */
  swapped: boolean;
  shown: boolean;
  problem: string;
};

const SHOWN = "aretane.player";

export const usePlayer = create<PlayerState>()(() => ({
  recording: 0,
  parts: [],
  at: null,
  along: "",
  playing: false,
  rate: 1,
  looping: false,
  swapped: false,
  shown: localStorage.getItem(SHOWN) !== "no",
  problem: "",
}));

export function setShown(shown: boolean): void {
  localStorage.setItem(SHOWN, shown ? "yes" : "no");
  usePlayer.setState({ shown, swapped: false });
}

/** Whether the desk has a picture to work with. */
export const hasPicture = (): boolean => usePlayer.getState().parts.length > 0;
