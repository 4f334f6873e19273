import { describe, expect, it } from "vitest";
import type { Chart } from "../src/api/types";
import { drawn } from "../src/chart/drawn";
import { linesAt } from "../src/chart/contours";
import { labelAt, levels, readAt } from "../src/chart/lines";
import { amount, change, figure, spread } from "../src/parts/measure";

/** A grid of 6 × 4 nodes, 100 mm apart, worth more towards the right. */
const slope = (top: number): Chart => ({
  balls: ["9"],
  left: 50,
  low: 50,
  step_x: 100,
  step_y: 100,
  columns: 6,
  rows: 4,
  values: Array.from({ length: 24 }, (_, k) => (Math.floor(k / 4) / 5) * top),
  errors: Array.from({ length: 24 }, () => 0.02),
  shots: Array.from({ length: 24 }, (_, k) => (k < 4 ? null : 0)),
  advised: [{ ball: "9", pocket: "foot-left", speed: 1.8, side: 0, height: 0, pot: 0.7 }],
});

describe("lines of equal chance", () => {
  it("lie where the values are, and stay open at the edge", () => {
    const [line] = linesAt(slope(1), [0.5]);
    expect(line?.parts).toHaveLength(1);
    for (const [x, y] of line?.parts[0] ?? []) {
      expect(x).toBeCloseTo(300, 0);
      expect(y).toBeGreaterThan(50);
      expect(y).toBeLessThan(350);
    }
  });
  it("come in steps people count in", () => {
    expect(levels(slope(1)).map((one) => one.toFixed(1))).toEqual(["0.2", "0.4", "0.6", "0.8"]);
    expect(levels(slope(30))).toEqual([5, 10, 15, 20, 25]);
    expect(levels(slope(0.004))).toEqual([]);
  });
  it("carry their number away from the balls", () => {
    const line = {
      level: 0.5,
      parts: [Array.from({ length: 9 }, (_, k): [number, number] => [300, 50 + k * 30])],
    };
    expect(labelAt(line, [[300, 60]])).toEqual([300, 290]);
    expect(
      labelAt(
        {
          level: 0.5,
          parts: [
            [
              [0, 0],
              [1, 1],
            ],
          ],
        },
        [],
      ),
    ).toBeNull();
  });
});

describe("reading the map", () => {
  it("is bilinear between nodes and holds at the rails", () => {
    expect(readAt(slope(1), [100, 120]).value).toBeCloseTo(0.1);
    expect(readAt(slope(1), [-500, 900])).toMatchObject({ value: 0, shot: null });
    expect(readAt(slope(1), [550, 350]).value).toBeCloseTo(1);
  });
  it("tells a drawn place from the computed window", () => {
    const at = (a: [number, number], b: [number, number] | null) =>
      drawn(slope(1), "chance", { kind: b ? "window" : "point", a, b, side: null, ball: null }, 0.2);
    expect(at([550, 200], null)).toMatchObject({ verdict: "inside" });
    expect(at([60, 200], null)).toMatchObject({ verdict: "elsewhere" });
    expect(at([300, 200], [550, 200])).toMatchObject({ verdict: "partly" });
    expect(
      drawn(slope(1), "chance", { kind: "none", a: null, b: null, side: null, ball: null }, 0.2),
    ).toBeNull();
  });
});

describe("what a run is worth, in words", () => {
  it("has its unit, sign and error", () => {
    expect(amount("chance", 0.614)).toBe("61 %");
    expect(amount("points", 23.2)).toBe("23\u00a0points");
    expect(amount("balls", 6.14)).toBe("6.1\u00a0balls");
    expect(amount("points", null)).toBe("not analysed");
    expect([change("chance", -0.124), change("points", 2.04), change("chance", 0.001)]).toEqual([
      "−12",
      "+2.0",
      "0",
    ]);
    expect([figure("chance", 0.4), figure("balls", 2.5)]).toEqual(["40", "2.5"]);
    expect([spread("chance", 0.021), spread("chance", 0.001), spread("points", null)]).toEqual([
      "±2",
      "",
      "",
    ]);
  });
});
