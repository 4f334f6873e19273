/** The place a reviewer drew, against the map: what it is worth, and how it lies to the computed window. */
import type { Chart, Place, Target } from "../api/types";
import { windowFrom } from "./ChartMarks";
import { highest, readAt } from "./lines";
import type { Measure } from "./measure";

const ALONG = 25;
/** Share of the drawn window that may lie outside the computed one before it is called too long. */
const MOSTLY = 0.8;
const SOME = 0.05;

export type Drawn = { low: number; high: number; mean: number; verdict: "inside" | "partly" | "elsewhere" };

export function drawn(chart: Chart, measure: Measure, target: Target, loss: number): Drawn | null {
  if (!target.a) return null;
  const [a, b] = [target.a, target.b ?? target.a];
  const steps = target.b ? ALONG : 1;
  const places = Array.from({ length: steps }, (_, k): Place => {
    const share = steps === 1 ? 0 : k / (steps - 1);
    return [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share];
  });
  const values = places.map((at) => readAt(chart, at).value);
  const least = windowFrom(measure, highest(chart), loss);
  const inside = values.filter((value) => value >= least).length / steps;
  return {
    low: Math.min(...values), high: Math.max(...values), mean: values.reduce((sum, one) => sum + one, 0) / steps,
    verdict: inside >= MOSTLY ? "inside" : inside > SOME ? "partly" : "elsewhere",
  };
}
