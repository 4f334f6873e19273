/** The table read, in words: problems, insurance, clusters and what opens them, chains. */
import type { BallReading, Place, Places, Reading, TableView, Weighed, Words } from "../api/types";
import { useDesk } from "../rack/deskStore";
import { ballMark, theBall, theBalls } from "../table/colours";
import { distance } from "../table/geometry";
import { chance, length, percent, speed, tipAt, type Units } from "../units/units";
import { pick, useChart } from "./chartStore";
import { amount, measureOf, spread } from "../parts/measure";
import { insured } from "./insured";
import { openers } from "./ReadingMarks";
import { turnOf } from "./ways";

type Props = { reading: Reading; balls: Places; table: TableView; words: Words; units: Units };

const NEAR = 2.5; // ball radii round a ball within which the pointer means it

export function ReadingLine({ reading, balls, table, words, units }: Props) {
  const problems = reading.balls.filter((one) => one.problem);
  const sure = reading.balls.filter((one) => one.insurance).map((one) => one.ball);
  const saved = insured(sure, reading.combinations, words);
  const inTheWay = Object.entries(reading.blockers)
    .filter(([, count]) => count > 1)
    .slice(0, 3);
  return (
    <>
      <Pointed reading={reading} balls={balls} table={table} words={words} />
      <div data-testid="reading" className="lg:max-h-32 lg:overflow-y-auto">
        <p>
          {problems.length ? (
            <>
              Problem:{" "}
              {reasons(problems).map(([why, balls], k) => (
                <span key={why}>
                  {k > 0 && "; "}
                  <b>{theBalls(balls)}</b>, {why}
                </span>
              ))}
              .
            </>
          ) : (
            <>No problem ball.</>
          )}
          {saved && <> Insurance: {saved}.</>}
          {inTheWay.length > 0 && (
            <>
              {" "}
              In the way:{" "}
              {inTheWay.map(([ball, count], k) => (
                <span key={ball}>
                  {k > 0 && ", "}
                  {theBall(ball)} of <span className="num">{count}</span> ways
                </span>
              ))}
              .
            </>
          )}
        </p>
        <Chains reading={reading} />
        <Clusters reading={reading} words={words} units={units} />
        <Nudge reading={reading} words={words} units={units} />
      </div>
    </>
  );
}

/** Straight pool: how the rack ends, the proposed order's chain first. */
function Chains({ reading }: { reading: Reading }) {
  return (
    <>
      {reading.chains.map((chain, k) => (
        <p key={k}>
          {k === 0 ? "Break ball" : "or"} <b>{theBall(chain.break_ball)}</b> (
          <span className="num">{chance(chain.chance)}</span> from its best place,{" "}
          <span className="num">{amount("balls", chain.balls)}</span> from there on
          {chain.angle && <>; cuts that work: {chain.angle}</>}), key ball <b>{theBall(chain.key_ball)}</b>
          {chain.before && <>, before it {theBall(chain.before)}</>}: from most places the break shot is
          made with <span className="num">{chance(chain.kept)}</span>, and{" "}
          <b className="num">{amount("balls", chain.worth)}</b> come.
        </p>
      ))}
    </>
  );
}

/** Problem balls by the reason. */
function reasons(problems: BallReading[]): [string, string[]][] {
  const found = new Map<string, string[]>();
  for (const { ball, problem } of problems) found.set(problem, [...(found.get(problem) ?? []), ball]);
  return [...found];
}

function Clusters({ reading, words, units }: { reading: Reading; words: Words; units: Units }) {
  const ways = openers(reading);
  const picked = turnOf(
    useChart((s) => s.picked),
    ways.length,
  );
  const one = ways[picked];
  if (!reading.clusters.length) return <p className="quiet">No cluster.</p>;
  return (
    <>
      {reading.clusters.map((cluster, k) => (
        <p key={k}>
          Cluster <b>{cluster.balls.map(ballMark).join("–")}</b>, the nearest{" "}
          <span className="num">{length(cluster.gap, units)}</span> apart,{" "}
          <span className="num">{length(cluster.needed, units)}</span> short of room for a ball;{" "}
          {cluster.ways.length ? "opened" : "no pot opens it"}
          {ways.map(
            (way, n) =>
              way.cluster === k && (
                <button
                  key={n}
                  type="button"
                  className="pick text-sm"
                  aria-pressed={n === picked}
                  onClick={() => pick(n)}
                >
                  off {theBall(way.way.shot.ball)}
                </button>
              ),
          )}
        </p>
      ))}
      {one && (
        <p>
          Off {theBall(one.way.shot.ball)}, {words.pockets[one.way.shot.pocket]}, from the ringed place:{" "}
          <span className="num">{speed(one.way.shot.speed, units)}</span>, {tipAt(one.way.shot)}; pot{" "}
          <span className="num">{chance(one.way.shot.pot)}</span>, pot and opened{" "}
          <b className="num">{chance(one.way.chance)}</b>; meets {theBall(one.way.meets)}, frees{" "}
          {theBalls(one.way.frees)}.
        </p>
      )}
    </>
  );
}

