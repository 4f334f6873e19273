/** The rack as a line of small layouts, the chance running through them: to run out where it is worked out, else of the pot. */
import { memo, useEffect, useRef } from "react";
import type { Place, Places, Review, Shot, Story, TableView } from "../api/types";
import { Ball } from "../table/Ball";
import { ballName } from "../table/colours";
import { TableBed } from "../table/TableBed";
import { CUSHION, FRAME } from "../table/geometry";
import { amount, measureOf, type Measure } from "./measure";
import { same, type DocShot } from "../rack/rackDoc";

const CELL = 116;
const HIGH = 34;

type Props = {
  shots: DocShot[];
  seen: Record<string, { before: Places; after: Places | null }>;
  reviews: Record<string, Review>;
  table: TableView;
  current: number;
  name: (player: string) => string;
  go: (shot: number) => void;
  /** Adds a shot; not given where nothing is changed. */
  add?: () => void;
  over: boolean;
  /** What follows the last shot shown waits for a verdict. */
  hidden: boolean;
  nextRack?: (() => void) | undefined;
  story: Story | null;
};

export function RackLine({
  shots,
  seen,
  reviews,
  table,
  current,
  name,
  go,
  add,
  over,
  hidden,
  nextRack,
  story,
}: Props) {
  const runOut = Boolean(story?.done);
  const measure = measureOf(runOut ? (story?.measure ?? "") : "");
  const chances = shots.map((s, i) =>
    runOut ? (story?.shots[i]?.before ?? null) : (reviews[s.id]?.pot?.chance ?? null),
  );
  return (
    <nav aria-label="Shots of this rack" className="rule relative overflow-x-auto border-t">
      <svg className="absolute h-0 w-0" aria-hidden="true">
        <symbol id="bed" viewBox={boxOf(table)}>
          <TableBed table={table} plain />
        </symbol>
      </svg>
      <div className="relative flex" style={{ width: Math.max(shots.length + 1, 1) * CELL }}>
        {shots.map((docShot, index) => (
          <Cell
            key={docShot.id}
            number={index + 1}
            shot={docShot.shot}
            who={name(docShot.shot.shooter).split(" ")[0] ?? ""}
            balls={seen[docShot.id]?.before ?? NO_BALLS}
            review={reviews[docShot.id]}
            figure={chances[index] ?? null}
            measure={measure}
            table={table}
            now={index + 1 === current}
            go={go}
          />
        ))}
        <ChanceLine
          chances={chances}
          top={measure === "chance" ? 1 : Math.max(1, ...chances.map((one) => one ?? 0))}
          visits={runOut ? shots.map((s) => s.shot.shooter) : null}
        />
        <span className="quiet pointer-events-none absolute left-1 text-[0.65rem]" style={{ top: 18 }}>
          {runOut ? RUN[measure] : "pot"}
        </span>
        {hidden ? (
          <span className="quiet grid place-items-center text-sm" style={{ width: CELL }}>
            hidden
          </span>
        ) : over && nextRack ? (
          <button
            type="button"
            onClick={nextRack}
            className="hover:bg-base-200 grid place-items-center text-sm"
            style={{ width: CELL }}
          >
            <span>
              rack over;
              <br />
              next rack <kbd className="key">G</kbd>
            </span>
          </button>
        ) : (
          add && (
            <button
              type="button"
              onClick={add}
              className="hover:bg-base-200 grid place-items-center text-sm"
              style={{ width: CELL }}
            >
              <span>
                + shot <kbd className="key">N</kbd>
              </span>
            </button>
          )
        )}
      </div>
    </nav>
  );
}

const RUN: Record<Measure, string> = {
  chance: "run-out",
  win: "win",
  points: "points to come",
  balls: "balls to come",
};

const NO_BALLS: Places = {};
const boxOf = (table: TableView): string => {
  const edge = CUSHION + FRAME;
  return `${-edge} ${-edge} ${table.length + 2 * edge} ${table.width + 2 * edge}`;
};

type CellProps = {
  number: number;
  shot: Shot;
  who: string;
  balls: Places;
  review: Review | undefined;
  figure: number | null;
  measure: Measure;
  table: TableView;
  now: boolean;
  go: (shot: number) => void;
};

