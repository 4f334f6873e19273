import { describe, expect, it } from "vitest";
import type { LedgerEntry, RecordingView, WeighedOption, Words } from "../src/api/types";
import { inMatch, needs } from "../src/parts/race";
import { advisedWords, optionWords } from "../src/parts/optionWords";
import { count, FILTERS, keyOf, rows } from "../src/ledger/entries";

const words = {
  option_kinds: {
    pot: "Pot",
    safety: "Safety",
    bank: "Bank",
    "push-out": "Push-out",
    foul: "Foul given away",
    jump: "Jump",
  },
  pockets: { "foot-left": "foot left corner" },
} as unknown as Words;
const option = (part: Partial<WeighedOption>): WeighedOption =>
  ({
    kind: "safety",
    ball: null,
    pocket: null,
    hit: "3",
    rails: 0,
    fullness: 0.5,
    route: "",
    ...part,
  }) as WeighedOption;
const entry = (shot: number, grade: string, cost: number, came_off: boolean | null): LedgerEntry =>
  ({ shot: { recording: 1, rack: 1, shot }, grade, cost, came_off }) as LedgerEntry;

const ALL = [
  entry(1, "wrong", 0.1, true),
  entry(2, "wrong", 0.3, false),
  entry(3, "right", 0, false),
  entry(4, "close", 0.02, true),
  entry(5, "right", 0, null),
];

describe("the ledger's rows", () => {
  it("shows the dearest mistakes first, and all as they were played", () => {
    expect(rows(ALL, "wrong").map((row) => row.shot.shot)).toEqual([2, 1]);
    expect(rows(ALL, "all").map((row) => row.shot.shot)).toEqual([1, 2, 3, 4, 5]);
  });
  it("keeps what came of it apart from the grade", () => {
    expect(rows(ALL, "lucky").map((row) => row.shot.shot)).toEqual([1]);
    expect(rows(ALL, "unlucky").map((row) => row.shot.shot)).toEqual([3]);
  });
  it("counts what it shows", () => {
    for (const [filter] of FILTERS) expect(count(ALL, filter)).toBe(rows(ALL, filter).length);
  });
  it("names a shot by its address", () => {
    expect(keyOf({ recording: 3, rack: 2, shot: 9 })).toBe("3/2/9");
  });
});

describe("what an option is called", () => {
  it("says the ball and pocket of a pot, the thickness or rails of a safety", () => {
    expect(optionWords(option({ kind: "pot", ball: "7", pocket: "foot-left" }), words)).toBe(
      "the 7, foot left corner",
    );
    expect(optionWords(option({ kind: "bank", ball: "7", pocket: "foot-left" }), words)).toBe(
      "bank: the 7, foot left corner",
    );
    expect(
      optionWords(
        option({ kind: "pot", ball: "7", pocket: "foot-left", route: "draw, off 1 rail" }),
        words,
      ),
    ).toBe("the 7, foot left corner (draw, off 1 rail)");
    expect(optionWords(option({}), words)).toBe("safety off the 3: half ball");
    expect(optionWords(option({ rails: 2, fullness: null }), words)).toBe("safety off the 3: over 2 rails");
    expect(optionWords(option({ kind: "jump" }), words)).toBe("jump to hit the 3");
    expect(optionWords(option({ kind: "push-out", hit: null, rails: 1 }), words)).toBe(
      "push-out, over 1 rail",
    );
  });
  it("says what somebody would have played", () => {
    expect(advisedWords({ kind: "safety", ball: "3", pocket: null }, words)).toBe("safety off the 3");
    expect(advisedWords({ kind: "pot", ball: "3", pocket: "foot-left" }, words)).toBe(
      "the 3, foot left corner",
    );
    expect(advisedWords({ kind: "push-out", ball: null, pocket: null }, words)).toBe("push-out");
  });
});

describe("racks still needed before a rack", () => {
  const recording = {
    match: { kind: "match", race_to: 5 },
    players: [{ id: "1" }, { id: "2" }],
    racks: [
      { number: 1, winner: "1" },
      { number: 2, winner: "2" },
      { number: 3, winner: "1" },
      { number: 4, winner: "1" },
    ],
  } as unknown as RecordingView;
  it("counts the racks won before it", () => {
    expect(inMatch({ won: 0.9, lost: 0.5, rack: 0.6 }, 0.25)).toBeCloseTo(0.6);
    expect(needs(recording, 4, "1")).toEqual({ needs: 3, other_needs: 4 });
    expect(needs(recording, 1, "2")).toEqual({ needs: 5, other_needs: 5 });
  });
  it("knows no race without one", () => {
    expect(needs({ ...recording, match: { ...recording.match, race_to: null } }, 2, "1")).toBeNull();
    expect(needs({ ...recording, match: { ...recording.match, race_to: 1 } }, 2, "1")).toBeNull();
  });
});
