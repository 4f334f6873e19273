import { beforeEach, describe, expect, it, vi } from "vitest";
import type { DeskView, Places, TableView } from "../src/api/types";

vi.stubGlobal(
  "fetch",
  vi.fn(async () => new Response("{}", { status: 500 })),
);
const act = await import("../src/rack/actions");
const { COMMANDS } = await import("../src/desk/commands");
const { history, openDesk, useDesk } = await import("../src/rack/deskStore");
const rd = await import("../src/rack/rackDoc");

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

const head = { notes: "", depth: "full", ended_winner: null, ended_how: null };
const racked: Places = Object.fromEntries(
  ["cue", "1", "2", "3", "4", "5", "6", "7", "8", "9"].map((ball, i) => [ball, [200 + i * 100, 600]]),
);

function open(balls: Places = {}): void {
  const shots = Object.keys(balls).length
    ? [
        {
          id: "s0",
          version: 1,
          shot: { ...rd.emptyShot("a", true), layout: { from: "empty", balls } },
          review: { before: balls, flags: [], pots: [] },
        },
      ]
    : [];
  openDesk(
    {
      recording: {
        id: 1,
        match: { discipline: "nine-ball", kind: "match" },
        players: [
          { id: "a", name: "A" },
          { id: "b", name: "B" },
        ],
      },
      table,
      game: {
        balls: ["1", "2", "3", "4", "5", "6", "7", "8", "9"],
        racked,
        break_places: [
          [600, 635],
          [600, 900],
        ],
        break_ball: "1",
        has_points: false,
        options_used: [],
      },
      rack: { id: 1, number: 1, version: 1, breaker: "a", ...head, next_turn: [], shots },
    } as unknown as DeskView,
    null,
  );
}

const shot = (n: number) => useDesk.getState().doc.shots[n - 1]?.shot;
const go = vi.fn();
const press = (id: string, n = 1) =>
  COMMANDS.find((c) => c.id === id)?.run({
    shot: n,
    shots: useDesk.getState().doc.shots.length,
    go,
    nextRack: () => undefined,
    choices: () => undefined,
  });

beforeEach(() => {
  go.mockClear();
  useDesk.setState({ slip: "plan", chosen: null, fresh: {} });
});

describe("laying out from an empty table", () => {
  it("takes the cue ball in hand first and then goes on through the tray", () => {
    open();
    act.addAfter(0);
    expect(useDesk.getState().chosen).toBe("cue");
    act.clickCloth(1, [700, 500]);
    expect(useDesk.getState().chosen).toBe("1");
    act.clickCloth(1, [900, 500]);
    expect(shot(1)?.layout.balls).toEqual({ cue: [700, 500], "1": [900, 500] });
    press("ball-5");
    act.clickCloth(1, [1100, 500]);
    expect(useDesk.getState().chosen).toBe("6");
    expect(act.tray(1)).toEqual(["2", "3", "4", "6", "7", "8", "9"]);
  });

  it("sets the whole rack for a break with one key", () => {
    open();
    act.addAfter(0);
    press("pattern");
    expect(Object.keys(shot(1)?.layout.balls ?? {})).toHaveLength(10);
    expect(shot(1)?.plan.kind).toBe("break");
    const places = [0, 1, 2].map(() => {
      const at = shot(1)?.layout.balls.cue;
      press("pattern");
      return at;
    });
    expect(places).toEqual([
      [600, 635],
      [600, 900],
      [600, 635],
    ]);
  });
});