/** One shot: who, the chance, the layout before it, what came. Drawn again only when one of them changes. */
const Cell = memo(
  function Cell({ number, shot, who, balls, review, figure, measure, table, now, go }: CellProps) {
    const here = useRef<HTMLButtonElement>(null);
    useEffect(() => {
      if (!now) return;
      // With the next frame: asked at once, the whole page would be laid out once more before it is painted.
      const frame = requestAnimationFrame(() => {
        here.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
      });
      return () => cancelAnimationFrame(frame);
    }, [now]);
    const flags = review?.flags.length ?? 0;
    const drawn = { ...table, ball_radius: 44, cue_ball_radius: 44 };
    return (
      <button
        type="button"
        ref={here}
        onClick={() => go(number)}
        aria-current={now ? "step" : undefined}
        className={`relative px-1.5 pt-1 pb-1 text-left ${now ? "bg-base-300" : "hover:bg-base-200"}`}
        style={{ width: CELL }}
      >
        <span className="block truncate text-xs leading-4">
          <span className="num quiet float-right">
            {figure === null ? "" : amount(measure, figure).replace(/\u00a0(points|balls)$/, "")}
          </span>
          <b className="num">{number}</b> {who}
        </span>
        <span className="block" style={{ height: HIGH }} />
        <svg viewBox={boxOf(table)} className="block w-full" aria-hidden="true">
          <use
            href="#bed"
            x={-(CUSHION + FRAME)}
            y={-(CUSHION + FRAME)}
            width={table.length + 2 * (CUSHION + FRAME)}
            height={table.width + 2 * (CUSHION + FRAME)}
          />
          {Object.entries(balls).map(([ball, at]) => (
            <Ball key={ball} table={drawn} ball={ball} at={at as Place} small />
          ))}
        </svg>
        <span className="block truncate text-xs leading-4">
          {flags > 0 && (
            <b className="text-warning float-right" title={review?.flags[0]?.words}>
              ▲ {flags}
            </b>
          )}
          {came(shot)}
        </span>
      </button>
    );
  },
  (a, b) =>
    a.number === b.number &&
    a.shot === b.shot &&
    a.who === b.who &&
    a.now === b.now &&
    a.table === b.table &&
    a.figure === b.figure &&
    a.review?.flags.length === b.review?.flags.length &&
    same(a.balls, b.balls),
);

/** What came of the shot, in two words. */
export function came(shot: Shot): string {
  if (shot.judgement.left_out) return "left out";
  if (!shot.result) return "no result yet";
  const fallen = shot.result.potted.map((p) => p.ball).filter((b) => b !== "cue");
  const parts = [];
  if (fallen.length)
    parts.push(`${fallen.map((ball) => ballName(ball).replace(/ (ball|\d+)$/, "")).join(", ")} down`);
  else if (shot.plan.kind === "push-out") parts.push("push-out");
  else if (shot.plan.choice === "safety") parts.push("safety");
  else parts.push(shot.plan.kind === "break" ? "dry break" : "missed");
  if (shot.result.foul) parts.push("foul");
  return parts.join(" · ");
}

/** With `visits` the line begins anew where another player is at the table: it is that player's chance. */
function ChanceLine({
  chances,
  top,
  visits,
}: {
  chances: (number | null)[];
  top: number;
  visits: string[] | null;
}) {
  const x = (i: number) => i * CELL + CELL / 2;
  const y = (c: number) => 3 + (1 - c / top) * (HIGH - 6);
  const known = chances.map((c, i) => (c === null ? null : ([x(i), y(c)] as const)));
  const runs: string[] = [];
  let run: string[] = [];
  [...known, null].forEach((p, i) => {
    if (run.length && (!p || (visits && visits[i] !== visits[i - 1]))) {
      runs.push(run.join(" "));
      run = [];
    }
    if (p) run.push(`${p[0]},${p[1]}`);
  });
  return (
    <svg
      className="pointer-events-none absolute left-0"
      style={{ top: 20 }}
      width={chances.length * CELL}
      height={HIGH}
      aria-hidden="true"
    >
      <line
        x1={0}
        x2={chances.length * CELL}
        y1={y(0)}
        y2={y(0)}
        stroke="currentColor"
        strokeOpacity={0.25}
      />
      {runs.map((points) => (
        <polyline
          key={points}
          points={points}
          fill="none"
          stroke="currentColor"
          strokeWidth={1.4}
          strokeDasharray="1.5 3.5"
          strokeLinecap="round"
        />
      ))}
      {known.map((p, i) => p && <circle key={i} cx={p[0]} cy={p[1]} r={2.6} fill="currentColor" />)}
    </svg>
  );
}
