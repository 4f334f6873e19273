/** What a reviewer can do at the desk. Keys, menu, palette and pointer all come here. */
import type { Game, Place, Places, PocketName, Shot } from "../api/types";
import { ballForKey, rank, theBall } from "../table/colours";
import { radius, settle } from "../table/geometry";
import { mirrored, readLayout, turned, writeLayout } from "../table/layoutText";
import { disciplineOf } from "../words/disciplines";
import { edit, history, useDesk, type Slip } from "./deskStore";
import * as rd from "./rackDoc";
import { clicked, dragged } from "./targets";

const MOST_DRAWINGS = 40;

export type Go = (shot: number) => void;

/** The shot at a number from 1, with its layouts as they stand on the screen. */
export function at(number: number) {
  const { doc } = useDesk.getState();
  const shot = doc.shots[number - 1];
  const seen = shot ? rd.layouts(doc)[shot.id] : undefined;
  return shot && seen ? { ...shot, ...seen } : null;
}

function change(number: number, how: (shot: Shot) => Shot): void {
  const docShot = useDesk.getState().doc.shots[number - 1];
  if (docShot) edit((doc) => rd.changeShot(doc, docShot.id, how));
}

export const openSlip = (slip: Slip) => useDesk.setState({ slip, chosen: null, laying: false });
export const choose = (ball: string | null) =>
  useDesk.setState(ball === null ? { chosen: null, laying: false } : { chosen: ball });
export const isAfter = (): boolean => {
  const { slip, current, doc, blind } = useDesk.getState();
  return ["result", "worth"].includes(slip) && !rd.isHidden(blind, doc.shots[current - 1]?.shot);
};

/** While a result waits for the verdict on its decision nothing changes it; says so. */
function waits(n: number): boolean {
  const { doc, blind } = useDesk.getState();
  const hidden = rd.isHidden(blind, doc.shots[n - 1]?.shot);
  if (hidden)
    useDesk.setState({ slip: "result", message: "The result is hidden: judge the decision first." });
  return hidden;
}

export const setPlan = (n: number, plan: Partial<Shot["plan"]>) => change(n, (s) => rd.withPlan(s, plan));
export const setResult = (n: number, result: Partial<NonNullable<Shot["result"]>>) => {
  if (!waits(n)) change(n, (s) => rd.withResult(s, result));
};
export const setJudgement = (n: number, j: Partial<Shot["judgement"]>) =>
  change(n, (s) => rd.withJudgement(s, j));
export const setShot = (n: number, part: Partial<Shot>) => change(n, (s) => ({ ...s, ...part }));

/** Puts a ball as near to a place as the others allow, on the layout that is shown. */
export function putBall(n: number, ball: string, wanted: Place): boolean {
  const { table, laying } = useDesk.getState();
  const one = at(n);
  if (!one || !table) return false;
  const shown = isAfter() ? (one.after ?? rd.afterResult(one.before, rd.emptyResult())) : one.before;
  const place = settle(table, laying ? laid(shown, ball) : shown, ball, wanted);
  if (!place) return false;
  const from = (s: Shot) => (laying ? rd.clearBall(s, ball) : s);
  change(n, (s) => (isAfter() ? rd.placeAfter(from(s), ball, place) : rd.placeBefore(s, ball, place)));
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
  const all = ["cue", ...rd.inOrder(useDesk.getState().game?.balls ?? [])];
  return all.filter((ball) => !one || !(ball in one.before));
}

