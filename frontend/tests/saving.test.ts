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
vi.stubGlobal("Request", class extends Request {
  constructor(input: string | URL | Request, init?: RequestInit) {
    super(typeof input === "string" ? new URL(input, "http://localhost") : input, init);
  }
});
const { knowSession } = await import("../src/api/own");
knowSession({ token: "t", mark: "data" });
const { openDesk, useDesk } = await import("../src/desk/deskStore");
const { readDraft, saveNow, watchDesk } = await import("../src/desk/saving");
const act = await import("../src/desk/actions");
const rd = await import("../src/desk/rackDoc");

const json = (value: unknown, status = 200) => new Response(JSON.stringify(value), { status, headers: { "Content-Type": "application/json" } });
const stored = (shot: Shot, version: number): RackView =>
  ({ id: 7, number: 1, version: 1, breaker: null, notes: "", shots: [{ id: "s0", version, shot, review: { flags: [], pots: [] } }] }) as unknown as RackView;

const first = rd.emptyShot("a", true);
const sentShots = () => calls.filter((c) => c.url.endsWith("/changes")).map((c) => (c.body.shots as { shot: Shot; version: number }[])[0]);

let stop: () => void;
beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  calls.length = 0;
  answer = (url, body) =>
    url.endsWith("/preview")
      ? json({ reviews: [{ flags: [], pots: [] }] })
      : json(stored((body.shots as { shot: Shot }[])[0]?.shot ?? first, 2));
  openDesk({ recording: { id: 1, players: [] }, table: null, rack: stored(first, 1) } as unknown as DeskView, null);
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
    answer = () => json({ message: "changed", faults: [], current: { s0: { version: 5, shot: theirs } } }, 409);
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
    answer = () => json({ message: "some fields cannot be used", faults: [{ place: "shots.0.shot.notes", words: "too long" }], current: null }, 422);
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
});
