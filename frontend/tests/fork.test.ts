import { describe, expect, it } from "vitest";
import type { Option } from "../src/api/types";
import { FULL, thick, twigs } from "../src/choices/fork";

const option = (
  made: number,
  hit: number | null,
  missed: number,
  miss: number | null,
  foul = 0,
  lost: number | null = null,
): Option =>
  ({
    made: { share: made, equity: hit },
    missed: { share: missed, equity: miss },
    foul: { share: foul, equity: lost },
  }) as Option;

describe("the fork", () => {
  it("makes a branch as thick as the racks it wins, and its twigs together as thick as the branch", () => {
    const found = twigs(option(0.6, 0.8, 0.3, 0.4, 0.1, 0.2));
    const value = 0.6 * 0.8 + 0.3 * 0.4 + 0.1 * 0.2;
    expect(found.reduce((sum, twig) => sum + twig.width, 0)).toBeCloseTo(thick(value));
    expect(thick(1)).toBe(FULL);
  });
  it("lays the twigs side by side without a gap where they leave the branch", () => {
    const [one, two] = twigs(option(0.5, 0.9, 0.5, 0.3));
    expect((one?.from ?? 0) + (one?.width ?? 0) / 2).toBeCloseTo((two?.from ?? 0) - (two?.width ?? 0) / 2);
  });
  it("leaves out what never comes", () => {
    expect(twigs(option(0, null, 1, 0.4)).map((twig) => twig.name)).toEqual(["missed"]);
    expect(twigs(option(0.7, 0.8, 0.297, 0.4, 0.003, 0.1)).map((twig) => twig.name)).toEqual([
      "made",
      "missed",
    ]);
  });
  it("calls what is not made not, and legal where nothing is", () => {
    expect(twigs(option(0.1, 0.8, 0.9, 0.4)).map((twig) => twig.word)).toEqual(["made", "not"]);
    expect(twigs(option(0, null, 0.9, 0.4, 0.1, 0.1)).map((twig) => twig.word)).toEqual(["legal", "foul"]);
  });
  it("keeps the ends of the twigs apart, so that their words do not run into each other", () => {
    const ends = twigs(option(0.4, 0.8, 0.4, 0.4, 0.2, 0.2)).map((twig) => twig.to);
    expect(Math.min(...ends.slice(1).map((end, k) => end - (ends[k] ?? 0)))).toBeGreaterThan(18);
  });
});