describe("planning", () => {
  beforeEach(() => open({ cue: [600, 600], "3": [1200, 600], "7": [1800, 300] }));

  it("chooses ball and pocket, and forgets the pocket with another ball", () => {
    press("ball-3");
    press("pocket-foot-left");
    expect(shot(1)?.plan).toMatchObject({ ball: "3", pocket: "foot-left" });
    press("ball-7");
    expect(shot(1)?.plan).toMatchObject({ ball: "7", pocket: null });
  });

  it("turns attack into safety into two-way and back", () => {
    const seen = [0, 1, 2].map(() => {
      press("choice");
      return shot(1)?.plan.choice;
    });
    expect(seen).toEqual(["safety", "two-way", "attack"]);
  });

  it("makes a click a point and a drag a window", () => {
    act.clickCloth(1, [1500, 700]);
    expect(shot(1)?.plan.target).toEqual({
      kind: "point",
      a: [1500, 700],
      b: null,
      side: null,
      ball: null,
    });
    act.drawTarget(1, [1400, 700], [1700, 700]);
    expect(shot(1)?.plan.target.kind).toBe("window");
    press("clear-target");
    expect(shot(1)?.plan.target.kind).toBe("unset");
    press("no-target");
    expect(shot(1)?.plan.target.kind).toBe("none");
  });

  it("lets go of a ball in hand instead of planning", () => {
    press("hold-3");
    act.clickCloth(1, [1500, 700]);
    expect(useDesk.getState().chosen).toBeNull();
    expect(shot(1)?.plan.target.kind).toBe("unset");
  });
});

describe("results", () => {
  beforeEach(() => {
    open({ cue: [600, 600], "3": [1200, 600], "7": [1800, 300] });
    press("ball-3");
    press("pocket-foot-left");
  });

  it("take three actions for a routine pot", () => {
    press("potted");
    act.clickCloth(1, [900, 400]);
    press("next");
    expect(shot(1)?.result).toMatchObject({
      potted: [{ ball: "3", pocket: "foot-left" }],
      cue_end: [900, 400],
      foul: null,
    });
    expect(go).toHaveBeenCalledWith(2);
    expect(shot(2)).toMatchObject({ shooter: "a", plan: { ball: "7", pocket: null } });
    expect(act.at(2)?.before).toEqual({ cue: [900, 400], "7": [1800, 300] });
  });

  it("give the table to the other after a miss and ask for the cue ball after a scratch", () => {
    press("missed");
    press("ball-0");
    press("pocket-side-left");
    press("next");
    expect(shot(1)?.result?.foul).toBe("scratch");
    expect(shot(2)?.shooter).toBe("b");
    expect(useDesk.getState().chosen).toBe("cue");
  });

  it("move object balls where they ended", () => {
    press("missed");
    act.putBall(1, "3", [2300, 1100]);
    expect(shot(1)?.result?.moved).toEqual({ "3": [2300, 1100] });
    expect(act.at(1)?.before["3"]).toEqual([1200, 600]);
  });

  it("take a ball off the table", () => {
    press("missed");
    press("hold-7");
    press("take-off");
    expect(shot(1)?.result?.off_table).toEqual(["7"]);
  });
});

describe("moving by keys", () => {
  it("goes a millimetre or a ball, never through another ball or the cushion", () => {
    open({ cue: [600, 600], "3": [700, 600] });
    press("hold-3");
    press("nudge-ArrowRight");
    press("step-ArrowUp");
    expect(act.at(1)?.before["3"]).toEqual([701, 657.2]);
    for (let i = 0; i < 40; i += 1) press("step-ArrowUp");
    expect(act.at(1)?.before["3"]?.[1]).toBeCloseTo(1270 - 28.575, 0);
    press("ball-0");
    for (let i = 0; i < 60; i += 1) press("step-ArrowLeft");
    expect(act.at(1)?.before.cue?.[0]).toBeCloseTo(28.575, 0);
  });
});

describe("undo and redo", () => {
  it("take back and bring again one action at a time", () => {
    open({ cue: [600, 600], "3": [1200, 600] });
    press("ball-3");
    press("pocket-foot-left");
    press("potted");
    press("undo");
    expect(shot(1)?.result).toBeNull();
    expect(shot(1)?.plan.pocket).toBe("foot-left");
    press("undo");
    expect(shot(1)?.plan.pocket).toBeNull();
    press("redo");
    press("redo");
    expect(shot(1)?.result?.potted).toHaveLength(1);
    expect(history().futureStates).toHaveLength(0);
  });

  it("bring back a removed shot and its place", () => {
    open({ cue: [600, 600], "3": [1200, 600] });
    act.addAfter(1);
    act.addAfter(2);
    const ids = useDesk.getState().doc.shots.map((s) => s.id);
    press("remove", 2);
    expect(useDesk.getState().doc.shots.map((s) => s.id)).toEqual([ids[0], ids[2]]);
    press("undo");
    expect(useDesk.getState().doc.shots.map((s) => s.id)).toEqual(ids);
  });
});

