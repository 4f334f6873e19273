/**
 * Saving by itself: every edit is kept in this browser at once, reviewed by the server at once, and
 * stored shortly after. A save the server refuses because somebody else was first becomes a conflict.
 */
import { api, asProblem } from "../api/client";
import type { RackView, Review, Shot } from "../api/types";
import { dataMark } from "../api/own";
import { baseOf, damageOf, docOf, editSilently, history, reviewsOf, useDesk, type Base } from "./deskStore";
import { changeShot, emptyHead, same, withResult, type RackDoc } from "./rackDoc";

const SAVE_AFTER = 350;
const RETRY_AFTER = 3000;

const draftKey = (rackId: number) => `aretane.${dataMark()}.rack.${rackId}`;
/** Where an older page kept drafts, whatever data they were of. */
const oldKey = (rackId: number) => `aretane.rack.${rackId}`;

type Draft = { doc: RackDoc; base: Base };

function draftAt(key: string): Draft | null {
  try {
    const text = localStorage.getItem(key);
    if (!text) return null;
    const { doc, base } = JSON.parse(text) as Draft;
    const whole = (rackDoc: RackDoc): RackDoc => ({ ...emptyHead, ...rackDoc }); // kept by an older page
    return { doc: whole(doc), base: { ...base, doc: whole(base.doc) } };
  } catch {
    return null;
  }
}

/** What this browser keeps of a rack and the server does not have yet. A draft of an older page counts where it
 * is of this rack: it knows one of the `stored` shots. */
export function readDraft(rackId: number, stored: string[] = []): Draft | null {
  const own = draftAt(draftKey(rackId));
  if (own) return own;
  const old = draftAt(oldKey(rackId));
  return old?.base.doc.shots.some((s) => stored.includes(s.id)) ? old : null;
}

function dropDraft(rackId: number): void {
  localStorage.removeItem(draftKey(rackId));
  localStorage.removeItem(oldKey(rackId));
}

/** Keeps a draft; false where this browser cannot. */
function writeDraft(rackId: number, draft: Draft): boolean {
  try {
    localStorage.setItem(draftKey(rackId), JSON.stringify(draft));
    return true;
  } catch {
    return false;
  }
}

/** Keeps what the server does not have yet; false where this browser cannot keep it. */
function keepDraft(): boolean {
  const { rackId, doc, base } = useDesk.getState();
  if (!rackId) return true;
  if (!same(doc, base.doc)) return writeDraft(rackId, { doc, base });
  dropDraft(rackId);
  return true;
}

export type Changes = {
  shots: { id: string; version: number | null; shot: RackDoc["shots"][number]["shot"] }[];
  removed: { id: string; version: number }[];
  order: string[] | null;
};

/** What differs between the rack on the screen and the one stored, and what is to be mended. Null: nothing. */
export function changesBetween(
  doc: RackDoc,
  base: Base,
  mending: Record<string, true> = {},
): Changes | null {
  const stored = new Map(base.doc.shots.map((s) => [s.id, s.shot]));
  const shots = doc.shots
    .filter((s) => !stored.has(s.id) || mending[s.id] || !same(stored.get(s.id), s.shot))
    .map((s) => ({ id: s.id, version: base.versions[s.id] ?? null, shot: s.shot }));
  const alive = new Set(doc.shots.map((s) => s.id));
  const removed = base.doc.shots
    .filter((s) => !alive.has(s.id))
    .map((s) => ({ id: s.id, version: base.versions[s.id] ?? 1 }));
  const ids = doc.shots.map((s) => s.id);
  const order = same(
    ids,
    base.doc.shots.map((s) => s.id),
  )
    ? null
    : ids;
  return shots.length || removed.length || order ? { shots, removed, order } : null;
}

const HEAD = ["breaker", "notes", "depth", "winner", "how"] as const;
const rackFieldsDiffer = (doc: RackDoc, base: Base) => HEAD.some((field) => doc[field] !== base.doc[field]);

/** The stored rack taken in: what was not touched here follows the server, what was is kept. */
export function takeIn(doc: RackDoc, sent: RackDoc, base: Base, rack: RackView): RackDoc {
  const theirs = docOf(rack);
  const untouched = new Map(sent.shots.map((s) => [s.id, s.shot]));
  const local = new Map(doc.shots.map((s) => [s.id, s]));
  const known = new Set(base.doc.shots.map((s) => s.id));
  const shots = theirs.shots
    .filter((s) => local.has(s.id) || (!known.has(s.id) && !untouched.has(s.id)))
    .map((s) => {
      const mine = local.get(s.id);
      return mine && !same(mine.shot, untouched.get(s.id)) ? mine : s;
    });
  const placed = new Set(shots.map((s) => s.id));
  doc.shots.forEach((s, index) => {
    if (!placed.has(s.id)) shots.splice(index, 0, s);
  });
  const order = doc.shots.map((s) => s.id).filter((id) => shots.some((s) => s.id === id));
  const foreign = shots.some((s) => !local.has(s.id));
  if (!foreign) shots.sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  return {
    ...doc,
    ...Object.fromEntries(
      HEAD.filter((field) => doc[field] === sent[field]).map((field) => [field, theirs[field]]),
    ),
    shots,
  };
}

