import { describe, expect, it } from "vitest";
import {
  askedFor,
  bandWords,
  conditionsOf,
  definition,
  grouped,
  heldWords,
  questionOf,
  rounded,
  rowsOf,
  valueWords,
} from "../src/numbers/question";
import type { Asked, Catalog, Held, Split } from "../src/api/types";

const MM = { length: "mm", speed: "kmh" } as const;
const INCH = { length: "in", speed: "mph" } as const;
const split = (unit: string, bands: Split["bands"]): Split => ({
  code: "x",
  words: "x",
  group: "Pot",
  unit,
  several: false,
  bands,
});
const band = (code: string, low: number | null, high: number | null, words = "") => ({
  code,
  words,
  low,
  high,
});

describe("a question", () => {
  it("has a usual measure and split, and says what its address says", () => {
    expect(questionOf(new URLSearchParams(""))).toEqual({ measure: "pots", by: "cut" });
    const asked = questionOf(new URLSearchParams("measure=fouls&by=none&hill=mine&player="));
    expect(asked).toEqual({ measure: "fouls", by: "none", hill: "mine" });
    expect(askedFor(asked)).toEqual({ measure: "fouls", hill: "mine" });
    expect(conditionsOf(asked)).toEqual([["hill", "mine"]]);
  });

  it("groups what can be picked, in order", () => {
    const one = (code: string, group: string) => ({ code, words: code, group });
    const found = grouped([one("a", "Pots"), one("b", "Breaks"), one("c", "Pots")], [["", "any"]]);
    expect([...found.keys()]).toEqual(["", "Pots", "Breaks"]);
    expect(found.get("Pots")).toEqual([
      ["a", "a"],
      ["c", "c"],
    ]);
  });

  it("says what a measure counts", () => {
    const measures = [
      {
        code: "pots",
        words: "pots",
        group: "Pots",
        of: "attacks",
        counts: "the ball fell",
        known: "a grade",
        form: "share",
        unit: "",
        better: "high",
      },
    ];
    const catalog: Catalog = { measures, splits: [] };
    expect(definition(catalog, "pots")).toBe(
      "Share of attacks, where it is known: a grade. Counts: the ball fell.",
    );
    expect(definition(catalog, "other")).toBe("");
  });
});

describe("words of a band", () => {
  it("are its own, or its values in the unit one reads", () => {
    const far = split("m", [band("0-0.3", 0, 0.3), band("0.3-1.2", 0.3, 1.2), band("1.2-", 1.2, null)]);
    expect(bandWords(far, "0-0.3", "", MM)).toBe("under 30 cm");
    expect(bandWords(far, "0.3-1.2", "", MM)).toBe("30 cm to 1.20 m");
    expect(bandWords(far, "1.2-", "", INCH)).toBe("47.2 in and more");
    expect(bandWords(split("chance", [band("a", 0.5, 0.7)]), "a", "", MM)).toBe("50 % to 70 %");
    expect(bandWords(split("m/s", [band("a", 1, 2)]), "a", "", INCH)).toBe("2.2 mph to 4.5 mph");
    expect(bandWords(split("", [band("yes", null, null, "Yes")]), "yes", "", MM)).toBe("Yes");
    expect(bandWords(split("", []), "7", "Ana", MM)).toBe("Ana");
    expect(bandWords(split("", []), "2026-10", "", MM)).toBe("2026-10");
  });
});

describe("an answer in words", () => {
  it("has a unit with every value", () => {
    expect(valueWords("share", "", 0.625, MM)).toBe("63 %");
    expect(valueWords("mean", "m", -203, MM)).toBe("−20 cm");
    expect(valueWords("mean", "chance", 0.035, MM)).toBe("+3.5 points");
    expect(valueWords("mean", "s", 12.34, MM)).toBe("12.3 s");
    expect(valueWords("mean", "balls", 1.5, MM)).toBe("1.50 balls");
    expect(valueWords("share", "", null, MM)).toBe("none yet");
  });

  it("says how sure a difference is and what would tell", () => {
    const asked = { measure: { form: "share", unit: "" } } as Asked;
    const held = (verdict: string, more: number | null): Held => ({
      value: -0.16,
      low: -0.3,
      high: 0,
      chance: 0.05,
      verdict,
      more,
    });
    expect(heldWords(asked, held("likely", 72), MM)).toBe(
      "−16 points, likely; about 72 more shots of each would tell",
    );
    expect(heldWords(asked, held("clear", 0), MM)).toBe("−16 points, clear");
    expect(heldWords(asked, held("too little to tell", null), MM)).toBe("−16 points, too little to tell");
    const mean = { measure: { form: "mean", unit: "m" } } as Asked;
    expect(heldWords(mean, { ...held("clear", null), value: -160 }, MM)).toBe("−16 cm, clear");
  });

  it("rounds what is an estimate to two figures, upwards", () => {
    expect([7, 72, 431, 1234].map(rounded)).toEqual(["7", "72", "440", "1300"]);
  });

  it("has each band once, in the split's order, with everybody's answer", () => {
    const of = (code: string) => ({
      band: band(code, null, null, code),
      interval: { n: 1, k: 1, value: 1, low: 0, high: 1 },
      expected: null,
      apart: null,
    });
    const asked = {
      split: split("", [band("a", 0, 1), band("b", 1, 2), band("c", 2, 3)]),
      series: [{ bands: [of("c"), of("a")] }, { bands: [of("b"), of("a")] }],
    } as unknown as Asked;
    const rows = rowsOf(asked);
    expect(rows.map((row) => row.code)).toEqual(["a", "b", "c"]);
    expect(rows.map((row) => row.answers.map((one) => one?.band.code))).toEqual([
      ["a", "a"],
      [undefined, "b"],
      ["c", undefined],
    ]);
  });
});
