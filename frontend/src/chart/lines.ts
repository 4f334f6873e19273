/** Lines of equal chance from a map's grid. */
import { contours } from "d3-contour";
import type { Chart, Place } from "../api/types";

export type Line = { level: number; parts: Place[][] };

/** Steps between lines that people count in. */
const STEPS = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20];
const MOST_LINES = 7;

export const highest = (chart: Chart): number => Math.max(...chart.values);

export function levels(chart: Chart): number[] {
  const top = highest(chart);
  const step = STEPS.find((one) => top / one <= MOST_LINES) ?? 0.2;
  const found = [];
  for (let k = 1; k * step < top; k++) found.push(k * step);
  return found;
}

/** The lines at these levels, in mm and in order of level; where a line would run along the edge of the grid it is left open. */
export function linesAt(chart: Chart, at: number[]): Line[] {
  const { columns, rows } = chart;
  const across = Array.from(
    { length: columns * rows },
    (_, k) => chart.values[(k % columns) * rows + Math.floor(k / columns)] ?? 0,
  );
  const place = ([u, v]: [number, number]): Place => [
    chart.left + (u - 0.5) * chart.step_x,
    chart.low + (v - 0.5) * chart.step_y,
  ];
  const onEdge = ([u, v]: [number, number]) =>
    u <= 0.5 || v <= 0.5 || u >= columns - 0.5 || v >= rows - 0.5;
  return contours()
    .size([columns, rows])
    .thresholds(at)(across)
    .map((found) => ({
      level: found.value,
      parts: found.coordinates
        .flat()
        .flatMap((ring) =>
          open(ring as [number, number][], onEdge).map((part) => rounded(rounded(part.map(place)))),
        ),
    }));
}

function open(ring: [number, number][], onEdge: (at: [number, number]) => boolean): [number, number][][] {
  const parts: [number, number][][] = [];
  let part: [number, number][] = [];
  for (const at of ring) {
    if (onEdge(at)) {
      if (part.length > 1) parts.push(part);
      part = [];
    } else part.push(at);
  }
  if (part.length > 1) parts.push(part);
  return parts;
}

/** Corners cut off, ends kept: the grid is coarser than what it stands for. */
function rounded(part: Place[]): Place[] {
  const between = part.slice(1).flatMap((b, k): Place[] => {
    const a = part[k] as Place;
    return [
      [0.75 * a[0] + 0.25 * b[0], 0.75 * a[1] + 0.25 * b[1]],
      [0.25 * a[0] + 0.75 * b[0], 0.25 * a[1] + 0.75 * b[1]],
    ];
  });
  return [part[0] as Place, ...between.slice(1, -1), part.at(-1) as Place];
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
