/** Under the table: which map is shown, how wide the window is drawn, what the pointer reads. */
import type { Advised, Chart, Outlook, Place, Shot, TableView, Words } from "../api/types";
import { useDesk } from "../desk/deskStore";
import { keyOf } from "../desk/commands";
import { ballName, theBall } from "../table/colours";
import { chance, speed, tipAt, type Units } from "../units/units";
import { allow, LOSSES, show, useChart, type View } from "./chartStore";
import { highest, readAt } from "./lines";
import { drawn } from "./drawn";
import { amount, change, CHANGED, figure, LINES, measureOf, PURPOSE, spread, type Measure } from "./measure";

type Props = { outlook: Outlook | null; shot: Shot; table: TableView; words: Words; units: Units };

export function ChartLine({ outlook, shot, table, words, units }: Props) {
  const { view, loss } = useChart();
  const chart = chartOf(outlook, view);
  const measure = measureOf(outlook?.measure ?? "");
  const after = outlook?.after ? `after ${theBall(outlook.after)}` : "after this shot";
  const views: [View, string][] = [["next", after], ["here", "from here"], ["order", "order"], ["off", "none"]];
  return (
    // On a phone the line takes room from the slips only while a map is shown; the menu switches it on.
    <div className={`px-1 text-sm ${view === "off" ? "hidden sm:block" : ""}`} aria-label="Map of chances" role="group">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="flex items-baseline">
          <kbd className="key" aria-hidden="true">{keyOf("map")}</kbd>
          <span className="quiet px-1">map</span>
          {views.map(([one, text]) => (
            <button key={one} type="button" className="pick text-sm" aria-pressed={view === one} onClick={() => show(one)}>{text}</button>
          ))}
        </span>
        {view !== "off" && chart && (
          <span className="flex items-baseline">
            <span className="quiet pr-1">window within</span>
            {LOSSES.map((one) => (
              <button key={one} type="button" className="pick num text-sm" aria-pressed={loss === one} onClick={() => allow(one)}>{(one * 100).toFixed(0)}</button>
            ))}
            <span className="quiet pl-1">{measure === "chance" ? "points" : "%"} of the best place, {amount(measure, highest(chart))}{measure === "chance" && loss > highest(chart) / 2 && ", and at least half of it"}</span>
          </span>
        )}
        {view !== "off" && <span className="quiet" role="status">{progress(outlook, chart, view)}</span>}
      </div>
      {view !== "off" && outlook?.advised && (
        <p>
          From where the cue ball lies <b className="num">{amount(measure, outlook.value)}</b>
          <Spread measure={measure} error={outlook.error} /> {PURPOSE[measure]}
          {outlook.break_shot !== null && <>, a playable break shot <span className="num">{chance(outlook.break_shot)}</span></>}, playing {shotWords(outlook.advised, words, units)}.
        </p>
      )}
      {view === "order" && outlook && outlook.proposed.length > 0 && <Order outlook={outlook} measure={measure} words={words} />}
      {view === "next" && chart && <Meant chart={chart} measure={measure} shot={shot} loss={loss} />}
      {view !== "off" && chart && <Probe chart={chart} measure={measure} table={table} words={words} units={units} />}
    </div>
  );
}

export const chartOf = (outlook: Outlook | null, view: View): Chart | null =>
  (view === "next" ? outlook?.following : view === "here" ? outlook?.here : null) ?? null;

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
  if (!chart && view === "next") return outlook.after ? "nothing follows: that ball ends the rack" : "no shot leads on from here";
  return LINES[measureOf(outlook.measure)];
}

/** "the 3, upper right, 6.5 km/h, low" */
function shotWords(shot: Advised, words: Words, units: Units): string {
  const tip = tipAt({ side: shot.side, height: shot.height });
  return `${theBall(shot.ball)}, ${words.pockets[shot.pocket] ?? shot.pocket} (${speed(shot.speed, units)}, ${tip}, pot ${chance(shot.pot)})`;
}

/** The proposed order in words: balls with their pockets, and the key transition. */
function Order({ outlook, measure, words }: { outlook: Outlook; measure: Measure; words: Words }) {
  const legs = outlook.proposed;
  const worst = outlook.hardest === null ? null : legs[outlook.hardest];
  return (
    <p data-testid="order">
      Proposed order:{" "}
      {legs.map((leg, k) => (
        <span key={k}>
          {k > 0 && " → "}
          <span title={`${words.pockets[leg.shot.pocket] ?? leg.shot.pocket}; ${amount(measure, leg.value)} ${PURPOSE[measure]}`} className={k === outlook.hardest ? "font-bold" : ""}>{ballName(leg.shot.ball)}</span>
        </span>
      ))}
      {worst && <>; the key shot is {theBall(worst.shot.ball)}, {words.pockets[worst.shot.pocket] ?? worst.shot.pocket}: pot and position keep <span className="num">{(worst.kept * 100).toFixed(0)} %</span> of what could follow</>}.
    </p>
  );
}

const VERDICTS = {
  inside: "inside the computed window",
  partly: "only partly inside the computed window: too long, or beside it",
  elsewhere: "outside the computed window: the cue ball is better off elsewhere",
};

/** The planned place and the one that came, by the map: what each is worth, and what missing it cost. */
function Meant({ chart, measure, shot, loss }: { chart: Chart; measure: Measure; shot: Shot; loss: number }) {
  const plan = drawn(chart, measure, shot.plan.target, loss);
  const ended = shot.result?.cue_end ? readAt(chart, shot.result.cue_end) : null;
  if (!plan && !ended) return null;
  const one = plan && amount(measure, plan.high) === amount(measure, plan.low);
  return (
    <p data-testid="meant">
      {plan && (
        <>
          Planned place <b className="num">{one ? amount(measure, plan.mean) : `${figure(measure, plan.low)} to ${amount(measure, plan.high)}`}</b>, {VERDICTS[plan.verdict]}
        </>
      )}
      {plan && ended && "; "}
      {ended && (
        <>
          {plan ? "ended" : "Ended"} at <b className="num">{amount(measure, ended.value)}</b>
          <Spread measure={measure} error={ended.error} />
          {plan && (Math.abs(ended.value - plan.mean) <= 2 * ended.error ? <span className="quiet">: too close to call</span> : <>: <b className="num" style={{ color: ended.value > plan.mean ? "var(--gain)" : "var(--loss)" }}>{change(measure, ended.value - plan.mean)}</b> {CHANGED[measure]}</>)}
        </>
      )}
    </p>
  );
}

/** What the pointer reads off the map. */
function Probe({ chart, measure, table, words, units }: { chart: Chart; measure: Measure; table: TableView; words: Words; units: Units }) {
  const pointer = useDesk((s) => s.pointer);
  const inside = pointer && pointer[0] > 0 && pointer[1] > 0 && pointer[0] < table.length && pointer[1] < table.width;
  if (!inside) return <p className="quiet hidden sm:block">Point at the table to read the chance from there.</p>;
  const read = readAt(chart, pointer as Place);
  const shot = read.shot === null ? null : (chart.advised[read.shot] ?? null);
  return (
    <p data-testid="probe">
      From there <b className="num">{amount(measure, read.value)}</b>
      <Spread measure={measure} error={read.error} /> {PURPOSE[measure]}{shot ? `, next ${shotWords(shot, words, units)}` : ": no pot found"}
    </p>
  );
}
