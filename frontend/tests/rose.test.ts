import { describe, expect, it } from "vitest";
import { drawn, HALF, placed, reach, rings } from "../src/numbers/rose";
import { rowsOf } from "../src/sheet/rows";
import type { Sheet } from "../src/api/types";

describe("a rose", () => {
  it("reaches so far that nine of ten misses are inside, in hands", () => {
    const misses = Array.from({ length: 20 }, (_, k) => ({ along: 15 * k, across: 0 }));
    expect(reach(misses)).toBe(300);
    expect(reach([])).toBe(100);
  });

  it("has few rings", () => {
    expect(rings(100)).toEqual([100]);
    expect(rings(300)).toEqual([100, 200, 300]);
    expect(rings(900).length).toBeLessThanOrEqual(4);
  });

  it("has long up and left at the left, and what is beyond it on its edge", () => {
    const long = placed({ along: 100, across: 0 }, 200);
    expect(long.y).toBeLessThan(0);
    expect(long.x).toBeCloseTo(0);
    expect(placed({ along: 0, across: 100 }, 200).x).toBeLessThan(0);
    const far = placed({ along: -4000, across: 0 }, 200);
    expect(far.outside).toBe(true);
    expect(far.y).toBeLessThanOrEqual(HALF);
    expect(drawn(100, 200)).toBeCloseTo(-long.y);
  });
});

describe("the rows of a sheet", () => {
  const share = (k: number, n: number) => ({
    k,
    n,
    value: n ? k / n : null,
    low: n ? 0.1 : null,
    high: n ? 0.9 : null,
  });
  const breaks = (kind: string, n: number, balls: number) => ({
    kind,
    words: kind || "All",
    n,
    balls,
    dry: 0,
    wet: share(1, n),
    legal: share(n, n),
    kept: share(1, n),
    scratched: 0,
    open_after: share(0, 0),
    won: share(1, n),
  });
  const player = (id: string, ways: { code: string; words: string; n: number }[]) => ({
    player: { id, name: id, level: "regular", hand: null },
    breaks: [breaks("", 2, 3), breaks("left", 1, 2), breaks("right", 1, 1)],
    won: 1,
    ways,
    gave: [],
    first_chances: share(0, 0),
    visits: 4,
    balls: 6,
    points: null,
    best_run: 3,
    fouls: 0,
    scratches: 1,
    scratches_with_ball: 0,
    pots: share(3, 4),
    safeties: share(0, 0),
    seconds: null,
    waited: 9.25,
  });
  const sheet = (points: boolean) =>
    ({
      title: "",
      discipline: "nine-ball",
      points,
      lead_in_points: false,
      players: [player("a", [{ code: "x", words: "On the break", n: 1 }]), player("b", [])],
      racks: [],
      key_moments: 0,
    }) as unknown as Sheet;
  const cells = (words: string, points = false) =>
    rowsOf(sheet(points))
      .flatMap((group) => group.rows)
      .find((row) => row.words === words)
      ?.cells.map((cell) => cell.value);

  it("have a cell a player, and say where nothing is known", () => {
    expect(cells("On the break")).toEqual(["1", "0"]);
    expect(cells("Balls a break")).toEqual(["1.50", "1.50"]);
    expect(cells("left: balls a break")).toEqual(["2.00", "2.00"]);
    expect(cells("First chances taken")).toEqual(["none yet", "none yet"]);
    expect(cells("Time a shot")).toEqual(["not marked", "not marked"]);
    expect(cells("Time before a shot")).toEqual(["9.3 s", "9.3 s"]);
    expect(cells("A visit, balls")).toEqual(["1.50", "1.50"]);
  });

  it("say nothing of balls where a break is not meant to pot any", () => {
    expect(cells("Balls a break", true)).toBeUndefined();
    expect(cells("Breaks", true)).toEqual(["2", "2"]);
  });
});
