import { describe, expect, it } from "vitest";
import type { Path } from "../src/api/types";
import { fallen, pathLength, placeAt } from "../src/table/paths";

const points: Path["points"] = [
  [0, 100, 200],
  [1, 300, 200],
  [3, 300, 600],
];
const path: Path = { ball: "1", points, rails: 0, falls: true };

describe("paths in time", () => {
  it("goes straight between its points", () => {
    expect(placeAt(points, 0.5)).toEqual([200, 200]);
    expect(placeAt(points, 2)).toEqual([300, 400]);
  });
  it("stays at its ends before and after", () => {
    expect(placeAt(points, -1)).toEqual([100, 200]);
    expect(placeAt(points, 9)).toEqual([300, 600]);
    expect(placeAt([], 1)).toEqual([0, 0]);
  });
  it("adds up to its length", () => expect(pathLength(points)).toBeCloseTo(600));
  it("falls only at its end", () => {
    expect(fallen(path, 2.9)).toBe(false);
    expect(fallen(path, 3)).toBe(true);
    expect(fallen({ ...path, falls: false }, 9)).toBe(false);
  });
});
