/** The rack as it is being edited: plain data and pure changes to it. No network, no React. */
import type { Judgement, Place, Places, Plan, PocketName, Position, Result, Shot } from "../api/types";
import { rank } from "../table/colours";
import { target } from "./targets";

/** The kind of a recording that is one position to study. */
export const STUDY = "study";

export type DocShot = { id: string; shot: Shot };
/** All of a rack but its shots. */
export type RackHead = {
  breaker: string | null;
  notes: string;
  depth: string;
  winner: string | null;
  how: string | null;
};
export type RackDoc = RackHead & { shots: DocShot[] };
export const emptyHead: RackHead = { breaker: null, notes: "", depth: "full", winner: null, how: null };

export const emptyPlan = (): Plan => ({
  ball: null,
  pocket: null,
  part: null,
  kind: "direct",
  also: [],
  choice: "attack",
  reason: null,
  intent: null,
  tip: null,
  speed: null,
  elevation: null,
  fullness: null,
  hit_side: null,
  aids: [],
  target: target("unset"),
  second: target("unset"),
  via: [],
  better_error: null,
  next_ball: null,
  next_pocket: null,
  wanted_angle: null,
  free_ball: false,
  hit: null,
  visit: null,
});

export const emptyResult = (): Result => ({
  potted: [],
  off_table: [],
  foul: null,
  cue_end: null,
  moved: {},
  foul_ball: null,
  penalty: null,
  miss: false,
  break_rails: null,
  break_over: null,
  ruled: null,
  observed: null,
});

export const emptyJudgement = (): Judgement => ({
  grade: null,
  decision: null,
  luck: null,
  causes: [],
  left_out: null,
  verdicts: [],
  evidence: {},
  caused_back: null,
  question: "",
  lesson: "",
  stated: [],
});

/** Of a position nothing is said yet. */
export const emptyPosition = (): Position => ({
  hand: null,
  group: null,
  score: null,
  other_score: null,
  fouls: null,
  other_fouls: null,
  misses: null,
  other_misses: null,
  push_out: null,
  on: null,
  free: null,
  visits: null,
  pack: null,
});

export const emptyShot = (shooter: string, first: boolean): Shot => ({
  shooter,
  time_s: null,
  end_s: null,
  gap: null,
  layout: { from: first ? "empty" : "previous", balls: {} },
  position: null,
  plan: emptyPlan(),
  result: null,
  judgement: emptyJudgement(),
  drawings: [],
  notes: "",
  tags: [],
});

/** Whether a shot's result waits for the verdict on its decision. A break is no decision of that kind. */
export const isHidden = (blind: boolean, shot: Shot | undefined): boolean =>
  blind && !!shot?.result && !shot.judgement.decision && shot.plan.kind !== "break";

export function changeShot(doc: RackDoc, id: string, change: (shot: Shot) => Shot): RackDoc {
  return { ...doc, shots: doc.shots.map((s) => (s.id === id ? { ...s, shot: change(s.shot) } : s)) };
}

export function insertAfter(doc: RackDoc, after: string | null, made: DocShot): RackDoc {
  const at = after === null ? 0 : doc.shots.findIndex((s) => s.id === after) + 1;
  return { ...doc, shots: [...doc.shots.slice(0, at), made, ...doc.shots.slice(at)] };
}

/** Removes a shot. When it was the first, the next one starts from an empty table in its place. */
export function removeShot(doc: RackDoc, id: string, before: Places | undefined): RackDoc {
  const first = doc.shots[0]?.id === id;
  const shots = doc.shots.filter((s) => s.id !== id);
  const head = shots[0];
  if (first && head && head.shot.layout.from === "previous")
    shots[0] = { ...head, shot: { ...head.shot, layout: { from: "empty", balls: { ...(before ?? {}) } } } };
  return { ...doc, shots };
}

/** The layout after a result, the same rule as the core's. */
export function afterResult(before: Places, result: Result): Places {
  const after = { ...before };
  for (const { ball } of result.potted) delete after[ball];
  for (const ball of result.off_table) delete after[ball];
  const down = result.potted.some((p) => p.ball === "cue") || result.off_table.includes("cue");
  delete after.cue;
  if (!down && result.cue_end) after.cue = result.cue_end;
  return { ...after, ...result.moved };
}

/** Every shot's layouts, replayed on the screen so that dragging never waits for the server. */
export function layouts(doc: RackDoc): Record<string, { before: Places; after: Places | null }> {
  const found: Record<string, { before: Places; after: Places | null }> = {};
  let table: Places = {};
  for (const { id, shot } of doc.shots) {
    const before: Places = shot.layout.from === "empty" ? {} : { ...table };
    for (const [ball, place] of Object.entries(shot.layout.balls)) {
      if (place) before[ball] = place;
      else delete before[ball];
    }
    const after = shot.result ? afterResult(before, shot.result) : null;
    found[id] = { before, after };
    table = after ?? before;
  }
  return found;
}

export function placeBefore(shot: Shot, ball: string, place: Place | null): Shot {
  const balls = { ...shot.layout.balls, [ball]: place };
  if (place === null && shot.layout.from === "empty") delete balls[ball];
  return { ...shot, layout: { ...shot.layout, balls } };
}

export function withPlan(shot: Shot, change: Partial<Plan>): Shot {
  return { ...shot, plan: { ...shot.plan, ...change } };
}

export function withResult(shot: Shot, change: Partial<Result>): Shot {
  return { ...shot, result: { ...(shot.result ?? emptyResult()), ...change } };
}

export function withJudgement(shot: Shot, change: Partial<Judgement>): Shot {
  return { ...shot, judgement: { ...shot.judgement, ...change } };
}

