/** Under the table: which map is shown, how wide the window is drawn, what the pointer reads. */
import type {
  Advised,
  Angle,
  Chart,
  Outlook,
  Place,
  Places,
  Reading,
  Routes,
  Shot,
  TableView,
  Winning,
  Words,
} from "../api/types";
import { useDesk } from "../rack/deskStore";
import { keyOf } from "../commands/commands";
import { capital } from "../parts/fields";
import { theBall } from "../table/colours";
import { chance, length, speed, tipAt, type Units } from "../units/units";
import { allow, LOSSES, show, useChart, type View } from "./chartStore";
import { highest, readAt } from "./lines";
import { OrderLine } from "./OrderLine";
import { ReadingLine } from "./ReadingLine";
import { RouteLine } from "./RouteLine";
import { WinLine, winProgress } from "./WinLine";
import { drawn } from "./drawn";
import {
  amount,
  change,
  CHANGED,
  figure,
  LINES,
  measureOf,
  PURPOSE,
  spread,
  type Measure,
} from "../parts/measure";

type Props = {
  outlook: Outlook | null;
  routes: Routes | null;
  reading: Reading | null;
  winning: Winning | null;
  shot: Shot;
  balls: Places;
  table: TableView;
  words: Words;
  units: Units;
};

export function ChartLine({ outlook, routes, reading, winning, shot, balls, table, words, units }: Props) {
  const { view, loss } = useChart();
  const chart = chartOf(outlook, winning, view);
  const measure = view === "win" ? "win" : measureOf(outlook?.measure ?? "");
  const after = outlook?.after ? `after ${theBall(outlook.after)}` : "after this shot";
  const views: [View, string][] = [
    ["next", after],
    ["routes", "routes"],
    ["here", "from here"],
    ["win", "to win"],
    ["order", "order"],
    ["table", "reading"],
    ["off", "none"],
  ];
  return (
    // On a phone the line takes room from the slips only while a map is shown; the menu switches it on.
    <div
      className={`px-1 text-sm ${view === "off" ? "hidden sm:block" : ""}`}
      aria-label="Map of chances"
      role="group"
    >
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="flex items-baseline">
          <kbd className="key" aria-hidden="true">
            {keyOf("map")}
          </kbd>
          <span className="quiet px-1">show</span>
          {views.map(([one, text]) => (
            <button
              key={one}
              type="button"
              className="pick text-sm"
              aria-pressed={view === one}
              onClick={() => show(one)}
            >
              {text}
            </button>
          ))}
        </span>
        {view !== "off" && chart && (
          <span className="flex items-baseline">
            <span className="quiet pr-1">window within</span>
            {LOSSES.map((one) => (
              <button
                key={one}
                type="button"
                className="pick num text-sm"
                aria-pressed={loss === one}
                onClick={() => allow(one)}
              >
                {(one * 100).toFixed(0)}
              </button>
            ))}
            <span className="quiet pl-1">
              {["chance", "win"].includes(measure) ? "points" : "%"} of the best place,{" "}
              {amount(measure, highest(chart))}
              {["chance", "win"].includes(measure) &&
                loss > highest(chart) / 2 &&
                ", and at least half of it"}
            </span>
          </span>
        )}
        {view !== "off" && (
          <span className="quiet" role="status">
            {view === "routes"
              ? waiting(routes, "routes")
              : view === "table"
                ? waiting(reading, "the table")
                : view === "win"
                  ? winProgress(winning)
                  : progress(outlook, chart, view)}
          </span>
        )}
      </div>
      {["next", "here", "order"].includes(view) && outlook?.advised && (
        <p>
          From where the cue ball lies <b className="num">{amount(measure, outlook.value)}</b>
          <Spread measure={measure} error={outlook.error} /> {PURPOSE[measure]}
          {outlook.frame !== null && (
            <>
              {" "}
              and <b className="num">{chance(outlook.frame)}</b> to win the frame, by estimate
            </>
          )}
          {outlook.break_shot !== null && (
            <>
              , a playable break shot <span className="num">{chance(outlook.break_shot)}</span>
            </>
          )}
          , playing {shotWords(outlook.advised, words, units)}.
        </p>
      )}
      {view === "order" && outlook && <OrderLine outlook={outlook} measure={measure} words={words} />}
      {view === "routes" && routes && <RouteLine routes={routes} words={words} units={units} />}
      {view === "table" && reading?.stage === "fine" && (
        <ReadingLine reading={reading} balls={balls} table={table} words={words} units={units} />
      )}
      {view === "next" && outlook?.angle && chart && (
        <p data-testid="angle">
          On {theBall(outlook.angle.ball)}, {words.pockets[outlook.angle.pocket]}, from{" "}
          <span className="num">{length(outlook.angle.distance, units)}</span>: <b>{outlook.angle.words}</b>
          .
        </p>
      )}
      {view === "next" && chart && (
        <Meant
          chart={chart}
          measure={measure}
          shot={shot}
          loss={loss}
          angle={outlook?.angle ?? null}
          units={units}
        />
      )}
      {view === "win" && winning && <WinLine winning={winning} shot={shot} table={table} />}
      {view !== "off" && view !== "win" && chart && (
        <Probe chart={chart} measure={measure} table={table} words={words} units={units} />
      )}
    </div>
  );
}

