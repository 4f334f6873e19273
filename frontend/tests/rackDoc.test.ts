import { describe, expect, it } from "vitest";
import type { Places, Shot, TableView } from "../src/api/types";
import { content } from "../src/chart/useAsked";
import * as rd from "../src/rack/rackDoc";
import { baseOf, type Base } from "../src/rack/deskStore";
import { changesBetween, takeIn } from "../src/rack/saving";
import { overlaps, settle } from "../src/table/geometry";

const shot = (change: Partial<Shot> = {}): Shot => ({ ...rd.emptyShot("1", false), ...change });
const first = (balls: Places): Shot => shot({ layout: { from: "empty", balls } });
const doc = (...shots: Shot[]): rd.RackDoc => ({
  ...rd.emptyHead,
  breaker: "1",
  shots: shots.map((s, i) => ({ id: `s${i}`, shot: s })),
});

const table = {
  length: 2540,
  width: 1270,
  ball_radius: 28.575,
  cue_ball_radius: 28.575,
  diamond: 317.5,
  head_string: 635,
  foot_spot: [1905, 635],
  pockets: [],
} as unknown as TableView;

describe("what is asked of a shot", () => {
  it("leaves its result out, but for its choices: it says how a safety was struck", () => {
    const ended = rd.placeAfter(first({ cue: [100, 100], "7": [900, 900] }), "cue", [500, 600]);
    const results = (whole: boolean) =>
      (JSON.parse(content(1, doc(ended, ended), 2, {}, whole)) as { shots: Shot[] }).shots.map(
        (one) => one.result?.cue_end,
      );
    expect(results(false)).toEqual([[500, 600], undefined]);
    expect(results(true)).toEqual([
      [500, 600],
      [500, 600],
    ]);
  });
});

describe("layouts", () => {
  it("start where the shot before ended", () => {
    const pot = rd.potBall(first({ cue: [100, 100], "7": [900, 900] }), "7", "foot-left");
    const ended = rd.placeAfter(pot, "cue", [500, 600]);
    const seen = rd.layouts(doc(ended, shot(), shot()));
    expect(seen.s1?.before).toEqual({ cue: [500, 600] });
    expect(seen.s2?.before).toEqual({ cue: [500, 600] });
    expect(seen.s1?.after).toBeNull();
  });

  it("take placed balls on top and removed ones off", () => {
    const seen = rd.layouts(
      doc(
        first({ cue: [1, 1], "7": [2, 2] }),
        shot({ layout: { from: "previous", balls: { "7": null, cue: [9, 9] } } }),
      ),
    );
    expect(seen.s1?.before).toEqual({ cue: [9, 9] });
  });

  it("keep a spotted ball on the table", () => {
    const result = {
      ...rd.emptyResult(),
      potted: [{ ball: "9", pocket: "foot-left" as const }],
      moved: { "9": [1905, 635] as [number, number] },
    };
    expect(rd.afterResult({ "9": [5, 5] }, result)).toEqual({ "9": [1905, 635] });
  });

  it("survive the removal of the first shot", () => {
    const whole = doc(first({ cue: [1, 1], "7": [2, 2] }), shot());
    const left = rd.removeShot(whole, "s0", rd.layouts(whole).s1?.before);
    expect(rd.layouts(left).s1?.before).toEqual({ cue: [1, 1], "7": [2, 2] });
  });
});

describe("results", () => {
  it("make a scratch of a cue ball that falls, and take it back", () => {
    const down = rd.potBall(shot(), "cue", "foot-left");
    expect(down.result?.foul).toBe("scratch");
    const placed = rd.placeAfter(down, "cue", [3, 4]);
    expect(placed.result).toMatchObject({ foul: null, potted: [], cue_end: [3, 4] });
  });

  it("move a potted ball from one pocket to another instead of potting it twice", () => {
    const once = rd.potBall(shot(), "7", "foot-left");
    expect(rd.potBall(once, "7", "side-left").result?.potted).toEqual([{ ball: "7", pocket: "side-left" }]);
    expect(rd.potBall(once, "7", "foot-left").result?.potted).toEqual([]);
  });
});