/** Where a ball ended: the cue ball has its own field, an object ball has moved. */
export function placeAfter(shot: Shot, ball: string, place: Place): Shot {
  const result = shot.result ?? emptyResult();
  if (ball !== "cue") return withResult(shot, { moved: { ...result.moved, [ball]: place } });
  const potted = result.potted.filter((p) => p.ball !== "cue");
  const off_table = result.off_table.filter((b) => b !== "cue");
  const foul = result.foul === "scratch" ? null : result.foul;
  return withResult(shot, { cue_end: place, potted, off_table, foul });
}

/** The ball falls in the pocket; asked again for the same pocket, it does not. A cue ball down is a scratch. */
export function potBall(shot: Shot, ball: string, pocket: PocketName): Shot {
  const result = shot.result ?? emptyResult();
  const same = result.potted.some((p) => p.ball === ball && p.pocket === pocket);
  const others = result.potted.filter((p) => p.ball !== ball);
  const potted = same ? others : [...others, { ball, pocket }];
  const moved = { ...result.moved };
  delete moved[ball];
  const change: Partial<Result> = { potted, moved };
  if (ball === "cue") {
    change.cue_end = same ? result.cue_end : null;
    change.foul = same ? (result.foul === "scratch" ? null : result.foul) : "scratch";
  }
  return withResult(shot, change);
}

export function unpot(shot: Shot, ball: string): Shot {
  const result = shot.result ?? emptyResult();
  const foul = ball === "cue" && result.foul === "scratch" ? null : result.foul;
  return withResult(shot, {
    potted: result.potted.filter((p) => p.ball !== ball),
    off_table: result.off_table.filter((b) => b !== ball),
    foul,
  });
}

/** Nothing is said of where a ball ended. */
export function clearBall(shot: Shot, ball: string): Shot {
  const cleared = unpot(shot, ball);
  const moved = { ...cleared.result?.moved };
  delete moved[ball];
  return withResult(cleared, ball === "cue" ? { moved, cue_end: null } : { moved });
}

/** The planned ball is down in the planned pocket; nothing to do while either is unknown. */
export function pottedAsPlanned(shot: Shot): Shot {
  const { ball, pocket } = shot.plan;
  if (!ball || !pocket) return withResult(shot, {});
  const result = shot.result ?? emptyResult();
  const potted = [...result.potted.filter((p) => p.ball !== ball), { ball, pocket }];
  return withResult(shot, { potted });
}

export function missed(shot: Shot): Shot {
  const result = shot.result ?? emptyResult();
  return withResult(shot, { potted: result.potted.filter((p) => p.ball !== shot.plan.ball) });
}

export const inOrder = (balls: string[]): string[] => [...balls].sort((a, b) => rank(a) - rank(b));
export const lowest = (balls: Places): string | null =>
  inOrder(Object.keys(balls).filter((ball) => ball !== "cue"))[0] ?? null;

/** Field by field: what each side changed since the base, for a conflict. */
export type Clash = { field: string; mine: unknown; theirs: unknown };

export function flatten(shot: Shot): Record<string, unknown> {
  const flat: Record<string, unknown> = {
    shooter: shot.shooter,
    time: shot.time_s,
    end: shot.end_s,
    drawings: shot.drawings,
    gap: shot.gap,
    notes: shot.notes,
    tags: shot.tags,
    layout: shot.layout,
    position: shot.position,
  };
  for (const [key, value] of Object.entries(shot.plan)) flat[`plan.${key}`] = value;
  for (const [key, value] of Object.entries(shot.judgement)) flat[`judgement.${key}`] = value;
  if (shot.result) for (const [key, value] of Object.entries(shot.result)) flat[`result.${key}`] = value;
  else flat.result = null;
  return flat;
}

export const same = (a: unknown, b: unknown): boolean => stable(a) === stable(b);

function stable(value: unknown): string {
  return (
    JSON.stringify(value, (_, v: unknown) =>
      v && typeof v === "object" && !Array.isArray(v)
        ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
        : v,
    ) ?? "undefined"
  );
}

export function clashes(mine: Shot, theirs: Shot): Clash[] {
  const a = flatten(mine);
  const b = flatten(theirs);
  return [...new Set([...Object.keys(a), ...Object.keys(b)])]
    .filter((field) => field !== "result" && !same(a[field], b[field]))
    .map((field) => ({ field, mine: a[field], theirs: b[field] }));
}

/** Mine, with the named fields taken from theirs. */
export function mergeShot(mine: Shot, theirs: Shot, takeTheirs: Set<string>, notes?: string): Shot {
  const merged: Shot = structuredClone(mine);
  for (const field of takeTheirs) {
    const [part, name] = field.split(".") as [string, string | undefined];
    if (part === "plan" && name) Object.assign(merged.plan, { [name]: theirs.plan[name as keyof Plan] });
    else if (part === "judgement" && name)
      Object.assign(merged.judgement, { [name]: theirs.judgement[name as keyof Judgement] });
    else if (part === "result" && name) {
      const from = theirs.result ?? emptyResult();
      merged.result = { ...(merged.result ?? emptyResult()), [name]: from[name as keyof Result] };
    } else if (part === "time") merged.time_s = theirs.time_s;
    else if (part === "end") merged.end_s = theirs.end_s;
    else Object.assign(merged, { [part]: theirs[part as keyof Shot] });
  }
  if (notes !== undefined) merged.notes = notes;
  return merged;
}

/** At most 20 tags of at most 60 letters, each once. */
export const tagsOf = (text: string): string[] =>
  [
    ...new Set(
      text
        .split(",")
        .map((tag) => tag.trim().slice(0, 60))
        .filter(Boolean),
    ),
  ].slice(0, 20);