let saveTimer: number | undefined;
let saving = false;
let previewing = false;
let previewWanted: RackDoc | null = null;

/** Reviews the rack as it stands on the screen; while one review is on its way only the last waits. */
export function preview(doc: RackDoc): void {
  previewWanted = doc;
  if (!previewing) void runPreviews();
}

async function runPreviews(): Promise<void> {
  previewing = true;
  while (previewWanted) {
    const doc = previewWanted;
    previewWanted = null;
    const { recording, rackId, number } = useDesk.getState();
    if (!recording) break;
    try {
      const { data } = await api.POST("/api/recordings/{recording_id}/preview", {
        params: { path: { recording_id: recording.id } },
        body: {
          number,
          breaker: doc.breaker,
          depth: doc.depth as never,
          shots: doc.shots.map((s) => s.shot) as never,
        },
      });
      if (data && useDesk.getState().rackId === rackId) {
        const reviews: Record<string, Review> = {};
        doc.shots.forEach((s, i) => {
          const review = data.reviews[i];
          if (review) reviews[s.id] = review as unknown as Review;
        });
        useDesk.setState({ reviews });
        fillFresh();
        fillSpots();
      }
    } catch {
      break; // the save says that the server is away
    }
  }
  previewing = false;
}

/** A new shot proposes the likeliest pocket once the server has measured it, unless one was chosen. */
function fillFresh(): void {
  const { fresh, doc, reviews } = useDesk.getState();
  for (const id of Object.keys(fresh)) {
    const shot = doc.shots.find((s) => s.id === id)?.shot;
    const on = reviews[id]?.balls_on ?? [];
    if (shot && !shot.plan.ball && !shot.result && shot.plan.kind === "direct" && on.length === 1) {
      fill(id, (s) => ({ ...s, plan: { ...s.plan, ball: on[0] ?? null } }));
      continue;
    }
    const best = reviews[id]?.pots[0];
    if (
      !shot ||
      shot.plan.pocket ||
      shot.result ||
      shot.plan.kind !== "direct" ||
      shot.plan.choice === "safety"
    )
      continue;
    if (!best || best.ball !== shot.plan.ball || !best.possible) continue;
    const pocket = best.pocket as NonNullable<typeof shot.plan.pocket>;
    fill(id, (s) => ({ ...s, plan: { ...s.plan, pocket } }));
  }
}

/** Balls that come back by the rules are put where the server says, in shots that were just logged. */
function fillSpots(): void {
  const { spotting, reviews, doc } = useDesk.getState();
  for (const id of Object.keys(spotting)) {
    const back = reviews[id]?.respot ?? {};
    if (!Object.keys(back).length || !doc.shots.find((s) => s.id === id)?.shot.result) continue;
    fill(id, (s) => withResult(s, { moved: { ...s.result?.moved, ...back } }));
  }
}

const fill = (id: string, how: (shot: Shot) => Shot) => editSilently((d) => changeShot(d, id, how));

function schedule(after: number): void {
  window.clearTimeout(saveTimer);
  saveTimer = window.setTimeout(() => void saveNow(), after);
}

/** Stores what differs, the rack's own fields first. Safe to call at any time; one save runs at a time. */
export async function saveNow(): Promise<void> {
  const { doc, base, rackId, save, mending } = useDesk.getState();
  if (saving || !rackId || save === "conflict") return;
  if (!changesBetween(doc, base, mending) && !rackFieldsDiffer(doc, base)) {
    useDesk.setState({ save: "saved", saveWords: "" });
    keepDraft();
    return;
  }
  useDesk.setState({ save: "saving" });
  const done = await send(rackId, { doc, base }, mending);
  if (done && useDesk.getState().rackId !== rackId) await sendLeft(rackId);
  if (useDesk.getState().save === "waiting") schedule(0);
}

/** Sends what was changed of a rack between the last save and leaving its desk. */
async function sendLeft(rackId: number): Promise<void> {
  for (let left = readDraft(rackId); left; left = readDraft(rackId)) {
    if (useDesk.getState().rackId === rackId) return; // it was opened again, and is sent from there
    if (!changesBetween(left.doc, left.base) && !rackFieldsDiffer(left.doc, left.base))
      return dropDraft(rackId);
    if (!(await send(rackId, left))) return;
  }
}

/** Sends what differs in a draft, in order; what follows is not sent where something was refused. Whether it is
 * all stored. */
