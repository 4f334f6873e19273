/** The table one works on. Each gesture is a small state: press, move, release or cancel. */
import { useRef, useState, type PointerEvent } from "react";
import type {
  Angle,
  Chart,
  Drawing,
  FoundStrike,
  Leg,
  Place,
  Places,
  PlannedStrike,
  PocketName,
  Reading,
  Review,
  Routes,
  Shot,
  TableView,
} from "../api/types";
import { ChartMarks } from "../chart/ChartMarks";
import { NextMarks } from "../chart/NextMarks";
import { OrderMarks } from "../chart/OrderMarks";
import { ReadingMarks } from "../chart/ReadingMarks";
import { RouteMarks } from "../chart/RouteMarks";
import { useChart } from "../chart/chartStore";
import type { Measure } from "../parts/measure";
import { Ball } from "../table/Ball";
import { TableBed } from "../table/TableBed";
import { Hatch, MissMark, PlannedPath, PotMark } from "../table/Marks";
import { TargetMark } from "../table/TargetMark";
import { CUSHION, FRAME, distance, inside, round, settle } from "../table/geometry";
import { ballName } from "../table/colours";
import { Ends, FoundMotion, PlannedBeside, PlannedMotion } from "../table/MotionMarks";
import { usePencil } from "../drawing/pencil";
import { drawingOf } from "../drawing/strokes";
import { Wax } from "../drawing/Wax";
import * as act from "../rack/actions";
import { useDesk } from "../rack/deskStore";
import { MovingBalls } from "./MovingBalls";
import { usePlaying } from "../rack/playing";
import * as rd from "../rack/rackDoc";
import { preview } from "../rack/saving";
import { dragged as asTarget } from "../rack/targets";

type Gesture =
  | { kind: "ball"; ball: string; from: Place; at: Place; moved: boolean }
  | { kind: "cloth"; from: Place; at: Place; moved: boolean; rail: boolean }
  | { kind: "stroke"; points: Place[] };

type Props = {
  number: number;
  shot: Shot;
  id: string;
  before: Places;
  after: Places | null;
  review: Review | undefined;
  table: TableView;
  planned: PlannedStrike | null;
  found: FoundStrike | null;
  chart: Chart | null;
  measure: Measure;
  legs: Leg[];
  angle: Angle | null;
  routes: Routes | null;
  reading: Reading | null;
  hidden: boolean;
};

const MOVES_AFTER = 14; // mm on the table before a press becomes a drag
/** mm that the eye forgives in a stroke. */
const OFF = 8;
const GRIP = 46; // mm; a thumb is wider than a ball

