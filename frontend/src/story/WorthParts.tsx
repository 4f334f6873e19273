/** What a shot was worth: the chance before and after, and a bar for each part, as long as it counts. */
import type { Part, StoryShot, Words } from "../api/types";
import { amount, change, CHANGED, PURPOSE, spread, type Measure } from "../parts/measure";
import { theBall } from "../table/colours";
import { chance, speed, tipAt, type Units } from "../units/units";

const NAMES: Record<string, string> = {
  decision: "Decision",
  pot: "Pot",
  position: "Position",
  luck: "Luck",
};
const ASSUMED: Record<string, string> = { speed: "speed", tip: "tip" };

type Props = {
  shot: StoryShot;
  measure: Measure;
  words: Words;
  units: Units;
  who: string;
  /** The better error as the plan says it, and what takes another one where the plan may be changed. */
  better?: string | null;
  takeBetter?: (side: string) => void;
};

export function WorthParts({ shot, measure, words, units, who, better = null, takeBetter }: Props) {
  if (shot.before === null) return null;
  const moved = shot.after === null ? null : shot.after - shot.before;
  const widest = Math.max(
    measure === "chance" ? 0.5 : 2,
    ...shot.parts.map((part) => Math.abs(part.value) + 2 * part.error),
  );
  return (
    <div>
      <p>
        <b className="num text-xl">{amount(measure, shot.before)}</b>
        <span className="num quiet"> {spread(measure, shot.before_error)}</span> {PURPOSE[measure]}
        {shot.after !== null && (
          <>
            , then <b className="num text-xl">{outcome(measure, shot.after)}</b>
            {measure !== "chance" && " with what it scored"}
          </>
        )}
        <span className="quiet block text-xs">{who}</span>
      </p>
      {shot.parts.length > 0 && moved !== null && (
        <table className="w-full text-sm" aria-label="What the change is made of, in parts">
          <tbody>
            {shot.parts.map((part) => (
              <PartRow key={part.name} part={part} measure={measure} widest={widest} />
            ))}
            <tr className="rule border-t">
              <th scope="row" className="pr-2 text-left font-normal">
                Together
              </th>
              <td className="num pr-2 text-right">
                <b>{change(measure, moved)}</b>
              </td>
              <td className="quiet w-full text-xs">{CHANGED[measure]}</td>
            </tr>
          </tbody>
        </table>
      )}
      {shot.parts.length === 0 && shot.reason && (
        <p className="quiet text-sm">○ Not split: {shot.reason}.</p>
      )}
      {shot.advised && (
        <p className="text-sm">
          Best found: {theBall(shot.advised.ball)},{" "}
          {words.pockets[shot.advised.pocket] ?? shot.advised.pocket}
          <span className="quiet">
            {" "}
            ({speed(shot.advised.speed, units)},{" "}
            {tipAt({ side: shot.advised.side, height: shot.advised.height })}, pot{" "}
            {chance(shot.advised.pot)})
          </span>
        </p>
      )}
      {shot.place && <PlannedPlace place={shot.place} measure={measure} said={better} take={takeBetter} />}
      {shot.assumed.length > 0 && (
        <p className="quiet text-xs">
          ○ The plan does not say the {shot.assumed.map((one) => ASSUMED[one] ?? one).join(" and ")}; the
          best for this pot is taken.
        </p>
      )}
    </div>
  );
}

const outcome = (measure: Measure, after: number): string =>
  measure !== "chance" ? amount(measure, after) : after === 1 ? "won" : after === 0 ? "0 %" : chance(after);

function PartRow({ part, measure, widest }: { part: Part; measure: Measure; widest: number }) {
  const gain = part.value > 0;
  return (
    <tr title={part.clear ? undefined : "Inside its error: too close to call"}>
      <th scope="row" className="pr-2 text-left font-normal">
        {NAMES[part.name] ?? part.name}
      </th>
      <td
        className={`num pr-2 text-right ${part.clear ? "" : "quiet"}`}
        style={part.clear ? { color: gain ? "var(--gain)" : "var(--loss)" } : undefined}
      >
        <b>{change(measure, part.value)}</b>
      </td>
      <td className="w-full">
        <PartBar part={part} widest={widest} />
      </td>
    </tr>
  );
}

/** From the middle to the right what was won, to the left what was lost; the thin line is its error. */
function PartBar({ part, widest }: { part: Part; widest: number }) {
  const x = (value: number) => 50 + Math.max(-1, Math.min(1, value / widest)) * 50;
  const [from, to] = [x(0), x(part.value)].sort((a, b) => a - b) as [number, number];
  if (!part.clear && Math.abs(part.value) < 0.01 * widest && part.error < 0.01 * widest)
    return <span className="quiet text-xs">nothing</span>;
  return (
    <span className="flex items-center gap-1">
      <svg
        viewBox="0 0 100 10"
        preserveAspectRatio="none"
        className="h-3 min-w-16 flex-1"
        aria-hidden="true"
      >
        <line
          x1={50}
          x2={50}
          y1={0}
          y2={10}
          stroke="currentColor"
          strokeOpacity={0.4}
          vectorEffect="non-scaling-stroke"
        />
        <rect
          x={from}
          width={Math.max(to - from, 0.6)}
          y={2.5}
          height={5}
          fill={part.clear ? (part.value > 0 ? "var(--gain)" : "var(--loss)") : "none"}
          stroke={part.clear ? "none" : "currentColor"}
          strokeOpacity={0.6}
          vectorEffect="non-scaling-stroke"
        />
        <line
          x1={x(part.value - 2 * part.error)}
          x2={x(part.value + 2 * part.error)}
          y1={5}
          y2={5}
          stroke="currentColor"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      {!part.clear && <span className="quiet flex-none text-xs">too close to call</span>}
    </span>
  );
}

type PlaceProps = {
  place: NonNullable<StoryShot["place"]>;
  measure: Measure;
  said: string | null;
  take: ((side: string) => void) | undefined;
};

/** The planned place by the map: what it is worth, whether it was kept, and which error beside it costs less. */
function PlannedPlace({ place, measure, said, take }: PlaceProps) {
  const { worth, held, better } = place;
  return (
    <div className="text-sm">
      <p>
        Planned place <b className="num">{amount(measure, worth)}</b>
        {held === null
          ? ". "
          : held
            ? ": nine tenths of it kept, in place. "
            : ": less than nine tenths of it kept. "}
        <span className="quiet">
          Pot and in place <span className="num">{chance(place.chance)}</span> with these errors.
        </span>
      </p>
      {better !== null && place.long !== null && place.short !== null && (
        <p>
          Better {better}:{" "}
          <span className="num">{amount(measure, place[better as "long" | "short"] ?? 0)}</span> past that
          end, <span className="num">{amount(measure, better === "long" ? place.short : place.long)}</span>{" "}
          past the other.
          {said !== null && said !== better && <b className="text-warning"> The plan says {said}.</b>}
          {said !== better && take && (
            <>
              {" "}
              <button type="button" className="text-primary underline" onClick={() => take(better)}>
                plan it better {better}
              </button>
            </>
          )}
        </p>
      )}
    </div>
  );
}