const GLANCED = "By a glance at what each leaves, to compare them; the order says what comes.";

/** Touch the cluster now or leave it, by what each leaves. */
function Nudge({ reading, words, units }: { reading: Reading; words: Words; units: Units }) {
  const { nudge: both, nudge_waits: waits } = reading;
  const measure = measureOf(reading.measure);
  if (waits && (reading.clusters.length || measure === "balls"))
    return (
      <p className="quiet" role="status">
        weighing a nudge against leaving the balls…
      </p>
    );
  if (!both?.leave && !both?.nudge) return null;
  const say = ({ shot }: Weighed) =>
    `${theBall(shot.ball)}, ${words.pockets[shot.pocket] ?? ""}, ${speed(shot.speed, units)}, ${tipAt(shot)}`;
  const worth = (weighed: Weighed) => {
    const off = spread(measure, weighed.error);
    return (
      <>
        <b className="num">{amount(measure, weighed.value)}</b>
        {off && (
          <>
            {" "}
            <span className="num quiet">{off}</span>
          </>
        )}
      </>
    );
  };
  const { nudge, leave } = both;
  const less = nudge && leave ? nudge.value - leave.value : 0;
  const close = nudge && leave && Math.abs(less) <= 2 * Math.hypot(nudge.error, leave.error);
  return (
    <p data-testid="nudge">
      {nudge ? (
        <>
          Nudge {nudge.moves.length > 3 ? "several balls" : theBalls(nudge.moves)} ({say(nudge)}){" "}
          {worth(nudge)}
          {measure === "chance" ? " to run out" : " to come"}
          {nudge.worse > 0 && (
            <>
              , but <span className="num">{chance(nudge.worse)}</span> of its pots leave less than half of
              that
            </>
          )}
        </>
      ) : (
        "No pot from here nudges it"
      )}
      ;{" "}
      {leave ? (
        <>
          leave it ({say(leave)}) {worth(leave)}
        </>
      ) : (
        "every pot touches it"
      )}
      {nudge && leave && (
        <>
          :{" "}
          {close ? <span className="quiet">too close to call</span> : <b>{less > 0 ? "nudge" : "leave"}</b>}
        </>
      )}
      .{measure === "balls" && <span className="quiet"> {GLANCED}</span>}
    </p>
  );
}

/** The ball under the pointer: where it passes to. */
function Pointed({
  reading,
  balls,
  table,
  words,
}: {
  reading: Reading;
  balls: Places;
  table: TableView;
  words: Words;
}) {
  const pointer = useDesk((s) => s.pointer);
  const one =
    pointer &&
    reading.balls.find(
      (ball) =>
        balls[ball.ball] && distance(balls[ball.ball] as Place, pointer) < NEAR * table.cue_ball_radius,
    );
  if (!one) return <p className="quiet hidden sm:block">Point at a ball to read where it passes.</p>;
  return <p data-testid="passes">{passes(one, words)}</p>;
}

export function passes(reading: BallReading, words: Words): string {
  const open = [...reading.passages]
    .filter((way) => way.open_share > 0)
    .sort((a, b) => b.open_share - a.open_share);
  const text = open.map(
    (way) =>
      `${words.pockets[way.pocket] ?? way.pocket}${way.open_share < 0.995 ? ` ${percent(way.open_share)}${way.blockers.length ? `, ${theBalls(way.blockers)} in the way` : ""}` : ""}`,
  );
  const made = `made more often than not from ${percent(reading.reach)} of the table`;
  return `${theBall(reading.ball)} passes to: ${text.join("; ") || "no pocket"}; ${made}.`;
}