export function TableStage({
  number,
  shot,
  id,
  before,
  after,
  review,
  table,
  planned,
  found,
  chart,
  measure,
  legs,
  angle,
  routes,
  reading,
  hidden,
}: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [gesture, setGesture] = useState<Gesture | null>(null);
  const { pencil, hidden: drawnHidden } = usePencil();
  const slip = useDesk((s) => s.slip);
  const chosen = useDesk((s) => s.chosen);
  const loss = useChart((s) => s.loss);
  const picked = useChart((s) => s.picked);
  const showPaths = useDesk((s) => s.showPaths);
  const playing = usePlaying((s) => s.playing !== null);
  const ended = !hidden && (slip === "result" || slip === "worth");
  const shown: Places = ended ? (after ?? rd.afterResult(before, rd.emptyResult())) : before;
  const edge = CUSHION + FRAME + 12;
  const view = { x: -edge, y: -edge, width: table.length + 2 * edge, height: table.width + 2 * edge };

  const placeOf = (event: PointerEvent): Place => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return [0, 0];
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [p.x, table.width - p.y];
  };

  const grab = (at: Place): string | null =>
    Object.entries(shown)
      .map(([ball, place]) => ({ ball, far: distance(place, at) }))
      .filter((one) => one.far < GRIP)
      .sort((a, b) => a.far - b.far)[0]?.ball ?? null;

  const press = (event: PointerEvent) => {
    if (event.button !== 0) return;
    const at = placeOf(event);
    if (pencil) {
      svg.current?.setPointerCapture(event.pointerId);
      return setGesture({ kind: "stroke", points: [at] });
    }
    const off = !ended && chosen && !(chosen in before);
    const ball = off ? null : grab(at);
    svg.current?.setPointerCapture(event.pointerId);
    if (ball) setGesture({ kind: "ball", ball, from: at, at, moved: false });
    else setGesture({ kind: "cloth", from: at, at, moved: false, rail: event.shiftKey });
  };

  const move = (event: PointerEvent) => {
    const at = placeOf(event);
    useDesk.setState({ pointer: at });
    if (!gesture) return;
    if (gesture.kind === "stroke") return setGesture({ ...gesture, points: [...gesture.points, at] });
    const moved = gesture.moved || distance(gesture.from, at) > MOVES_AFTER;
    setGesture({ ...gesture, at, moved });
    if (gesture.kind === "ball" && moved) previewMove(gesture.ball, at);
  };

  const previewMove = (ball: string, wanted: Place) => {
    const place = settle(table, shown, ball, wanted);
    if (!place) return;
    const doc = rd.changeShot(useDesk.getState().doc, id, (s) =>
      ended ? rd.placeAfter(s, ball, place) : rd.placeBefore(s, ball, place),
    );
    preview(doc);
  };

  const release = (event: PointerEvent) => {
    const done = gesture;
    setGesture(null);
    if (!done) return;
    if (done.kind === "stroke") {
      const made = pencil && done.points.length > 1 ? drawingOf("table", pencil, done.points, OFF) : null;
      if (made) act.addDrawing(number, made);
      return;
    }
    const at = placeOf(event);
    if (done.kind === "ball") {
      if (done.moved) act.putBall(number, done.ball, at);
      else act.pickBall(number, done.ball);
      return;
    }
    const pocket = pocketAt(table, done.from);
    if (pocket && !done.moved) return act.pickPocket(number, pocket);
    if (!onCloth(table, done.from)) return;
    if (done.rail && slip === "plan")
      return act.setPlan(number, { via: [...shot.plan.via, onCushion(table, done.from)] });
    const start = round(inside(table, "cue", done.from));
    if (done.moved && slip === "plan" && distance(done.from, at) > 60)
      act.drawTarget(number, start, round(inside(table, "cue", at)));
    else act.clickCloth(number, start);
  };

  const dragged = gesture?.kind === "ball" && gesture.moved ? gesture : null;
  const held = dragged ? settle(table, shown, dragged.ball, dragged.at) : null;
  const drawing =
    gesture?.kind === "cloth" && gesture.moved && slip === "plan" && !gesture.rail ? gesture : null;
  // What the tool reads off the table is not to be told from the planned strike under its lines.
  const paths = showPaths && !routes && !reading;
  const asDrawn: Shot = drawing
    ? rd.withPlan(shot, { target: asTarget(shot.plan.target, drawing.from, drawing.at) })
    : shot;
  const pocket = table.pockets.find((p) => p.name === shot.plan.pocket);
  const keyed = drawing ? undefined : review;
  const underHand: Places = dragged && held && !ended ? { ...before, [dragged.ball]: held } : before;

  const stroke: Drawing[] =
    gesture?.kind === "stroke" && pencil && gesture.points.length > 1
      ? [{ on: "table", kind: pencil, points: gesture.points }]
      : [];

  return (
    <svg
      ref={svg}
      viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
      className={`block h-full w-full touch-none select-none ${pencil ? "cursor-crosshair" : ""}`}
      role="application"
      aria-label={`Table, ${ended ? "after" : "before"} the shot: ${rd.inOrder(Object.keys(shown)).map(ballName).join(", ") || "no balls yet"}`}
      data-testid="table"
      onPointerDown={press}
      onPointerMove={move}
      onPointerUp={release}
      onPointerCancel={() => setGesture(null)}
      onPointerLeave={() => useDesk.setState({ pointer: null })}
    >
      <Hatch />
      <TableBed table={table} />
      {chart && !dragged && (
        <ChartMarks table={table} chart={chart} measure={measure} loss={loss} balls={shown} />
      )}
      {angle && !dragged && <NextMarks table={table} angle={angle} />}
      {routes?.routes.length && !dragged && !playing ? (
        <RouteMarks table={table} routes={routes} picked={picked} />
      ) : null}
      {reading?.stage === "fine" && !dragged && !playing && (
        <ReadingMarks table={table} reading={reading} balls={before} picked={picked} />
      )}
      {legs.length > 0 && !dragged && !playing && <OrderMarks table={table} legs={legs} />}
      {pocket && (
        <circle
          cx={pocket.mouth[0]}
          cy={table.width - pocket.mouth[1]}
          r={92}
          fill="none"
          stroke="var(--sight)"
          strokeWidth={9}
          strokeDasharray="26 16"
          data-mark="planned-pocket"
        />
      )}
      {ended &&
        Object.entries(before).map(([ball, at]) => {
          const now = shown[ball];
          return !now || distance(now, at) > 1 ? (
            <Ball key={ball} table={table} ball={ball} at={at} faint />
          ) : null;
        })}
      <TargetMark table={table} shot={asDrawn} balls={shown} />
      <PlannedPath table={table} shot={asDrawn} review={review} />
      {paths && !ended && keyed?.pot && (
        <PotMark table={table} pot={keyed.pot} before={underHand} rays={!planned || Boolean(dragged)} />
      )}
      {showPaths && !ended && !dragged && planned && !playing && slip === "strike" && (
        <Ends table={table} ends={planned.ends} />
      )}
      {paths && !ended && !dragged && planned && (
        <PlannedMotion table={table} planned={planned} natural={slip === "strike" && !playing} />
      )}
      {showPaths && ended && found && planned && <PlannedBeside table={table} planned={planned} />}
      {showPaths && ended && found && <FoundMotion table={table} found={found} />}
      {ended && keyed && <MissMark table={table} review={keyed} />}
      {!drawnHidden && (
        <Wax
          drawings={[...shot.drawings, ...stroke]}
          on="table"
          to={([x, y]) => [x, table.width - y]}
          broad={26}
        />
      )}
      {playing && <MovingBalls table={table} before={before} />}
      {!playing &&
        rd
          .inOrder(Object.keys(shown))
          .map((ball) => (
            <Ball
              key={ball}
              table={table}
              ball={ball}
              at={dragged?.ball === ball && held ? held : (shown[ball] as Place)}
              chosen={chosen === ball || (!ended && shot.plan.ball === ball)}
            />
          ))}
    </svg>
  );
}

function pocketAt(table: TableView, at: Place): PocketName | null {
  const near = table.pockets.find((p) => distance(p.mouth as Place, at) < (p.side ? 85 : 100));
  return (near?.name as PocketName | undefined) ?? null;
}

const onCloth = (table: TableView, [x, y]: Place) =>
  x > -CUSHION && y > -CUSHION && x < table.length + CUSHION && y < table.width + CUSHION;

/** The nearest place where the cue ball's centre meets a cushion. */
function onCushion(table: TableView, at: Place): Place {
  const r = table.cue_ball_radius;
  const [x, y] = inside(table, "cue", at);
  const sides: [number, Place][] = [
    [x, [r, y]],
    [table.length - x, [table.length - r, y]],
    [y, [x, r]],
    [table.width - y, [x, table.width - r]],
  ];
  return round(sides.sort((a, b) => a[0] - b[0])[0]?.[1] ?? at);
}
