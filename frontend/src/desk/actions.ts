/** What a reviewer can do at the desk. Keys, menu, palette and pointer all come here. */
import type { Place, PocketName, Shot } from "../api/types";
import { nineBallRack, radius, settle } from "../table/geometry";
import { edit, history, useDesk, type Slip } from "./deskStore";
import * as rd from "./rackDoc";

export type Go = (shot: number) => void;

/** The shot at a number from 1, with its layouts as they stand on the screen. */
export function at(number: number) {
  const { doc } = useDesk.getState();
  const one = doc.shots[number - 1];
  const seen = one ? rd.layouts(doc)[one.id] : undefined;
  return one && seen ? { ...one, ...seen } : null;
}

function change(number: number, how: (shot: Shot) => Shot): void {
  const one = useDesk.getState().doc.shots[number - 1];
  if (one) edit((doc) => rd.changeShot(doc, one.id, how));
}

export const openSlip = (slip: Slip) => useDesk.setState({ slip, chosen: null });
export const choose = (ball: string | null) => useDesk.setState({ chosen: ball });
export const isAfter = (): boolean => ["result", "worth"].includes(useDesk.getState().slip);

export const setPlan = (n: number, plan: Partial<Shot["plan"]>) => change(n, (s) => rd.withPlan(s, plan));
export const setResult = (n: number, result: Partial<NonNullable<Shot["result"]>>) =>
  change(n, (s) => rd.withResult(s, result));
export const setJudgement = (n: number, j: Partial<Shot["judgement"]>) =>
  change(n, (s) => rd.withJudgement(s, j));
export const setShot = (n: number, part: Partial<Shot>) => change(n, (s) => ({ ...s, ...part }));

/** Puts a ball as near to a place as the others allow, on the layout that is shown. */
export function putBall(n: number, ball: string, wanted: Place): boolean {
  const { table } = useDesk.getState();
  const one = at(n);
  if (!one || !table) return false;
  const shown = isAfter() ? (one.after ?? rd.afterResult(one.before, rd.emptyResult())) : one.before;
  const place = settle(table, shown, ball, wanted);
  if (!place) return false;
  change(n, (s) => (isAfter() ? rd.placeAfter(s, ball, place) : rd.placeBefore(s, ball, place)));
  return true;
}

export function takeOff(n: number, ball: string): void {
  if (isAfter()) change(n, (s) => rd.withResult(s, { off_table: [...(s.result?.off_table ?? []), ball] }));
  else change(n, (s) => rd.placeBefore(s, ball, null));
}

/** Moves the chosen ball by millimetres or by ball widths. */
export function nudge(n: number, dx: number, dy: number, wide: boolean): void {
  const { chosen, table } = useDesk.getState();
  const one = at(n);
  if (!chosen || !one || !table) return;
  const from = (isAfter() ? one.after : one.before)?.[chosen];
  if (!from) return;
  const step = wide ? 2 * radius(table, chosen) : 1;
  putBall(n, chosen, [from[0] + dx * step, from[1] + dy * step]);
}

/** Balls that are not on the table before this shot, in order; the cue ball first. */
export function tray(n: number): string[] {
  const one = at(n);
  const all = ["cue", ...Array.from({ length: 9 }, (_, i) => String(i + 1))];
  return all.filter((ball) => !one || !(ball in one.before));
}

/** A click on empty cloth: place the chosen tray ball, mark where the cue ball ended, or set the target. */
export function clickCloth(n: number, place: Place): void {
  const { chosen, slip } = useDesk.getState();
  const one = at(n);
  if (!one) return;
  if (slip === "result") {
    putBall(n, chosen ?? "cue", place);
    if (chosen && chosen !== "cue") choose(null);
    return;
  }
  if (slip === "worth") return;
  const off = tray(n);
  if (chosen && off.includes(chosen)) {
    putBall(n, chosen, place);
    choose(nextFromTray(n, chosen));
    return;
  }
  if (chosen) {
    choose(null);
    return;
  }
  setPlan(n, { target: { kind: "point", a: place, b: null } });
}

