/** A count in words: whether it does it, the aim that does, and why they differ on this table. */
import type { Kick } from "../api/types";
import { chance, length, percent, type Units } from "../units/units";

type Props = { kick: Kick; picked: boolean; pick: () => void; banked: boolean; units: Units };

export function KickRow({ kick, picked, pick, banked, units }: Props) {
  const turn = kick.right.length > 0 ? kick.turn : null;
  return (
    <button
      type="button"
      aria-current={picked}
      className={`rule block w-full border-t py-1 text-left ${picked ? "bg-base-200" : "hover:bg-base-200/60"}`}
      onClick={pick}
    >
      <b>{kick.rails.map((rail) => `${rail} rail`).join(", ")}</b>{" "}
      <span className="quiet num">{length(kick.length, units)}</span>
      <span className="block">
        {kick.hits ? "The count does it." : arrives(kick, units)}{" "}
        {turn !== null ? (
          <>
            Right aim: <span className="num">{Math.abs(turn).toFixed(1)}°</span>{" "}
            {Math.abs(turn) < 0.05 ? "from it" : turn > 0 ? "left of it" : "right of it"};{" "}
            {banked ? "made" : "hit"} <span className="num">{chance(kick.chance)}</span> of the time.
            {kick.left && (
              <span className="block">
                Scratch <span className="num">{chance(kick.left.scratch.value)}</span>
                {kick.left.hidden !== null && (
                  <>
                    ; leaves the ball <span className="num">{percent(kick.left.hidden)}</span> hidden on
                    average
                  </>
                )}
              </span>
            )}
          </>
        ) : (
          "No aim near it does it at this speed and tip."
        )}
      </span>
    </button>
  );
}

const side = (mm: number) => (mm > 0 ? "left" : "right");

function arrives(kick: Kick, units: Units): string {
  if (kick.off === null) return "Along the count it does not get there at this speed.";
  return `Along the count it passes ${length(Math.abs(kick.off), units)} to the ${side(kick.off)}.`;
}

const CAUSES: Record<string, string> = {
  rebound: "the cushions give back less than they take",
  grip: "the cushions grip the ball and its spin",
  roll: "it bends after a cushion while it takes up its roll",
  nose: "the nose meets it above its middle and presses it down",
};

/** Why the count and the path differ on this table. */
export function Why({ kick, units }: { kick: Kick; units: Units }) {
  return (
    <section aria-label="Why they differ" className="rule mt-1 border-t pt-1">
      <h2 className="font-bold">Why they differ here</h2>
      {kick.off !== null && (
        <p>
          A strike along the mirror passes its place by{" "}
          <span className="num">{length(Math.abs(kick.off), units)}</span> to the {side(kick.off)}, alone on
          the table. Each cause by itself moves it:
        </p>
      )}
      <ul>
        {kick.effects.map((effect) => (
          <li key={effect.cause} className="flex gap-2">
            <span className="num w-20 flex-none text-right">{length(Math.abs(effect.off), units)}</span>
            <span>
              {CAUSES[effect.cause]}: to the {side(effect.off)}
            </span>
          </li>
        ))}
      </ul>
      {kick.turned.length > 0 && (
        <p className="mt-1">
          From square:{" "}
          {kick.turned.map((rail, k) => (
            <span key={k}>
              {k > 0 && "; "}
              {rail.rail} rail in <span className="num">{rail.came.toFixed(0)}°</span>, out{" "}
              <span className="num">{rail.left.toFixed(0)}°</span> (
              {rail.left > rail.came + 0.5 ? "longer" : rail.left < rail.came - 0.5 ? "shorter" : "even"})
            </span>
          ))}
          .
        </p>
      )}
      {kick.numbers && (
        <p className="mt-1">
          Rail numbers:{" "}
          <span className="num">
            {kick.numbers.cue.toFixed(1)} − {kick.numbers.third.toFixed(1)} ={" "}
            {kick.numbers.first.toFixed(1)}
          </span>
          , a cross on the first rail marks it. A counting aid for a rolling ball with running side, never
          exact.
        </p>
      )}
    </section>
  );
}
