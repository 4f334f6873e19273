/** What a run or a place is worth, in words: a chance to run out or to win, points of the visit, or balls of the run. */
import { chance } from "../units/units";

export type Measure = "chance" | "win" | "points" | "balls";

const isChance = (measure: Measure): boolean => measure === "chance" || measure === "win";

export const measureOf = (text: string): Measure =>
  text === "points" || text === "balls" || text === "win" ? text : "chance";

/** "61 %", "23 points", "6.1 balls". */
export function amount(measure: Measure, value: number | null): string {
  if (isChance(measure)) return chance(value);
  if (value === null) return "not analysed";
  return `${value.toFixed(measure === "points" && value >= 10 ? 0 : 1)}\u00a0${measure}`;
}

/** The same without its unit, for a line's label. */
export const figure = (measure: Measure, value: number): string =>
  isChance(measure) ? (value * 100).toFixed(0) : String(Number(value.toFixed(1)));

/** What follows the amount in a sentence. */
export const PURPOSE: Record<Measure, string> = {
  chance: "to run out",
  win: "to win",
  points: "to come in this visit",
  balls: "to come in this run",
};

/** What its lines are. */
export const LINES: Record<Measure, string> = {
  chance:
    "lines of equal chance to run out, in %; heavy: the window; dots: dead, under a tenth of the best",
  win: "lines of equal chance to win, in %; heavy: the window; rings: the best place for a pot, a bank, a safety",
  points: "lines of equal points to come; heavy: the window; dots: dead, under a tenth of the best",
  balls: "lines of equal balls to come; heavy: the window; dots: dead, under a tenth of the best",
};

/** How far off: "±2" in the unit of the amount. */
export function spread(measure: Measure, error: number | null): string {
  if (error === null) return "";
  const shown = isChance(measure) ? (error * 100).toFixed(0) : error.toFixed(1);
  return Number(shown) > 0 ? `±${shown}` : "";
}

/** "+3" or "−12": a change, always with its sign; points of chance, or the unit itself. */
export function change(measure: Measure, value: number): string {
  const shown = isChance(measure) ? Math.abs(value * 100).toFixed(0) : Math.abs(value).toFixed(1);
  return Number(shown) === 0 ? "0" : `${value > 0 ? "+" : "−"}${shown}`;
}

export const CHANGED: Record<Measure, string> = {
  chance: "points of chance",
  win: "points of chance",
  points: "points",
  balls: "balls",
};
