/** What a map of the chance to win says of the kinds of stroke; no drawing. */
import type { Place, WinChart } from "../api/types";

export const KINDS = ["pot", "bank", "safety"] as const;
export type Kind = (typeof KINDS)[number];
/** Chance by which the map is off from racks played out: lines closer than that would be lines of noise. */
export const OFF = 0.05;
/** What the best place for a kind is called on the table. */
export const PLAY: Record<Kind, string> = { pot: "pot", bank: "bank", safety: "play safe" };

const at = (chart: WinChart, kind: Kind, node: number): number | null => chart.kinds[kind]?.[node] ?? null;

const placeOf = (chart: WinChart, node: number): Place => [
  chart.left + Math.floor(node / chart.rows) * chart.step_x,
  chart.low + (node % chart.rows) * chart.step_y,
];

/** What each kind of stroke is worth at the node nearest to a place, the best first; none that was not found. */
export function strokesAt(chart: WinChart, [x, y]: Place): { kind: Kind; value: number }[] {
  const { columns, rows } = chart;
  const i = Math.min(Math.max(Math.round((x - chart.left) / chart.step_x), 0), columns - 1);
  const j = Math.min(Math.max(Math.round((y - chart.low) / chart.step_y), 0), rows - 1);
  return KINDS.map((kind) => ({ kind, value: at(chart, kind, i * rows + j) }))
    .filter((one): one is { kind: Kind; value: number } => one.value !== null)
    .sort((a, b) => b.value - a.value);
}

/** For each kind of stroke that is the best one somewhere: the place where it is worth most. */
export function bestPlaces(chart: WinChart): { kind: Kind; place: Place; value: number }[] {
  return KINDS.flatMap((kind) => {
    let best = -1;
    chart.values.forEach((_, node) => {
      const own = at(chart, kind, node);
      const first = own !== null && KINDS.every((other) => (at(chart, other, node) ?? -1) <= own);
      if (first && own > (best < 0 ? -1 : (at(chart, kind, best) ?? -1))) best = node;
    });
    const value = best < 0 ? null : at(chart, kind, best);
    return value === null ? [] : [{ kind, place: placeOf(chart, best), value }];
  });
}