async function send(
  rackId: number,
  { doc, base }: Draft,
  mending: Record<string, true> = {},
): Promise<boolean> {
  const changes = changesBetween(doc, base, mending);
  saving = true;
  try {
    if (rackFieldsDiffer(doc, base) && !(await storeRack(rackId, doc, base))) return false;
    return !changes || (await storeShots(rackId, doc, changes));
  } catch (problem) {
    if (useDesk.getState().rackId !== rackId) return false; // it stays a draft, sent when the rack is opened again
    const words =
      problem instanceof Error && problem.message ? problem.message : "The server does not answer";
    useDesk.setState({ save: "offline", saveWords: `${words}; kept in this browser.` });
    schedule(RETRY_AFTER);
    return false;
  } finally {
    saving = false;
  }
}

async function storeRack(rackId: number, doc: RackDoc, base: Base): Promise<boolean> {
  const { data, error, response } = await api.PUT("/api/racks/{rack_id}", {
    params: { path: { rack_id: rackId } },
    body: {
      version: base.rackVersion,
      breaker: doc.breaker,
      notes: doc.notes,
      depth: doc.depth as never,
      winner: doc.winner,
      how: doc.how as never,
    },
  });
  if (data) stored({ ...doc, shots: base.doc.shots }, data as unknown as RackView);
  else refused(rackId, response.status, error);
  return Boolean(data);
}

async function storeShots(rackId: number, doc: RackDoc, changes: Changes): Promise<boolean> {
  const { data, error, response } = await api.POST("/api/racks/{rack_id}/changes", {
    params: { path: { rack_id: rackId } },
    body: changes as never,
  });
  if (data) stored(doc, data as unknown as RackView);
  else refused(rackId, response.status, error);
  return Boolean(data);
}

function stored(sent: RackDoc, rack: RackView): void {
  const state = useDesk.getState();
  if (state.rackId !== rack.id) return storedAfterLeaving(sent, rack);
  const doc = takeIn(state.doc, sent, state.base, rack);
  const fromElsewhere = !same(docOf(rack), sent);
  const base = baseOf(rack);
  history().pause();
  useDesk.setState({ base, doc: same(doc, state.doc) ? state.doc : doc });
  history().resume();
  if (fromElsewhere) history().clear(); // an undo must not take back somebody else's change
  const settled = same(doc, base.doc);
  useDesk.setState({
    over: rack.over,
    nextTurn: rack.next_turn,
    damage: damageOf(rack),
    mending: {},
    save: settled ? "saved" : "waiting",
    saveWords: fromElsewhere ? "Changes from elsewhere were taken in." : "",
    ...(settled ? { reviews: reviewsOf(rack) } : {}),
  });
  keepDraft();
}

/** Stored while the desk was being left: what was changed after it was sent is a draft on the new base. */
function storedAfterLeaving(sent: RackDoc, rack: RackView): void {
  const draft = readDraft(rack.id);
  if (!draft) return;
  const left: Draft = { doc: takeIn(draft.doc, sent, draft.base, rack), base: baseOf(rack) };
  if (same(left.doc, left.base.doc)) dropDraft(rack.id);
  else writeDraft(rack.id, left);
}

function refused(rackId: number, status: number, error: unknown): void {
  const problem = asProblem(error);
  if (status >= 500 || status === 0) throw new Error(problem.message);
  if (useDesk.getState().rackId !== rackId) return; // shown when the rack is opened again
  const { rack, ...shots } = (problem.current ?? {}) as Record<string, never>;
  if (status === 409 && (rack || Object.keys(shots).length)) {
    useDesk.setState({
      save: "conflict",
      saveWords: problem.message,
      conflicts: Object.keys(shots).length ? shots : null,
      headConflict: rack ?? null,
    });
    return;
  }
  const places = problem.faults.map((f) => `${f.place}: ${f.words}`).join("; ");
  useDesk.setState({ save: "refused", saveWords: [problem.message, places].filter(Boolean).join(" – ") });
}

/** Has what can be read of a damaged shot stored instead of it. */
export function mend(id: string): void {
  useDesk.setState((s) => ({ mending: { ...s.mending, [id]: true }, save: "waiting" }));
  void saveNow();
}

/** Watches the rack: keeps, reviews and stores each change. Returns how to stop. */
export function watchDesk(): () => void {
  const stopWatching = useDesk.subscribe((now, before) => {
    if (now.doc === before.doc || now.rackId !== before.rackId) return;
    keepDraft();
    preview(now.doc);
    if (now.save !== "conflict") {
      if (!same(now.doc, now.base.doc)) useDesk.setState({ save: saving ? "saving" : "waiting" });
      schedule(SAVE_AFTER);
    }
  });
  const leave = () => {
    keepDraft();
    if (document.visibilityState === "hidden") void saveNow();
  };
  const warn = (event: BeforeUnloadEvent) => {
    if (!keepDraft()) event.preventDefault(); // neither the server nor this browser has it: ask before it is gone
  };
  document.addEventListener("visibilitychange", leave);
  window.addEventListener("beforeunload", warn);
  return () => {
    stopWatching();
    document.removeEventListener("visibilitychange", leave);
    window.removeEventListener("beforeunload", warn);
    window.clearTimeout(saveTimer);
    void saveNow();
  };
}
