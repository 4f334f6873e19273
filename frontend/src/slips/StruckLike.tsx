/** How the shot was probably struck: the strikes that explain where everything ended, beside the plan. */
import type { Finding, FoundStrike, Shot } from "../api/types";
import { length, speed, tipAt, type Units } from "../units/units";
import { keyOf } from "../commands/commands";
import { play, SLOW } from "../rack/playing";
import { Unknown } from "../parts/fields";

type Props = { shot: Shot; finding: Finding | undefined; waiting: boolean; units: Units };

export function StruckLike({ shot, finding, waiting, units }: Props) {
  const found = finding?.found ?? [];
  const best = found[0];
  return (
    <section
      aria-label="Probably struck like this"
      aria-busy={waiting}
      className="rule mt-1 border-t pt-1 text-sm"
    >
      <h3 className="flex items-baseline justify-between">
        <span>Probably struck like this</span>
        {best && <PlayButtons />}
      </h3>
      {!finding && (
        <Unknown>
          {waiting && shot.result?.cue_end ? "looking for the strike…" : "needs the cue ball's end"}
        </Unknown>
      )}
      {finding?.reason && <Unknown>{finding.reason}</Unknown>}
      {best && (
        <table className="mt-1 w-full">
          <thead className="quiet text-left text-xs">
            <tr>
              <th className="font-normal">speed</th>
              <th className="font-normal">tip</th>
              <th className="font-normal">rails</th>
              <th className="text-right font-normal">weight</th>
            </tr>
          </thead>
          <tbody>
            {found.map((one, i) => (
              <FoundRow key={i} one={one} units={units} />
            ))}
            <tr className="quiet">
              <td className="num">
                {shot.plan.speed === null ? "not said" : speed(shot.plan.speed, units)}
              </td>
              <td>{shot.plan.tip ? tipAt(shot.plan.tip) : "not said"}</td>
              <td className="num">{shot.plan.via.length || "–"}</td>
              <td className="text-right">planned</td>
            </tr>
          </tbody>
        </table>
      )}
      {best && (
        <p className="quiet pt-0.5 text-xs">
          {finding?.explained
            ? `Ends ${length(best.miss, units)} from the places logged on average.`
            : `No strike explains the places logged; the nearest ends ${length(best.miss, units)} off. Check where the balls lie.`}
          {found.length > 1
            ? " The places alone do not settle it: softer follow and harder draw can end alike."
            : ""}
        </p>
      )}
    </section>
  );
}

function FoundRow({ one, units }: { one: FoundStrike; units: Units }) {
  return (
    <tr>
      <td className="num whitespace-nowrap pr-2">
        {number(one.strike.speed, units)} <span className="quiet">± {number(one.speed_spread, units)}</span>{" "}
        {unit(units)}
      </td>
      <td>{tipAt(one.strike)}</td>
      <td className="num">{one.cue_rails}</td>
      <td className="num text-right">{(one.share * 100).toFixed(0)} %</td>
    </tr>
  );
}

const number = (ms: number, units: Units) => speed(ms, units).split(" ")[0];
const unit = (units: Units) => speed(0, units).split(" ")[1];

export function PlayButtons() {
  return (
    <span className="flex gap-1">
      <button type="button" className="pick text-sm" onClick={() => play(1)}>
        play <kbd className="key">{keyOf("play")}</kbd>
      </button>
      <button type="button" className="pick text-sm" onClick={() => play(SLOW)}>
        slowly <kbd className="key">{keyOf("play-slow")}</kbd>
      </button>
    </span>
  );
}
