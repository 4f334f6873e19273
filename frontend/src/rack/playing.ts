/** Playing a strike on the table: which paths, how fast, since when. */
import { create } from "zustand";
import type { Path } from "../api/types";

export type Playing = { paths: Path[]; seconds: number; rate: number; started: number };

/** What could be played now, put there by the desk; and what is being played. */
type State = { offered: { paths: Path[]; seconds: number } | null; playing: Playing | null };

export const usePlaying = create<State>()(() => ({ offered: null, playing: null }));

export const SLOW = 0.2;

/** Plays the offered strike; the same again at the same speed stops it. */
export function play(rate: number): void {
  const { offered, playing } = usePlaying.getState();
  if (playing && playing.rate === rate) return stop();
  if (!offered) return;
  usePlaying.setState({ playing: { ...offered, rate, started: performance.now() } });
}

export function stop(): void {
  usePlaying.setState({ playing: null });
}

/** Seconds of the shot's own time that have passed. */
export const elapsed = (playing: Playing, now: number): number =>
  ((now - playing.started) / 1000) * playing.rate;
