import { describe, expect, it } from "vitest";
import type { Place, TableView } from "../src/api/types";
import { beside } from "../src/table/beside";

const table = {
  length: 2540,
  width: 1270,
  ball_radius: 28.6,
  cue_ball_radius: 28.6,
} as unknown as TableView;

describe("a word beside a place", () => {
  it("stands above it where there is room", () => {
    expect(beside(table, [1000, 600], "key ball", 40, 50, {})).toEqual([1000, 670]);
  });
  it("goes below where a ball lies above, and off the rail at the top", () => {
    const balls = { "15": [1000, 660] as Place };
    expect(beside(table, [1000, 600], "key ball", 40, 50, balls)).toEqual([1000, 530]);
    expect(beside(table, [1000, 1240], "key ball", 40, 50, {})[1]).toBeLessThan(1240);
  });
  it("goes to the side between two balls, and takes what has most room where none is free", () => {
    const balls = { "1": [1000, 660] as Place, "2": [1000, 540] as Place };
    expect(beside(table, [1000, 600], "key ball", 40, 50, balls)[0]).toBeGreaterThan(1050);
    const all = { ...balls, "3": [1100, 600] as Place, "4": [940, 600] as Place };
    expect(beside(table, [1000, 600], "key ball", 40, 50, all)).toHaveLength(2);
  });
});