/** What is being worked out, or why there is nothing. */
function waiting(answer: Routes | Reading | null, what: string): string {
  if (!answer) return "asking…";
  if (answer.stage === "waiting") return `working out ${what}…`;
  return answer.reason;
}

export const chartOf = (outlook: Outlook | null, winning: Winning | null, view: View): Chart | null => {
  if (view === "win") return winning?.chart ?? null;
  return (view === "next" ? outlook?.following : view === "here" ? outlook?.here : null) ?? null;
};

function Spread({ measure, error }: { measure: Measure; error: number | null }) {
  const text = spread(measure, error);
  return text ? <span className="num quiet"> {text}</span> : null;
}

function progress(outlook: Outlook | null, chart: Chart | null, view: View): string {
  if (!outlook) return "asking…";
  if (outlook.stage === "none") return outlook.reason;
  if (outlook.stage === "waiting") return `working out the first picture, ${outlook.maps} maps…`;
  if (outlook.stage === "rough") return `rough; refining, ${outlook.maps} maps…`;
  if (view === "order") return outlook.proposed.length ? "" : "no shot was found from here";
  if (!chart && view === "next" && outlook.after && outlook.measure === "balls")
    return "what lies there next is what the stroke leaves: a new rack, or balls that it moves";
  if (!chart && view === "next")
    return outlook.after ? "nothing follows: that ball ends the rack" : "no shot leads on from here";
  return LINES[measureOf(outlook.measure)];
}

/** "the 3, upper right, 6.5 km/h, low" */
function shotWords(shot: Advised, words: Words, units: Units): string {
  const tip = tipAt({ side: shot.side, height: shot.height });
  return `${theBall(shot.ball)}, ${words.pockets[shot.pocket] ?? shot.pocket} (${speed(shot.speed, units)}, ${tip}, pot ${chance(shot.pot)})`;
}

/** mm beyond a drawn window from which it is said that it could be longer. */
const ROOMY = 150;
/** Share of its best place from which one end of a drawn window is called the better one. */
const RISE = 0.15;
const VERDICTS = {
  inside: "inside the computed window",
  partly: "only partly inside the computed window: too long, or beside it",
  elsewhere: "outside the computed window: the cue ball is better off elsewhere",
};

/** The planned place and the one that came, by the map: what each is worth, and what missing it cost. */
function Meant({
  chart,
  measure,
  shot,
  loss,
  angle,
  units,
}: {
  chart: Chart;
  measure: Measure;
  shot: Shot;
  loss: number;
  angle: Angle | null;
  units: Units;
}) {
  const plan = drawn(chart, measure, shot.plan.target, loss, angle);
  const ended = shot.result?.cue_end ? readAt(chart, shot.result.cue_end) : null;
  if (!plan && !ended) return null;
  const one = plan && amount(measure, plan.high) === amount(measure, plan.low);
  return (
    <p data-testid="meant">
      {plan && (
        <>
          {plan.where ? capital(plan.where) : "Planned place"}{" "}
          <b className="num">
            {one
              ? amount(measure, plan.mean)
              : `${figure(measure, plan.low)} to ${amount(measure, plan.high)}`}
          </b>
          {Math.abs(plan.rise) >= RISE * (plan.high || 1) && `, better ${plan.rise > 0 ? "long" : "short"}`}
          , {VERDICTS[plan.verdict]}
          {plan.room > ROOMY && (
            <>
              , which runs on for <span className="num">{length(plan.room, units)}</span>
            </>
          )}
        </>
      )}
      {plan && ended && "; "}
      {ended && (
        <>
          {plan ? "ended" : "Ended"} at <b className="num">{amount(measure, ended.value)}</b>
          <Spread measure={measure} error={ended.error} />
          {plan &&
            (Math.abs(ended.value - plan.mean) <= 2 * ended.error ? (
              <span className="quiet">: too close to call</span>
            ) : (
              <>
                :{" "}
                <b
                  className="num"
                  style={{ color: ended.value > plan.mean ? "var(--gain)" : "var(--loss)" }}
                >
                  {change(measure, ended.value - plan.mean)}
                </b>{" "}
                {CHANGED[measure]}
              </>
            ))}
        </>
      )}
    </p>
  );
}

/** What the pointer reads off the map. */
function Probe({
  chart,
  measure,
  table,
  words,
  units,
}: {
  chart: Chart;
  measure: Measure;
  table: TableView;
  words: Words;
  units: Units;
}) {
  const pointer = useDesk((s) => s.pointer);
  const inside =
    pointer && pointer[0] > 0 && pointer[1] > 0 && pointer[0] < table.length && pointer[1] < table.width;
  if (!inside)
    return <p className="quiet hidden sm:block">Point at the table to read the chance from there.</p>;
  const read = readAt(chart, pointer as Place);
  const shot = read.shot === null ? null : (chart.advised[read.shot] ?? null);
  return (
    <p data-testid="probe">
      From there <b className="num">{amount(measure, read.value)}</b>
      <Spread measure={measure} error={read.error} /> {PURPOSE[measure]}
      {shot ? `, next ${shotWords(shot, words, units)}` : ": no pot found"}
    </p>
  );
}
