import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { DeskView, RackView, Shot } from "../src/api/types";

const calls: { url: string; body: Record<string, unknown> }[] = [];
let answer: (url: string, body: Record<string, unknown>) => Response | Promise<Response>;
vi.stubGlobal("fetch", async (request: Request) => {
  const body = (await request.json()) as Record<string, unknown>;
  calls.push({ url: request.url, body });
  return answer(request.url, body);
});
// jsdom has no origin to resolve relative addresses against
vi.stubGlobal(
  "Request",
  class extends Request {
    constructor(input: string | URL | Request, init?: RequestInit) {
      super(typeof input === "string" ? new URL(input, "http://localhost") : input, init);
    }
  },
);
const { knowSession } = await import("../src/api/own");
knowSession({ token: "t", mark: "data" });
const { edit, history, openDesk, useDesk } = await import("../src/rack/deskStore");
const { mend, readDraft, saveNow, watchDesk } = await import("../src/rack/saving");
const act = await import("../src/rack/actions");
const rd = await import("../src/rack/rackDoc");

const json = (value: unknown, status = 200) =>
  new Response(JSON.stringify(value), { status, headers: { "Content-Type": "application/json" } });
const stored = (shot: Shot, version: number): RackView =>
  ({
    id: 7,
    number: 1,
    version: 1,
    breaker: null,
    notes: "",
    shots: [{ id: "s0", version, shot, review: { flags: [], pots: [] } }],
  }) as unknown as RackView;

const first = rd.emptyShot("a", true);
const sentShots = () =>
  calls
    .filter((c) => c.url.endsWith("/changes"))
    .map((c) => (c.body.shots as { shot: Shot; version: number }[])[0]);

let stop: () => void;
beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  calls.length = 0;
  answer = (url, body) =>
    url.endsWith("/preview")
      ? json({ reviews: [{ flags: [], pots: [] }] })
      : json(stored((body.shots as { shot: Shot }[])[0]?.shot ?? first, 2));
  openDesk(
    { recording: { id: 1, players: [] }, table: null, rack: stored(first, 1) } as unknown as DeskView,
    null,
  );
  stop = watchDesk();
});
afterEach(() => {
  stop();
  vi.useRealTimers();
});

