/** What a reviewer meant, against the map: what it is worth, and how it lies to the computed window. */
import type { Angle, Chart, Place, Target } from "../api/types";
import { highest, readAt, windowFrom } from "./lines";
import type { Measure } from "../parts/measure";

const ALONG = 25;
/** Share of the drawn window that may lie outside the computed one before it is called too long. */
const MOSTLY = 0.8;
const SOME = 0.05;
/** mm: steps in which room beyond a drawn window is looked for, and the most of it. */
const STEP = 20;
const MOST_ROOM = 1000;
/** mm of the next shot's line that count. */
const REACH = 900;

/** `rise`: how much more the far end of a window is worth than its near one. `where`: the words for the best place of a kind that names no one place; `room`: mm the window could be longer. */
export type Drawn = {
  low: number;
  high: number;
  mean: number;
  verdict: "inside" | "partly" | "elsewhere";
  where: string;
  room: number;
  rise: number;
};

export function drawn(
  chart: Chart,
  measure: Measure,
  target: Target,
  loss: number,
  angle: Angle | null = null,
): Drawn | null {
  const found = places(chart, target, angle);
  if (!found?.places.length) return null;
  const values = found.places.map((at) => readAt(chart, at).value);
  const least = windowFrom(measure, highest(chart), loss);
  const high = Math.max(...values);
  const inside = found.where
    ? Number(high >= least)
    : values.filter((value) => value >= least).length / values.length;
  const verdict = inside >= MOSTLY ? "inside" : inside > SOME ? "partly" : "elsewhere";
  return {
    low: found.where ? high : Math.min(...values),
    high,
    mean: found.where ? high : values.reduce((sum, one) => sum + one, 0) / values.length,
    verdict,
    where: found.where,
    room: verdict === "inside" ? room(chart, target, least) : 0,
    rise: target.kind === "window" ? (values.at(-1) ?? 0) - (values[0] ?? 0) : 0,
  };
}

/** The places that would do. */
function places(
  chart: Chart,
  { kind, a, b, side }: Target,
  angle: Angle | null,
): { places: Place[]; where: string } | null {
  if (kind === "point" && a) return { places: [a], where: "" };
  if (kind === "window" && a && b)
    return { places: Array.from({ length: ALONG }, (_, k) => between(a, b, k / (ALONG - 1))), where: "" };
  if (kind === "either" && a) return { places: b ? [a, b] : [a], where: "the better of the two places" };
  if (kind === "avoid" && a && b) {
    const size = Math.hypot(a[0] - b[0], a[1] - b[1]);
    return {
      places: nodes(chart).filter((at) => Math.hypot(at[0] - a[0], at[1] - a[1]) >= size),
      where: "the best place outside the zone",
    };
  }
  if (!angle || (kind !== "line" && kind !== "side")) return null;
  const [ghost, back] = angle.line as [Place, Place];
  const long = Math.hypot(back[0] - ghost[0], back[1] - ghost[1]) || 1;
  const way: Place = [(back[0] - ghost[0]) / long, (back[1] - ghost[1]) / long];
  if (kind === "line") {
    const along = Array.from({ length: ALONG }, (_, k): Place => [
      ghost[0] + (way[0] * (REACH * k)) / ALONG,
      ghost[1] + (way[1] * (REACH * k)) / ALONG,
    ]);
    return { places: along.filter((at) => onGrid(chart, at)), where: "the best place on the line" };
  }
  // Against the way back from the pocket, so that left of the line lies on the right hand.
  const turn = ([x, y]: Place) => way[0] * (y - ghost[1]) - way[1] * (x - ghost[0]);
  return {
    places: nodes(chart).filter((at) => (side === "left" ? turn(at) < 0 : turn(at) > 0)),
    where: "the best place on that side",
  };
}

const between = (a: Place, b: Place, share: number): Place => [
  a[0] + (b[0] - a[0]) * share,
  a[1] + (b[1] - a[1]) * share,
];

const nodes = (chart: Chart): Place[] =>
  Array.from({ length: chart.columns * chart.rows }, (_, k): Place => [
    chart.left + Math.floor(k / chart.rows) * chart.step_x,
    chart.low + (k % chart.rows) * chart.step_y,
  ]);

const onGrid = (chart: Chart, [x, y]: Place): boolean =>
  x >= chart.left &&
  y >= chart.low &&
  x <= chart.left + (chart.columns - 1) * chart.step_x &&
  y <= chart.low + (chart.rows - 1) * chart.step_y;

/** mm by which a window could be longer, at both its ends together. */
function room(chart: Chart, { kind, a, b }: Target, least: number): number {
  if (kind !== "window" || !a || !b) return 0;
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const way: Place = [(b[0] - a[0]) / long, (b[1] - a[1]) / long];
  const beyond = (from: Place, sign: number): number => {
    let far = 0;
    for (; far < MOST_ROOM; far += STEP) {
      const at: Place = [from[0] + sign * way[0] * (far + STEP), from[1] + sign * way[1] * (far + STEP)];
      if (!onGrid(chart, at) || readAt(chart, at).value < least) break;
    }
    return far;
  };
  return beyond(a, -1) + beyond(b, 1);
}