describe("judging blind", () => {
  it("leaves a hidden result alone until the decision is judged", () => {
    open({ cue: [600, 600], "3": [1200, 600] });
    press("ball-3");
    press("pocket-foot-left");
    press("potted");
    useDesk.setState({ blind: true });
    press("missed");
    expect(shot(1)?.result?.potted).toHaveLength(1);
    expect(useDesk.getState().message).toContain("judge the decision first");
    act.setJudgement(1, { decision: "right" });
    press("missed");
    expect(shot(1)?.result?.potted).toHaveLength(0);
    useDesk.setState({ blind: false });
  });
});

describe("the picture after a shot", () => {
  const layout: Places = { cue: [600, 600], "3": [1500, 700], "7": [2000, 300] };
  const result = () => useDesk.getState().doc.shots[0]?.shot.result;

  it("takes every ball in turn, the cue ball first", () => {
    open(layout);
    act.layAfter(1);
    expect(useDesk.getState()).toMatchObject({ slip: "result", laying: true, chosen: "cue" });
    act.clickCloth(1, [900, 500]);
    expect(useDesk.getState().chosen).toBe("3");
    act.pickPocket(1, "foot-left");
    act.clickCloth(1, [2100, 350]);
    expect(useDesk.getState()).toMatchObject({ laying: false, chosen: null });
    expect(result()).toMatchObject({
      cue_end: [900, 500],
      potted: [{ ball: "3", pocket: "foot-left" }],
      moved: { "7": [2100, 350] },
    });
  });

  it("laid out again, a ball is only where it is put the second time", () => {
    open(layout);
    act.layAfter(1);
    act.clickCloth(1, [900, 500]);
    act.pickPocket(1, "foot-left");
    act.clickCloth(1, [2100, 350]);
    act.layAfter(1);
    act.pickPocket(1, "head-left");
    expect(result()).toMatchObject({ foul: "scratch", cue_end: null });
    act.pickPocket(1, "foot-left");
    expect(result()?.potted).toContainEqual({ ball: "3", pocket: "foot-left" });
    act.layStays(1);
    expect(result()?.moved).toEqual({});
    act.layAfter(1);
    act.layStays(1);
    expect(result()).toMatchObject({ foul: null, cue_end: [600, 600] });
    act.clickCloth(1, [1400, 900]);
    expect(result()?.potted).toEqual([]);
    expect(result()?.moved).toEqual({ "3": [1400, 900] });
  });

  it("does not let a ball that is still to come push another one off its place", () => {
    open(layout);
    act.layAfter(1);
    act.clickCloth(1, [1510, 700]);
    expect(result()?.cue_end).toEqual([1510, 700]);
  });

  it("is what a pasted layout and a mirror change, where it is shown", () => {
    open(layout);
    act.setResult(1, { cue_end: [900, 500] });
    act.openSlip("result");
    act.pasteLayout(1, "cue 1000 400\n7 2100 350");
    expect(result()).toMatchObject({ cue_end: [1000, 400], moved: { "7": [2100, 350] } });
    act.flip(1, "mirror");
    expect(result()).toMatchObject({ cue_end: [1000, 870] });
    expect(useDesk.getState().doc.shots[0]?.shot.layout.balls.cue).toEqual([600, 600]);
  });
});

describe("an empty rack", () => {
  it("gets its first shot by the key for the next one, and racked balls by the key for the rack", () => {
    open();
    const went: number[] = [];
    act.next(1, (shot) => went.push(shot));
    expect(went).toEqual([1]);
    open();
    act.rackPattern(1);
    expect(useDesk.getState().doc.shots[0]?.shot.plan.kind).toBe("break");
  });
});