describe("saving by itself", () => {
  it("gathers quick changes into one save and says when it is done", async () => {
    act.setShot(1, { notes: "a" });
    act.setShot(1, { notes: "ab" });
    expect(useDesk.getState().save).toBe("waiting");
    expect(readDraft(7)?.doc.shots[0]?.shot.notes).toBe("ab");
    await vi.advanceTimersByTimeAsync(1000);
    expect(sentShots()).toHaveLength(1);
    expect(sentShots()[0]).toMatchObject({ version: 1, shot: { notes: "ab" } });
    expect(useDesk.getState()).toMatchObject({ save: "saved", base: { versions: { s0: 2 } } });
    expect(readDraft(7)).toBeNull();
  });

  it("keeps the words and tries again while the server is away", async () => {
    const works = answer;
    answer = () => Promise.reject(new TypeError("away"));
    act.setShot(1, { notes: "kept" });
    await vi.advanceTimersByTimeAsync(1000);
    expect(useDesk.getState().save).toBe("offline");
    expect(readDraft(7)?.doc.shots[0]?.shot.notes).toBe("kept");
    answer = works;
    await vi.advanceTimersByTimeAsync(4000);
    expect(useDesk.getState().save).toBe("saved");
    expect(readDraft(7)).toBeNull();
  });

  it("stops at a conflict and keeps both sides", async () => {
    const theirs = { ...first, notes: "theirs" };
    answer = () =>
      json({ message: "changed", faults: [], current: { s0: { version: 5, shot: theirs } } }, 409);
    act.setShot(1, { notes: "mine" });
    await vi.advanceTimersByTimeAsync(1000);
    expect(useDesk.getState()).toMatchObject({ save: "conflict", conflicts: { s0: { version: 5 } } });
    const saves = sentShots().length;
    act.setShot(1, { notes: "mine, more" });
    await vi.advanceTimersByTimeAsync(5000);
    expect(sentShots()).toHaveLength(saves);
    expect(readDraft(7)?.doc.shots[0]?.shot.notes).toBe("mine, more");
  });

  it("says what the server refuses and where", async () => {
    answer = () =>
      json(
        {
          message: "some fields cannot be used",
          faults: [{ place: "shots.0.shot.notes", words: "too long" }],
          current: null,
        },
        422,
      );
    act.setShot(1, { notes: "x" });
    await vi.advanceTimersByTimeAsync(1000);
    expect(useDesk.getState().save).toBe("refused");
    expect(useDesk.getState().saveWords).toContain("shots.0.shot.notes: too long");
  });

  it("sends nothing when nothing differs", async () => {
    act.setShot(1, { notes: "x" });
    act.setShot(1, { notes: "" });
    await vi.advanceTimersByTimeAsync(1000);
    expect(sentShots()).toHaveLength(0);
    await saveNow();
    expect(useDesk.getState().save).toBe("saved");
  });

  it("keeps a draft apart for each data set, and takes one of an older page only where it is of this rack", async () => {
    answer = () => Promise.reject(new TypeError("away"));
    act.setShot(1, { notes: "of this data" });
    await vi.advanceTimersByTimeAsync(500);
    knowSession({ token: "t", mark: "other data" });
    expect(readDraft(7)).toBeNull();
    knowSession({ token: "t", mark: "data" });
    const kept = readDraft(7);
    expect(kept?.doc.shots[0]?.shot.notes).toBe("of this data");
    localStorage.clear();
    localStorage.setItem("aretane.rack.7", JSON.stringify(kept));
    expect(readDraft(7, ["somebody else's"])).toBeNull();
    expect(readDraft(7, ["s0"])?.doc.shots[0]?.shot.notes).toBe("of this data");
  });

  it("has in the browser what is on the screen before the next event", () => {
    act.setShot(1, { notes: "seen" });
    expect(readDraft(7)?.doc.shots[0]?.shot.notes).toBe("seen");
  });

  it("sends after leaving what was changed while a save was on its way, once and in order", async () => {
    let release: () => void = () => undefined;
    const held = new Promise<void>((done) => (release = done));
    let version = 1;
    answer = async (url, body) => {
      if (url.endsWith("/preview")) return json({ reviews: [{ flags: [], pots: [] }] });
      if (version === 1) await held;
      version += 1;
      return json(stored((body.shots as { shot: Shot }[])[0]?.shot ?? first, version));
    };
    act.setShot(1, { notes: "sent" });
    await vi.advanceTimersByTimeAsync(400);
    expect(useDesk.getState().save).toBe("saving");
    act.setShot(1, { notes: "sent, then moved" });
    stop();
    useDesk.setState({ rackId: 0, recording: null });
    release();
    await vi.advanceTimersByTimeAsync(1000);
    expect(sentShots().map((sentShot) => [sentShot?.version, sentShot?.shot.notes])).toEqual([
      [1, "sent"],
      [2, "sent, then moved"],
    ]);
    expect(readDraft(7)).toBeNull();
  });

  it("keeps as a draft what could not be sent after leaving", async () => {
    answer = (url) =>
      url.endsWith("/preview") ? json({ reviews: [] }) : Promise.reject(new TypeError("away"));
    act.setShot(1, { notes: "left" });
    stop();
    useDesk.setState({ rackId: 0, recording: null });
    await vi.advanceTimersByTimeAsync(10_000);
    expect(readDraft(7)?.doc.shots[0]?.shot.notes).toBe("left");
  });

  it("stops at a conflict of the rack's own fields, sends no shots, keeps undo, and goes on once it is settled", async () => {
    const theirs = { version: 4, breaker: null, notes: "theirs", depth: "full", winner: null, how: null };
    answer = (url) => {
      if (url.endsWith("/preview")) return json({ reviews: [{ flags: [], pots: [] }] });
      if (url.endsWith("/racks/7"))
        return json({ message: "changed", faults: [], current: { rack: theirs } }, 409);
      return json(stored({ ...first, notes: "mine" }, 2));
    };
    edit((doc) => ({ ...doc, notes: "of the rack" }));
    act.setShot(1, { notes: "mine" });
    await vi.advanceTimersByTimeAsync(1000);
    expect(useDesk.getState()).toMatchObject({
      save: "conflict",
      headConflict: { notes: "theirs", version: 4 },
    });
    expect(useDesk.getState().doc).toMatchObject({ notes: "of the rack" });
    expect(sentShots()).toHaveLength(0);
    expect(history().pastStates.length).toBeGreaterThan(0);
    expect(readDraft(7)?.doc).toMatchObject({ notes: "of the rack", shots: [{ shot: { notes: "mine" } }] });
  });

  it("does not lose shots while the rack's own fields are being stored", async () => {
    const heads: unknown[] = [];
    answer = (url, body) => {
      if (url.endsWith("/preview")) return json({ reviews: [{ flags: [], pots: [] }] });
      if (url.endsWith("/racks/7")) {
        heads.push(body.notes);
        return json({
          ...stored(first, 1),
          version: 2,
          notes: "of the rack",
          depth: "full",
          ended_winner: null,
          ended_how: null,
        });
      }
      return Promise.reject(new TypeError("away"));
    };
    edit((doc) => ({ ...doc, notes: "of the rack" }));
    act.setShot(1, { notes: "mine" });
    await vi.advanceTimersByTimeAsync(1000);
    expect(heads).toEqual(["of the rack"]);
    expect(useDesk.getState().doc.shots[0]?.shot.notes).toBe("mine");
    expect(readDraft(7)?.doc.shots[0]?.shot.notes).toBe("mine");
  });

  it("warns before leaving only while neither the server nor this browser has it", () => {
    const leave = () => {
      const event = new Event("beforeunload", { cancelable: true });
      window.dispatchEvent(event);
      return event.defaultPrevented;
    };
    act.setShot(1, { notes: "kept here" });
    expect(leave()).toBe(false);
    const full = vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
      throw new DOMException("full", "QuotaExceededError");
    });
    act.setShot(1, { notes: "kept nowhere" });
    expect(leave()).toBe(true);
    full.mockRestore();
  });

  it("sends a damaged shot as it stands once it is to be mended", async () => {
    mend("s0");
    await vi.advanceTimersByTimeAsync(100);
    expect(sentShots()).toHaveLength(1);
    expect(useDesk.getState().mending).toEqual({});
  });
});