/** While a first layout is being laid out, the next ball of the tray comes to hand by itself. */
function nextFromTray(n: number, placed: string): string | null {
  const off = tray(n);
  if (useDesk.getState().doc.shots[n - 1]?.shot.layout.from !== "empty") return null;
  const rank = (b: string) => (b === "cue" ? 0 : Number(b));
  return off.find((ball) => rank(ball) > rank(placed)) ?? null;
}

export const setWindow = (n: number, a: Place, b: Place) =>
  setPlan(n, { target: { kind: "window", a, b } });

export function pickBall(n: number, ball: string): void {
  const { slip } = useDesk.getState();
  const one = at(n);
  if (!one) return;
  if (slip === "result" || slip === "worth" || ball === "cue" || !(ball in one.before)) choose(ball);
  else setPlan(n, { ball, pocket: one.shot.plan.ball === ball ? one.shot.plan.pocket : null });
  if (slip === "plan" && ball !== "cue" && ball in one.before) markFresh(one.id);
}

/** The tool may propose the likeliest pocket for this shot. */
function markFresh(id: string): void {
  useDesk.setState((s) => ({ fresh: { ...s.fresh, [id]: true } }));
}

export function pickPocket(n: number, pocket: PocketName): void {
  const { slip, chosen } = useDesk.getState();
  const one = at(n);
  if (!one) return;
  if (slip === "result") {
    const ball = chosen ?? one.shot.plan.ball;
    if (ball) change(n, (s) => rd.potBall(s, ball, pocket));
    if (chosen) choose(null);
  } else setPlan(n, { pocket });
}

export function potted(n: number): void {
  change(n, rd.pottedAsPlanned);
  openSlip("result");
}

export function missed(n: number): void {
  change(n, rd.missed);
  openSlip("result");
}

const CHOICES = ["attack", "safety", "two-way"];
export function nextChoice(n: number): void {
  const now = at(n)?.shot.plan.choice ?? "attack";
  const choice = CHOICES[(CHOICES.indexOf(now) + 1) % CHOICES.length] ?? "attack";
  setPlan(n, { choice, pocket: choice === "safety" ? null : (at(n)?.shot.plan.pocket ?? null) });
}

/** On to the next shot, making it when this is the last one. */
export function next(n: number, go: Go): void {
  const { doc } = useDesk.getState();
  if (n < doc.shots.length) return go(n + 1);
  addAfter(n);
  go(n + 1);
}

export function addAfter(n: number): void {
  const { doc, reviews, recording } = useDesk.getState();
  const last = at(n);
  const review = last ? reviews[last.id] : undefined;
  const players = recording?.players.map((p) => p.id) ?? [];
  const shooter = shooterAfter(last?.shot, players, review?.keeps_table ?? null, doc.breaker);
  const shot = rd.emptyShot(shooter, n === 0);
  const table = last ? (last.after ?? last.before) : {};
  shot.plan.ball = rd.lowest(table);
  const id = crypto.randomUUID();
  edit((d) => rd.insertAfter(d, last?.id ?? null, { id, shot }));
  markFresh(id);
  useDesk.setState({ slip: "plan", chosen: n === 0 ? "cue" : "cue" in table ? null : "cue" });
}

/** Who is likely to shoot: the review knows the rules, until it arrives a pot keeps the table. */
function shooterAfter(
  last: Shot | undefined, players: string[], keeps: boolean | null, breaker: string | null,
): string {
  if (!last) return breaker ?? players[0] ?? "";
  const result = last.result;
  const likely = !!result && !result.foul && result.potted.some((p) => p.ball !== "cue");
  const stays = !result || (keeps ?? likely);
  return stays ? last.shooter : (players.find((p) => p !== last.shooter) ?? last.shooter);
}

export function removeShot(n: number, go: Go): void {
  const one = at(n);
  if (!one) return;
  const follower = at(n + 1);
  edit((doc) => rd.removeShot(doc, one.id, follower?.before));
  go(Math.max(1, Math.min(n, useDesk.getState().doc.shots.length)));
}

export function rackPattern(n: number): void {
  const { table } = useDesk.getState();
  const one = at(n);
  if (!one || !table) return;
  setShot(n, {
    layout: { from: "empty", balls: nineBallRack(table) },
    plan: { ...one.shot.plan, kind: "break", ball: "1", pocket: null },
  });
  choose(null);
}

export const undo = () => history().undo();
export const redo = () => history().redo();
