/** What a map's grid says at a place, and which lines of equal chance are drawn. */
import type { Chart, Place } from "../api/types";
import type { Measure } from "../parts/measure";

export type Line = { level: number; parts: Place[][] };

/** Steps between lines that people count in. */
const STEPS = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20];
const MOST_LINES = 7;

export const highest = (chart: Chart): number => Math.max(...chart.values);

/** The least a place inside the window is worth: so many points of chance less than the best, but half of it at least; else that share of it. */
export const windowFrom = (measure: Measure, best: number, loss: number): number =>
  measure === "chance" || measure === "win" ? Math.max(best - loss, best * 0.5) : best * (1 - loss);

/** Levels of the lines; `least`: the smallest step between two, where less would say more than is known. */
export function levels(chart: Chart, least = 0): number[] {
  const top = highest(chart);
  const low = Math.min(...chart.values);
  const step = STEPS.find((one) => one >= least && (top - low) / one <= MOST_LINES) ?? 0.2;
  const found = [];
  for (let k = Math.max(1, Math.floor(low / step)); k * step < top; k++) found.push(k * step);
  return found;
}

/** Where a line's number is best read: the point of its longest part farthest from what must stay free. */
export function labelAt(line: Line, free: Place[]): Place | null {
  const longest = [...line.parts].sort((a, b) => b.length - a.length)[0];
  if (!longest || longest.length < 6) return null;
  const room = ([x, y]: Place) => Math.min(...free.map(([a, b]) => Math.hypot(x - a, y - b)), 400);
  return [...longest].sort((a, b) => room(b) - room(a))[0] ?? null;
}

/** The value between the nodes at a place, and the number of the shot chosen at the nearest node. */
export function readAt(chart: Chart, [x, y]: Place): { value: number; error: number; shot: number | null } {
  const { columns, rows } = chart;
  const u = Math.min(Math.max((x - chart.left) / chart.step_x, 0), columns - 1.000001);
  const v = Math.min(Math.max((y - chart.low) / chart.step_y, 0), rows - 1.000001);
  const [i, j] = [Math.floor(u), Math.floor(v)];
  const at = (a: number, b: number) => chart.values[a * rows + b] ?? 0;
  const low = at(i, j) * (1 - (u - i)) + at(i + 1, j) * (u - i);
  const high = at(i, j + 1) * (1 - (u - i)) + at(i + 1, j + 1) * (u - i);
  const near = Math.round(u) * rows + Math.round(v);
  return {
    value: low * (1 - (v - j)) + high * (v - j),
    error: chart.errors[near] ?? 0,
    shot: chart.shots[near] ?? null,
  };
}
