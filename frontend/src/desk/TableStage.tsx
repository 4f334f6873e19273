/** The table one works on: what lies on it, what is planned, and what the tool reads off it. */
import { lazy, Suspense, useRef } from "react";
import type {
  Angle,
  Chart,
  Drawing,
  FoundStrike,
  Leg,
  Place,
  Places,
  PlannedStrike,
  Reading,
  Review,
  Routes,
  Shot,
  TableView,
  WinChart,
} from "../api/types";
import { NextMarks } from "../chart/NextMarks";
import { OrderMarks } from "../chart/OrderMarks";
import { ReadingMarks } from "../chart/ReadingMarks";
import { RouteMarks } from "../chart/RouteMarks";
import { OFF } from "../chart/win";
import { WinMarks } from "../chart/WinMarks";
import { useChart } from "../chart/chartStore";
import type { Measure } from "../parts/measure";
import { Ball } from "../table/Ball";
import { TableBed } from "../table/TableBed";
import { Hatch, MissMark, PlannedPath, PotMark } from "../table/Marks";
import { TargetMark } from "../table/TargetMark";
import { CUSHION, FRAME, distance, settle } from "../table/geometry";
import { ballName } from "../table/colours";
import { Ends, FoundMotion, PlannedBeside, PlannedMotion } from "../table/MotionMarks";
import { usePencil } from "../drawing/pencil";
import { Wax } from "../drawing/Wax";
import { useDesk, type Slip } from "../rack/deskStore";
import { MovingBalls } from "./MovingBalls";
import { useGestures } from "./useGestures";
import { usePlaying } from "../rack/playing";
import * as rd from "../rack/rackDoc";
import { dragged as asTarget } from "../rack/targets";

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
  win: WinChart | null;
  measure: Measure;
  legs: Leg[];
  keyBall: string | null;
  breakBall: string | null;
  angle: Angle | null;
  routes: Routes | null;
  reading: Reading | null;
  hidden: boolean;
};

/** Fetched with the first map, which takes longer. */
const ChartMarks = lazy(async () => ({ default: (await import("../chart/ChartMarks")).ChartMarks }));

export function TableStage(props: Props) {
  const { number, shot, id, before, after, review, table, planned, found, routes, reading, hidden } = props;
  const svg = useRef<SVGSVGElement>(null);
  const { pencil, hidden: drawnHidden } = usePencil();
  const slip = useDesk((s) => s.slip);
  const chosen = useDesk((s) => s.chosen);
  const showPaths = useDesk((s) => s.showPaths);
  const playing = usePlaying((s) => s.playing !== null);
  const ended = !hidden && (slip === "result" || slip === "worth");
  const shown: Places = ended ? (after ?? rd.afterResult(before, rd.emptyResult())) : before;
  const edge = CUSHION + FRAME + 12;
  const view = { x: -edge, y: -edge, width: table.length + 2 * edge, height: table.width + 2 * edge };

  const lying = { number, id, shot, before, shown, ended, table };
  const { gesture, press, move, release, cancel } = useGestures(svg, lying);

  const dragged = gesture?.kind === "ball" && gesture.moved ? gesture : null;
  const held = dragged ? settle(table, shown, dragged.ball, dragged.at) : null;
  const drawing =
    gesture?.kind === "cloth" && gesture.moved && slip === "plan" && !gesture.rail ? gesture : null;
  // What the tool reads off the table could not be told from the planned strike under its lines.
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
      onPointerCancel={cancel}
      onPointerLeave={() => useDesk.setState({ pointer: null })}
    >
      <Hatch />
      <TableBed table={table} />
      {!dragged && <ReadOff {...props} shown={shown} playing={playing} />}
      {pocket && <PlannedPocket pocket={pocket} table={table} />}
      {ended && <Before table={table} before={before} shown={shown} />}
      <TargetMark table={table} shot={asDrawn} balls={shown} />
      <PlannedPath table={table} shot={asDrawn} review={review} />
      <Strikes
        table={table}
        planned={planned}
        found={found}
        pot={keyed?.pot ?? null}
        before={underHand}
        slip={slip}
        ended={ended}
        dragged={Boolean(dragged)}
        playing={playing}
        paths={paths}
      />
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

type PocketProps = { pocket: TableView["pockets"][number]; table: TableView };

const PlannedPocket = ({ pocket, table }: PocketProps) => (
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
);

/** Faintly, where balls lay that moved or fell. */
const Before = ({ table, before, shown }: { table: TableView; before: Places; shown: Places }) =>
  Object.entries(before).map(([ball, at]) => {
    const now = shown[ball];
    return !now || distance(now, at) > 1 ? (
      <Ball key={ball} table={table} ball={ball} at={at} faint />
    ) : null;
  });

type ReadOffProps = Pick<
  Props,
  | "chart"
  | "win"
  | "measure"
  | "angle"
  | "routes"
  | "reading"
  | "legs"
  | "keyBall"
  | "breakBall"
  | "table"
  | "before"
> & {
  shown: Places;
  playing: boolean;
};

/** What the tool reads off the table: a map, the angle on the next ball, routes, the order, clusters. */
function ReadOff({
  chart,
  win,
  measure,
  angle,
  routes,
  reading,
  legs,
  keyBall,
  breakBall,
  table,
  before,
  shown,
  playing,
}: ReadOffProps) {
  const loss = useChart((s) => s.loss);
  const picked = useChart((s) => s.picked);
  return (
    <>
      <Suspense>
        {chart && (
          <ChartMarks
            table={table}
            chart={chart}
            measure={measure}
            loss={loss}
            balls={shown}
            {...(win ? { least: OFF } : {})}
          />
        )}
      </Suspense>
      {win && <WinMarks table={table} chart={win} balls={shown} />}
      {angle && <NextMarks table={table} angle={angle} />}
      {routes?.routes.length && !playing ? (
        <RouteMarks table={table} routes={routes} picked={picked} />
      ) : null}
      {reading?.stage === "fine" && !playing && (
        <ReadingMarks table={table} reading={reading} balls={before} picked={picked} />
      )}
      {legs.length > 0 && !playing && (
        <OrderMarks table={table} legs={legs} keyBall={keyBall} breakBall={breakBall} balls={before} />
      )}
    </>
  );
}

type StrikesProps = Pick<Props, "table" | "planned" | "found" | "before"> & {
  pot: Review["pot"];
  slip: Slip;
  ended: boolean;
  dragged: boolean;
  playing: boolean;
  paths: boolean;
};

/** The planned pot and strike before the shot; after it the strike that was found beside the planned one. */
function Strikes({
  table,
  planned,
  found,
  before,
  pot,
  slip,
  ended,
  dragged,
  playing,
  paths,
}: StrikesProps) {
  const showPaths = useDesk((s) => s.showPaths);
  return (
    <>
      {paths && !ended && pot && (
        <PotMark table={table} pot={pot} before={before} rays={!planned || dragged} />
      )}
      {showPaths && !ended && !dragged && planned && !playing && slip === "strike" && (
        <Ends table={table} ends={planned.ends} />
      )}
      {paths && !ended && !dragged && planned && (
        <PlannedMotion table={table} planned={planned} natural={slip === "strike" && !playing} />
      )}
      {showPaths && ended && found && planned && <PlannedBeside table={table} planned={planned} />}
      {showPaths && ended && found && <FoundMotion table={table} found={found} />}
    </>
  );
}