/** A click on empty cloth: place the chosen tray ball, mark where the cue ball ended, or set the target. */
export function clickCloth(n: number, place: Place): void {
  const { chosen, slip } = useDesk.getState();
  const one = at(n);
  if (!one) return;
  if (slip === "result") {
    if (waits(n)) return;
    putBall(n, chosen ?? "cue", place);
    if (useDesk.getState().laying) layNext(n);
    else if (chosen && chosen !== "cue") choose(null);
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
  setPlan(n, { target: clicked(one.shot.plan.target, place) });
}

const layingOrder = (balls: Places): string[] => [
  "cue",
  ...rd.inOrder(Object.keys(balls).filter((ball) => ball !== "cue")),
];

/** The balls that are laid out already: those to come lie where they did before the shot, in nobody's way. */
function laid(shown: Places, ball: string): Places {
  const order = layingOrder(shown);
  const done = order.slice(0, order.indexOf(ball));
  return Object.fromEntries(Object.entries(shown).filter(([other]) => done.includes(other)));
}

/** Begins to lay out the picture after a shot: every ball in turn, the cue ball first. */
export function layAfter(n: number): void {
  const shot = at(n);
  if (!shot || waits(n)) return;
  useDesk.setState({ slip: "result", laying: true, chosen: null });
  layNext(n);
}

/** The next ball of the picture comes to hand; after the last one the hand is empty. */
export function layNext(n: number): void {
  const shot = at(n);
  const { chosen } = useDesk.getState();
  if (!shot) return;
  const balls = layingOrder(shot.before);
  const next = balls[chosen === null ? 0 : balls.indexOf(chosen) + 1];
  if (!next) {
    choose(null);
    return tell("Every ball is laid out.");
  }
  useDesk.setState({ chosen: next });
  tell(`Click where ${theBall(next)} ended, or its pocket. Shift S: it did not move. Esc: enough.`);
}

/** The ball in hand did not move in the shot; the next one comes to hand. */
export function layStays(n: number): void {
  const { laying, chosen } = useDesk.getState();
  const cue = at(n)?.before.cue;
  if (!laying || !chosen) return;
  change(n, (s) => {
    const cleared = rd.clearBall(s, chosen);
    return chosen === "cue" && cue ? rd.placeAfter(cleared, "cue", cue) : cleared;
  });
  layNext(n);
}

/** While a first layout is being laid out, the next ball of the tray comes to hand by itself. */
function nextFromTray(n: number, placed: string): string | null {
  const off = tray(n);
  if (useDesk.getState().doc.shots[n - 1]?.shot.layout.from !== "empty") return null;
  return off.find((ball) => rank(ball) > rank(placed)) ?? null;
}

export function drawTarget(n: number, a: Place, b: Place): void {
  const now = at(n)?.shot.plan.target;
  if (now) setPlan(n, { target: dragged(now, a, b) });
}

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

/** The ball that a number key means here. */
export function pickKey(n: number, key: number): void {
  const one = at(n);
  const { chosen, game } = useDesk.getState();
  if (!one || !game) return;
  const here = Object.keys(isAfter() ? (one.after ?? one.before) : one.before);
  const ball =
    ballForKey(key, here, isAfter() ? chosen : one.shot.plan.ball) ?? ballForKey(key, game.balls, chosen);
  if (ball) pickBall(n, ball);
}

export function holdKey(n: number, key: number): void {
  const { chosen, game } = useDesk.getState();
  const ball = ballForKey(key, game?.balls ?? [], chosen);
  if (ball && at(n)) choose(ball);
}

export function pickPocket(n: number, pocket: PocketName): void {
  const { slip, chosen } = useDesk.getState();
  const one = at(n);
  if (!one) return;
  if (slip === "result") {
    if (waits(n)) return;
    const ball = chosen ?? one.shot.plan.ball;
    const { laying } = useDesk.getState();
    if (ball) change(n, (s) => rd.potBall(laying ? rd.clearBall(s, ball) : s, ball, pocket));
    markSpotting(one.id);
    if (laying) layNext(n);
    else if (chosen) choose(null);
  } else setPlan(n, { pocket });
}

/** Balls that come back by the rules may be put on their spots in this shot. */
function markSpotting(id: string): void {
  useDesk.setState((s) => ({ spotting: { ...s.spotting, [id]: true } }));
}

/** Puts balls that come back where the server says. */
export function respot(n: number): void {
  const one = at(n);
  const back = one ? useDesk.getState().reviews[one.id]?.respot : undefined;
  if (one && back && Object.keys(back).length)
    change(n, (s) => rd.withResult(s, { moved: { ...s.result?.moved, ...back } }));
}

export function potted(n: number): void {
  if (waits(n)) return;
  const one = at(n);
  if (one) markSpotting(one.id);
  change(n, rd.pottedAsPlanned);
  openSlip("result");
}

export function missed(n: number): void {
  if (waits(n)) return;
  change(n, rd.missed);
  openSlip("result");
}

const CHOICES = ["attack", "safety", "two-way"];
export function nextChoice(n: number): void {
  const now = at(n)?.shot.plan.choice ?? "attack";
  const choice = CHOICES[(CHOICES.indexOf(now) + 1) % CHOICES.length] ?? "attack";
  setPlan(n, { choice, pocket: choice === "safety" ? null : (at(n)?.shot.plan.pocket ?? null) });
}

export function kick(n: number): void {
  setPlan(n, { kind: at(n)?.shot.plan.kind === "kick" ? "direct" : "kick" });
}

/** On to the next shot, making it when this is the last one. */
export function next(n: number, go: Go): void {
  const { doc } = useDesk.getState();
  if (n < doc.shots.length) return go(n + 1);
  const last = doc.shots.length; // an empty rack has no shot yet, though the first is looked at
  addAfter(last);
  go(last + 1);
}

export function addAfter(n: number): void {
  const { doc, reviews, recording, nextTurn, game } = useDesk.getState();
  const last = at(n);
  const review = last ? reviews[last.id] : undefined;
  const players = recording?.players.map((p) => p.id) ?? [];
  const team = recording?.match.kind === "team";
  const shooter = shooterAfter(
    last?.shot,
    players,
    team ? false : (review?.keeps_table ?? null),
    doc.breaker ?? (nextTurn.length === 1 ? (nextTurn[0] ?? null) : null),
  );
  const shot = rd.emptyShot(shooter, n === 0);
  const table = last ? (last.after ?? last.before) : {};
  const goesOn = n === 0 && game?.goes_on ? game.racked : null;
  if (goesOn) shot.layout.balls = { ...goesOn };
  const inTurn = disciplineOf(recording?.match.discipline).order === "in-order";
  shot.plan.ball = inTurn ? rd.lowest(table) : null;
  const id = crypto.randomUUID();
  edit((d) => rd.insertAfter(d, last?.id ?? null, { id, shot }));
  markFresh(id);
  useDesk.setState({ slip: "plan", chosen: "cue" in (goesOn ?? table) ? null : "cue" });
}

/** Who is likely to shoot: the review knows the rules, until it arrives a pot keeps the table. */
function shooterAfter(
  last: Shot | undefined,
  players: string[],
  keeps: boolean | null,
  breaker: string | null,
): string {
  if (!last) return breaker ?? players[0] ?? "";
  const result = last.result;
  const likely = !!result && !result.foul && result.potted.some((p) => p.ball !== "cue");
  const stays = !result || (keeps ?? likely);
  return stays
    ? last.shooter
    : (players[(players.indexOf(last.shooter) + 1) % Math.max(1, players.length)] ?? last.shooter);
}

export function removeShot(n: number, go: Go): void {
  const one = at(n);
  if (!one) return;
  const follower = at(n + 1);
  edit((doc) => rd.removeShot(doc, one.id, follower?.before));
  go(Math.max(1, Math.min(n, useDesk.getState().doc.shots.length)));
}

export function rackPattern(n: number): void {
  const { game, doc } = useDesk.getState();
  if (!doc.shots.length) addAfter(0); // on an empty rack this is its first shot
  const one = at(n);
  if (!one || !game) return;
  const cue = nextBreakPlace(one.before, game);
  setShot(n, {
    layout: { from: "empty", balls: { ...game.racked, cue } },
    plan: { ...one.shot.plan, kind: "break", ball: game.break_ball, pocket: null },
  });
  choose(null);
}

/** Where the cue ball goes for the break: of a rack that is set already, to the next of its usual places. */
function nextBreakPlace(before: Places, game: Game): Place {
  const usual = game.break_places as Place[];
  const first = usual[0] ?? [0, 0];
  const set = Object.entries(game.racked).every(
    ([ball, at]) => ball === "cue" || rd.same(before[ball], at),
  );
  if (!set || !before.cue) return first;
  const now = usual.findIndex((place) => rd.same(place, before.cue));
  return usual[(now + 1) % usual.length] ?? first;
}

/** The layout before this shot in a mirror along the table, or turned to its other end. */
export function flip(n: number, how: "mirror" | "turn"): void {
  const { table } = useDesk.getState();
  const one = at(n);
  if (!one || !table) return;
  const turn = how === "mirror" ? mirrored : turned;
  if (isAfter() && one.after) return setAfter(n, turn(one.after, table));
  setShot(n, { layout: { from: "empty", balls: turn(one.before, table) } });
}

export function copyLayout(n: number): void {
  const one = at(n);
  if (!one) return;
  const shown = isAfter() ? (one.after ?? one.before) : one.before;
  void navigator.clipboard.writeText(writeLayout(shown, useDesk.getState().table ?? undefined)).then(
    () => tell("The layout is copied as text."),
    () => tell("The browser does not allow copying here."),
  );
}

/** The balls after a shot lie so; those not named stay as they are. */
function setAfter(n: number, places: Places): void {
  if (waits(n)) return;
  change(n, (shot) => Object.entries(places).reduce((s, [ball, at]) => rd.placeAfter(s, ball, at), shot));
}

/** Sets the layout that is shown from text; every line that cannot be read is named, the rest is taken. */
export function pasteLayout(n: number, text: string): void {
  const { table, game } = useDesk.getState();
  if (!at(n) || !table || !game) return;
  const { places, faults, rescaled } = readLayout(text, table, game.balls);
  if (!Object.keys(places).length)
    return tell(`Nothing of the pasted text is a layout. ${faults[0] ?? ""}`);
  if (isAfter()) setAfter(n, places);
  else setShot(n, { layout: { from: "empty", balls: places } });
  const done = `${Object.keys(places).length} balls pasted${isAfter() ? " where they ended" : ""}${rescaled ? ", rescaled to this table" : ""}.`;
  tell(faults.length ? `${done} Left out: ${faults.join("; ")}` : done);
}

export const tell = (words: string) => useDesk.setState({ message: words });

export function addDrawing(n: number, drawing: Shot["drawings"][number]): void {
  const drawn = useDesk.getState().doc.shots[n - 1]?.shot.drawings ?? [];
  if (drawn.length >= MOST_DRAWINGS) tell(`A shot holds ${MOST_DRAWINGS} pencil marks: clear some first.`);
  else setShot(n, { drawings: [...drawn, drawing] });
}

export const clearDrawings = (n: number) => setShot(n, { drawings: [] });

export const undo = () => history().undo();
export const redo = () => history().redo();
