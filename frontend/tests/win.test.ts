import { describe, expect, it } from "vitest";
import type { WinChart } from "../src/api/types";
import { levels } from "../src/chart/lines";
import { bestPlaces, strokesAt } from "../src/chart/win";

/** A grid of 3 × 2 nodes, 100 mm apart: a pot on the left, a safety on the right, a bank nowhere. */
const chart = (pot: (number | null)[], safety: (number | null)[]): WinChart => ({
  balls: ["9"],
  left: 50,
  low: 50,
  step_x: 100,
  step_y: 100,
  columns: 3,
  rows: 2,
  values: pot.map((one, k) => Math.max(one ?? 0, safety[k] ?? 0)),
  errors: pot.map(() => 0.05),
  shots: pot.map(() => null),
  advised: [],
  kinds: { pot, bank: pot.map(() => null), safety },
  done: 1,
});
const two = chart([0.7, 0.6, 0.5, 0.4, null, null], [0.5, 0.5, 0.5, 0.5, 0.55, 0.6]);

describe("a map of the chance to win", () => {
  it("says what every kind of stroke is worth from a place, the best first", () => {
    expect(strokesAt(two, [60, 140])).toEqual([
      { kind: "pot", value: 0.6 },
      { kind: "safety", value: 0.5 },
    ]);
    expect(strokesAt(two, [900, 900])).toEqual([{ kind: "safety", value: 0.6 }]);
  });
  it("names the best place of each kind that is the best stroke somewhere", () => {
    expect(bestPlaces(two)).toEqual([
      { kind: "pot", place: [50, 50], value: 0.7 },
      { kind: "safety", place: [250, 150], value: 0.6 },
    ]);
    const never = chart([0.7, 0.7, 0.7, 0.7, 0.7, 0.7], [0.5, 0.5, 0.5, 0.5, 0.5, 0.5]);
    expect(bestPlaces(never).map((one) => one.kind)).toEqual(["pot"]);
  });
  it("draws no lines closer than the map is true", () => {
    expect(
      levels(chart([0.62, 0.63, 0.64, 0.65, 0.66, 0.67], []), 0.05).map((one) => one.toFixed(2)),
    ).toEqual(["0.60", "0.65"]);
  });
});