describe("settling a ball", () => {
  it("never leaves it overlapping or off the table", () => {
    const balls: Places = { "1": [500, 500], "2": [560, 500], "3": [530, 552], cue: [30, 30] };
    for (let i = 0; i < 400; i += 1) {
      const wanted: [number, number] = [(i * 37) % 2600, (i * 53) % 1300];
      const at = settle(table, balls, "9", wanted);
      if (!at) throw new Error("there is room");
      expect(at[0]).toBeGreaterThanOrEqual(28.5);
      expect(at[1]).toBeLessThanOrEqual(1270 - 28.5);
      for (const [name, other] of Object.entries(balls))
        expect(overlaps(table, "9", at, name, other)).toBe(false);
    }
  });

  it("leaves a free place as it is, to a tenth of a millimetre", () => {
    expect(settle(table, {}, "9", [100.04, 200.06])).toEqual([100, 200.1]);
  });
});

describe("saving", () => {
  const base = (d: rd.RackDoc): Base => ({
    doc: d,
    rackVersion: 1,
    versions: Object.fromEntries(d.shots.map((s) => [s.id, 1])),
  });

  it("sends only what differs", () => {
    const was = doc(first({ cue: [1, 1] }), shot());
    const now = rd.changeShot(was, "s1", (s) => ({ ...s, notes: "x" }));
    expect(changesBetween(was, base(was))).toBeNull();
    expect(changesBetween(now, base(was))).toMatchObject({
      shots: [{ id: "s1", version: 1 }],
      removed: [],
      order: null,
    });
  });

  it("sends removals with their version and a new order", () => {
    const was = doc(first({}), shot(), shot());
    const now = { ...was, shots: [2, 0].flatMap((i) => was.shots[i] ?? []) };
    expect(changesBetween(now, base(was))).toEqual({
      shots: [],
      removed: [{ id: "s1", version: 1 }],
      order: ["s2", "s0"],
    });
  });

  it("keeps what was typed while the answer was on its way, and takes in a stranger's shot", () => {
    const sent = doc(first({ cue: [1, 1] }), shot());
    const typed = rd.changeShot(sent, "s0", (s) => ({ ...s, notes: "typed meanwhile" }));
    const rack = {
      id: 1,
      version: 2,
      breaker: "1",
      notes: "",
      shots: [
        ...sent.shots.map((s) => ({ ...s, version: 2 })),
        { id: "s9", version: 1, shot: shot({ notes: "theirs" }) },
      ],
    } as never;
    const taken = takeIn(typed, sent, base(sent), rack);
    expect(taken.shots.map((s) => s.shot.notes)).toEqual(["typed meanwhile", "", "theirs"]);
    expect(baseOf(rack).versions.s9).toBe(1);
  });

  it("follows a change made elsewhere to a shot not touched here", () => {
    const sent = doc(first({}), shot());
    const theirs = rd.changeShot(sent, "s1", (s) => ({ ...s, notes: "elsewhere" }));
    const rack = {
      id: 1,
      version: 2,
      breaker: "1",
      notes: "",
      shots: theirs.shots.map((s) => ({ ...s, version: 2 })),
    } as never;
    expect(takeIn(sent, sent, base(sent), rack).shots[1]?.shot.notes).toBe("elsewhere");
  });
});

describe("conflicts", () => {
  it("name the fields that differ and merge the chosen ones", () => {
    const mine = shot({ notes: "mine", plan: { ...rd.emptyPlan(), ball: "3" } });
    const theirs = shot({ notes: "theirs", plan: { ...rd.emptyPlan(), speed: 2 } });
    expect(
      rd
        .clashes(mine, theirs)
        .map((c) => c.field)
        .sort(),
    ).toEqual(["notes", "plan.ball", "plan.speed"]);
    const merged = rd.mergeShot(mine, theirs, new Set(["plan.speed"]), "theirs\nmine");
    expect(merged.plan).toMatchObject({ ball: "3", speed: 2 });
    expect(merged.notes).toBe("theirs\nmine");
    expect(mine.plan.speed).toBeNull();
  });

  it("see no difference in the order of keys", () => {
    expect(rd.same({ a: 1, b: [1, { c: 2, d: 3 }] }, { b: [1, { d: 3, c: 2 }], a: 1 })).toBe(true);
  });
});
