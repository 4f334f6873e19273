/** Conditions under which the same position is asked about. Pure: no React. */
import type { Choices, Place } from "../api/types";
import { disciplineOf } from "../words/disciplines";

export type Condition = {
  form: "usual" | "fresh" | "tired";
  opponent: "usual" | "stronger" | "weaker";
  ahead: number;
  company: "usual" | "opponent" | "nobody";
};
export const USUAL: Condition = { form: "usual", opponent: "usual", ahead: 0, company: "usual" };
type Named = { words: string; at: Condition };
const CONDITIONS: Named[] = [
  { words: "as usual", at: USUAL },
  { words: "fresh", at: { ...USUAL, form: "fresh" } },
  { words: "tired", at: { ...USUAL, form: "tired" } },
  { words: "the other stronger", at: { ...USUAL, opponent: "stronger" } },
  { words: "the other weaker", at: { ...USUAL, opponent: "weaker" } },
];
/** Points by which a frame of snooker or a game of straight pool is asked about otherwise. */
const POINTS = 20;
const SCORES: Named[] = [
  { words: `${POINTS} points better off`, at: { ...USUAL, ahead: POINTS } },
  { words: `${POINTS} points worse off`, at: { ...USUAL, ahead: -POINTS } },
];

/** Whether points decide, and not a last ball. */
export const scored = (discipline: string): boolean => disciplineOf(discipline).measure !== "chance";

/** The conditions of a game: where points decide, the score is one; with nobody against, the player's form. */
export const conditions = (discipline: string, against: boolean): Named[] => {
  if (!against) return CONDITIONS.filter(({ at }) => at.opponent === "usual");
  return scored(discipline) ? [...CONDITIONS, ...SCORES] : CONDITIONS;
};

/** Whether an answer changes no more: it is settled, or took too long. */
export const ended = (found: Choices | null): found is Choices =>
  found?.stage === "fine" || found?.stage === "stopped";

/** An option somebody asks about, as the server takes it; null: not said. */
export type Wish = {
  kind: string;
  ball: string | null;
  pocket: string | null;
  fullness: number | null;
  left: boolean | null;
  speed: number | null;
  side: number | null;
  height: number | null;
  elevation: number | null;
  rails: number | null;
  end: Place | null;
  cue: Place | null;
};

/** Asks for a place on the table, and hands it on once it is clicked; null: no more. */
export type AskPlace = (take: ((at: Place) => void) | null) => void;

export const emptyWish = (kind: string, ball: string | null): Wish => ({
  kind,
  ball,
  pocket: kind === "pot" ? "foot-left" : null,
  fullness: null,
  left: null,
  speed: null,
  side: null,
  height: null,
  elevation: null,
  rails: null,
  end: null,
  cue: null,
});
