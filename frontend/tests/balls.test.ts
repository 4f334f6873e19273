import { describe, expect, it } from "vitest";
import type { Review, TableView } from "../src/api/types";
import { ballsOf, pairsOf } from "../src/parts/ballText";
import { standing } from "../src/desk/Standing";
import { ballForKey, ballMark, ballName, rank, theBall } from "../src/table/colours";
import { mirrored, readLayout, turned, writeLayout } from "../src/table/layoutText";

const SNOOKER = ["r1", "r2", "r3", "yellow", "green", "brown", "blue", "pink", "black"];
const ENGLISH = ["r1", "r2", "y1", "y2", "black"];
const table = {
  length: 2540,
  width: 1270,
  ball_radius: 28.575,
  cue_ball_radius: 28.575,
  diamond: 317.5,
  head_string: 635,
  foot_spot: [1905, 635],
  pockets: [],
  d_radius: null,
  spots: [],
} as unknown as TableView;

describe("number keys", () => {
  it("mean the number in pool and the points in snooker", () => {
    expect(ballForKey(8, ["7", "8"], null)).toBe("8");
    expect(ballForKey(12, ["12", "8"], null)).toBe("12");
    expect(ballForKey(5, SNOOKER, null)).toBe("blue");
    expect(ballForKey(7, SNOOKER, null)).toBe("black");
    expect(ballForKey(9, SNOOKER, null)).toBeNull();
  });
  it("go through the reds and the yellows one after another", () => {
    expect(ballForKey(1, SNOOKER, null)).toBe("r1");
    expect(ballForKey(1, SNOOKER, "r1")).toBe("r2");
    expect(ballForKey(1, SNOOKER, "r3")).toBe("r1");
    expect(ballForKey(2, ENGLISH, "y1")).toBe("y2");
    expect(ballForKey(8, ENGLISH, null)).toBe("black");
  });
});

describe("names of balls", () => {
  it("are those of the game", () => {
    expect(["cue", "4", "r3", "y2", "blue"].map(ballName)).toEqual([
      "cue ball",
      "4 ball",
      "red 3",
      "yellow 2",
      "blue",
    ]);
    expect(["4", "r3", "blue"].map(theBall)).toEqual(["the 4", "red 3", "the blue"]);
    expect(["4", "r3", "pink", "black"].map(ballMark)).toEqual(["4", "", "6", ""]);
    expect(["black", "y1", "r2", "10", "cue"].sort((a, b) => rank(a) - rank(b))).toEqual([
      "cue",
      "10",
      "r2",
      "y1",
      "black",
    ]);
  });
});

describe("balls typed in their order", () => {
  it("are read with spaces, commas or dashes, and the first that is none is named", () => {
    expect(ballsOf("3 5, 7-8 3", ["3", "5", "7", "8"])).toEqual({ balls: ["3", "5", "7", "8"], fault: "" });
    expect(ballsOf("r1 blue", ["r1", "blue"]).balls).toEqual(["r1", "blue"]);
    expect(ballsOf("3 9", ["3"])).toEqual({
      balls: ["3"],
      fault: "“9” is no ball on the table; write for example 3",
    });
  });
});

describe("combinations typed in pairs", () => {
  it("are the ball hit first and the one potted, and what is none is named", () => {
    expect(pairsOf("4 7, 5-3", ["3", "4", "5", "7"])).toEqual({
      pairs: [
        ["4", "7"],
        ["5", "3"],
      ],
      fault: "",
    });
    expect(pairsOf("", ["3"])).toEqual({ pairs: [], fault: "" });
    expect(pairsOf("4 7 3", ["3", "4", "7"]).fault).toMatch(/“4 7 3” is no combination/);
    expect(pairsOf("4", ["4"]).fault).toMatch(/no combination/);
    expect(pairsOf("4 9", ["4"]).fault).toMatch(/“9” is no ball on the table/);
  });
});

describe("layouts as text", () => {
  it("come back as they were written", () => {
    const places = { cue: [635, 635], "4": [1270, 300.5] } as const;
    const text = writeLayout({ cue: [...places.cue], "4": [...places["4"]] });
    expect(text).toBe("cue 635.0 635.0\n4 1270.0 300.5");
    expect(readLayout(text, table, ["4"])).toEqual({ places, faults: [], rescaled: false });
  });
  it("is rescaled where its text names a table of another size", () => {
    const text = `table ${table.length / 2} ${table.width / 2}\ncue 300 200\n4 2d 2d`;
    const read = readLayout(text, table, ["4"]);
    expect(read.rescaled).toBe(true);
    expect(read.places.cue).toEqual([600, 400]);
    expect(read.places["4"]).toEqual([2 * table.diamond, 2 * table.diamond]);
  });

  it("take diamonds, and name every line that cannot be read", () => {
    const read = readLayout("cue 2d 2d\nx 1 2\n4 far away\n4 9000 3\n4 640 640\n4 1000 300\n4 1 2", table, [
      "4",
    ]);
    expect(read.places).toEqual({ cue: [635, 635], "4": [1000, 300] });
    expect(read.faults.map((fault) => fault.slice(0, 7))).toEqual([
      "line 2:",
      "line 3:",
      "line 4:",
      "line 5:",
      "line 7:",
    ]);
    expect(read.faults[3]).toContain("overlaps the cue ball");
  });
  it("are mirrored and turned", () => {
    expect(mirrored({ cue: [100, 200] }, table)).toEqual({ cue: [100, 1070] });
    expect(turned({ cue: [100, 200] }, table)).toEqual({ cue: [2440, 1070] });
  });
});

describe("how the rack stands", () => {
  const review = (change: Partial<Review>) =>
    ({
      scores: {},
      groups: {},
      balls_on: [],
      run: 0,
      ball_in_hand: false,
      behind_line: false,
      free: false,
      left: null,
      snookers: {},
      touching: [],
      ...change,
    }) as Review;
  const name = (id: string) => ({ "1": "Ann Bell", "2": "Bea Cole" })[id] ?? id;
  it("says points, run, groups and what is on", () => {
    expect(
      standing(review({ scores: { "1": 24, "2": 7 }, run: 16, balls_on: ["r1", "r2"] }), name, true),
    ).toEqual(["Ann 24 – Bea 7", "run of 16", "on: a red"]);
    expect(
      standing(review({ groups: { "1": "solids", "2": "stripes" }, balls_on: ["8"] }), name, false),
    ).toEqual(["Ann solids", "Bea stripes", "on: the 8"]);
    expect(
      standing(review({ left: 13, snookers: { "1": 3, "2": 0 }, touching: ["pink"] }), name, true),
    ).toEqual(["13 left", "Ann needs 3 snookers", "the pink touches the cue ball: play away"]);
    expect(standing(review({ ball_in_hand: true, behind_line: true }), name, false)).toEqual([
      "in hand behind the line",
    ]);
  });
});
