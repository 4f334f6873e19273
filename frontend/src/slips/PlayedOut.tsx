/** What the planned strike comes to when the player's errors are played out. */
import type { ReactNode } from "react";
import type { Forecast, Mapped, Share } from "../api/types";
import { chance, degrees, length, speed, tipInFull, type Units } from "../units/units";
import { pathLength } from "../table/paths";
import { Row, Unknown } from "../parts/fields";
import { PlayButtons } from "./StruckLike";

type Props = {
  forecast: Forecast | undefined;
  /** What the map says of the planned place; null where none judges it. */
  mapped: Mapped | null;
  waiting: boolean;
  level: string;
  units: Units;
  /** What counts as made: a pot, a lawful hit of a safety, a ball down on a break. */
  made: string;
  /** What the player needs to reach the stroke. */
  needs: ReactNode;
};

export function PlayedOut({ forecast, mapped, waiting, level, units, made, needs }: Props) {
  const planned = forecast?.planned;
  if (!planned)
    return forecast?.reason ? (
      <p className="py-1 text-sm">
        <Unknown>{forecast.reason}</Unknown>
      </p>
    ) : waiting ? (
      <p className="quiet py-1 text-sm">Playing it out…</p>
    ) : null;
  const cue = planned.paths.find((p) => p.ball === "cue");
  return (
    <section aria-label="Played out" aria-busy={waiting}>
      <div className="flex justify-end pb-0.5">
        <PlayButtons />
      </div>
      <Row label={made}>
        <Counted share={planned.pot} big />
        <p className="quiet text-xs">
          {level} model{planned.railed ? ", bridging on the rail" : ""}; {planned.pot.n} strikes played
        </p>
      </Row>
      {planned.down !== null && (
        <Row label="Balls down">
          <span className="num text-sm">{planned.down.toFixed(1)}</span>{" "}
          <span className="quiet text-sm">
            on average, from a rack set perfectly tight: real racks give more
          </span>
        </Row>
      )}
      {planned.in_place && <InPlace byHand={planned.in_place} mapped={mapped} />}
      {planned.besides && (
        <Row label="And besides">
          <Counted share={planned.besides} />
        </Row>
      )}
      {planned.spread && (
        <Row label="Spread">
          <span className="text-sm">
            nearest other ball <span className="num">{length(planned.spread.apart, units)}</span>,{" "}
            <span className="num">{planned.spread.together.toFixed(1)}</span> balls together
          </span>{" "}
          <span className="quiet text-sm">on average, left on the table</span>
        </Row>
      )}
      <Row label="Scratch">
        <Counted share={planned.scratch} />
      </Row>
      {cue && (
        <Row label="Cue ball">
          <span className="text-sm">
            <span className="num">
              {length(pathLength(cue.points as [number, number, number][]), units)}
            </span>{" "}
            in <span className="num">{planned.seconds.toFixed(1)} s</span>,{" "}
            {cue.rails === 0 ? "no rail" : cue.rails === 1 ? "1 rail" : `${cue.rails} rails`}
          </span>
        </Row>
      )}
      {planned.twice >= 0.1 && (
        <Row label="Double hit">
          <b className="num">{chance(planned.twice)}</b>{" "}
          <span className="text-sm">
            a foul: the ball is close. Angle the stroke, or raise the cue.{" "}
            <span className="quiet">Not counted above; by common practice.</span>
          </span>
        </Row>
      )}
      {needs}
      {planned.assumed.length > 0 && (
        <p className="quiet text-xs italic">
          ○ not said, {planned.in_place ? "found" : "taken as"}:{" "}
          {planned.assumed
            .map((what) =>
              what === "speed"
                ? speed(planned.strike.speed, units)
                : what === "tip"
                  ? tipInFull(planned.strike)
                  : `cue raised by ${degrees(planned.strike.elevation)}`,
            )
            .join(", ")}
        </p>
      )}
      <Unmet planned={planned} units={units} />
    </section>
  );
}

/** The chance to make it and to end in place: by the map, once it is drawn, where one judges the place. */
function InPlace({ byHand, mapped }: { byHand: Share; mapped: Mapped | null }) {
  const byMap = mapped?.in_place ?? null;
  return (
    <Row label="And in place">
      <Counted share={byMap ?? byHand} />
      {mapped && (
        <p className="quiet text-xs">
          {byMap
            ? "where nine tenths of the planned place’s worth are kept"
            : mapped.stage === "waiting"
              ? "to half a ball width; by the map in a moment…"
              : `to half a ball width: ${mapped.reason}`}
        </p>
      )}
    </Row>
  );
}

/** What of the plan no strike does; the strike shown is the one that comes nearest. */
function Unmet({ planned, units }: { planned: NonNullable<Forecast["planned"]>; units: Units }) {
  if (!planned.unmet && planned.as_drawn) return null;
  return (
    <p className="text-sm">
      {planned.unmet && <b>No strike was found that does what is meant. </b>}
      {planned.short !== null && (
        <>
          The nearest one misses it by <span className="num">{length(planned.short, units)}</span>.{" "}
        </>
      )}
      {!planned.as_drawn && <b>No strike was found over as many rails as are drawn. </b>}
      The strike shown comes nearest.
    </p>
  );
}

/** A chance with its interval, drawn and written. */
function Counted({ share, big = false }: { share: Share; big?: boolean }) {
  const at = (v: number) => `${(v * 100).toFixed(1)}%`;
  return (
    <span className="inline-flex items-baseline gap-2 whitespace-nowrap">
      <b className={`num ${big ? "text-xl" : ""}`}>{chance(share.value)}</b>
      <span className="num quiet text-xs">
        {(share.low * 100).toFixed(0)}–{(share.high * 100).toFixed(0)}
      </span>
      <svg
        viewBox="0 0 100 10"
        preserveAspectRatio="none"
        className="h-2.5 w-14 self-center"
        aria-hidden="true"
      >
        <line x1="0" x2="100" y1="5" y2="5" stroke="currentColor" strokeOpacity={0.25} strokeWidth={1.5} />
        <rect
          x={at(share.low)}
          width={`${Math.max(1.5, (share.high - share.low) * 100)}%`}
          y="2"
          height="6"
          fill="currentColor"
          fillOpacity={0.35}
        />
        <rect x={`${share.value * 100 - 0.8}%`} width="1.6%" y="0" height="10" fill="currentColor" />
      </svg>
    </span>
  );
}
