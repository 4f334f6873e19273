import { describe, expect, it } from "vitest";
import type { Angle, Chart, Path, Place } from "../src/api/types";
import { drawn } from "../src/chart/drawn";
import { turnOf } from "../src/chart/ways";
import { emptyPlan } from "../src/rack/rackDoc";
import { chosenKind, clicked, dragged, goesBetween, target } from "../src/rack/targets";

const path = (...points: Place[]): Path => ({
  ball: "cue",
  points: points.map(([x, y], k) => [k, x, y]),
  rails: 0,
  falls: false,
});

describe("what is meant", () => {
  it("is drawn by clicks, each kind in its own way", () => {
    expect(clicked(target("unset"), [1, 2])).toMatchObject({ kind: "point", a: [1, 2], b: null });
    const one = clicked(target("either"), [1, 2]);
    expect(clicked(one, [3, 4])).toMatchObject({ kind: "either", a: [1, 2], b: [3, 4] });
    expect(clicked(clicked(one, [3, 4]), [5, 6])).toMatchObject({ a: [5, 6], b: null });
    expect(clicked(target("ball", { ball: "4" }), [1, 2])).toMatchObject({
      kind: "ball",
      ball: "4",
      a: [1, 2],
    });
    expect(clicked(target("route"), [1, 2])).toEqual(target("route"));
    expect(clicked(target("avoid"), [100, 100]).b).not.toBeNull();
    expect(clicked(target("line"), [1, 2]).kind).toBe("point");
  });
  it("is drawn by dragging where it has an extent", () => {
    expect(dragged(target("avoid"), [1, 2], [3, 4])).toMatchObject({ kind: "avoid", a: [1, 2], b: [3, 4] });
    expect(dragged(target("route"), [1, 2], [3, 4]).kind).toBe("route");
    expect(dragged(target("point"), [1, 2], [3, 4]).kind).toBe("window");
  });
  it("takes what the plan already says when its kind is chosen", () => {
    const plan = { ...emptyPlan(), ball: "3", next_ball: "4", target: target("point", { a: [9, 9] }) };
    expect(chosenKind("snooker", plan)).toMatchObject({ ball: "4", a: null });
    expect(chosenKind("side", plan).side).toBe("left");
    expect(chosenKind("either", plan).a).toEqual([9, 9]);
    expect(chosenKind("line", plan)).toEqual(target("line"));
  });
});

describe("a gap", () => {
  it("is gone through only between its two sides", () => {
    expect(goesBetween(path([0, 0], [10, 0]), [5, -1], [5, 1])).toBe(true);
    expect(goesBetween(path([0, 0], [10, 0]), [5, 1], [5, 3])).toBe(false);
    expect(goesBetween(path([0, 0], [4, 0], [4, 9]), [5, -1], [5, 1])).toBe(false);
  });
});

describe("what was meant, on the map", () => {
  /** Worth rises along the table from 0 to 1; the next shot's line runs along it at y 200. */
  const chart: Chart = {
    balls: [],
    left: 0,
    low: 0,
    step_x: 100,
    step_y: 100,
    columns: 11,
    rows: 5,
    values: Array.from({ length: 55 }, (_, k) => Math.floor(k / 5) / 10),
    errors: Array.from({ length: 55 }, () => 0),
    shots: Array.from({ length: 55 }, () => null),
    advised: [],
  };
  const angle = {
    line: [
      [800, 200],
      [300, 200],
    ],
    scratches: [],
  } as unknown as Angle;
  it("an open kind is worth its best place", () => {
    expect(drawn(chart, "chance", target("avoid", { a: [900, 200], b: [1500, 200] }), 0.1)).toMatchObject({
      where: "the best place outside the zone",
      high: expect.closeTo(0.3) as number,
    });
    expect(drawn(chart, "chance", target("line"), 0.1, angle)?.high).toBeCloseTo(0.8);
    expect(drawn(chart, "chance", target("line"), 0.1)).toBeNull();
    expect(drawn(chart, "chance", target("either", { a: [100, 0], b: [900, 0] }), 0.1)).toMatchObject({
      high: expect.closeTo(0.9) as number,
      verdict: "inside",
    });
  });
  it("a side is the one seen looking at the pocket", () => {
    const across: Chart = { ...chart, values: Array.from({ length: 55 }, (_, k) => (k % 5) / 4) };
    expect(drawn(across, "chance", target("side", { side: "left" }), 0.1, angle)?.high).toBeCloseTo(1);
    expect(drawn(across, "chance", target("side", { side: "right" }), 0.1, angle)?.high).toBeCloseTo(0.25);
  });
  it("a window has a better end", () => {
    const ends = (a: Place, b: Place) => drawn(chart, "chance", target("window", { a, b }), 0.1)?.rise;
    expect(ends([300, 200], [800, 200])).toBeCloseTo(0.5);
    expect(ends([800, 200], [300, 200])).toBeCloseTo(-0.5);
    expect(ends([500, 100], [500, 300])).toBeCloseTo(0);
  });
  it("a window that could be longer says by how much", () => {
    const flat: Chart = { ...chart, values: Array.from({ length: 55 }, () => 0.5) };
    const found = drawn(flat, "chance", target("window", { a: [400, 200], b: [500, 200] }), 0.1);
    expect(found?.verdict).toBe("inside");
    expect(found?.room).toBeGreaterThan(800);
    expect(found?.room).toBeLessThanOrEqual(900);
  });
});

it("picking goes round", () => {
  expect([turnOf(0, 3), turnOf(4, 3), turnOf(2, 0)]).toEqual([0, 1, 0]);
});
