/** Kicks and banks: the mirror and rail-number counts beside the path the ball really takes, and why they differ here. */
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Kick, Places } from "../api/types";
import { docOf } from "../rack/deskStore";
import { layouts } from "../rack/rackDoc";
import { ScoreLine } from "../parts/ScoreLine";
import { lower } from "../parts/fields";
import { useKeys } from "../shell/keys";
import { OnShot, type ShotProps } from "../shell/OnShot";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { theBall } from "../table/colours";
import { chance, length, speed, type Units } from "../units/units";
import { KickTable } from "./KickTable";
import { useKicks } from "./useKicks";

export const KicksPage = () => <OnShot Screen={Counted} />;
const SPEEDS = [1.5, 2.5, 3.5, 5];

function Counted({ desk, words, session, number, chosen }: ShotProps) {
  const navigate = useNavigate();
  const { recording, rack, table } = desk;
  const doc = docOf(rack);
  const shotNumber = Math.max(1, Math.min(chosen, doc.shots.length));
  const one = doc.shots[shotNumber - 1];
  const before: Places = (one && layouts(doc)[one.id]?.before) ?? {};
  const on = one?.shot.plan.ball;
  const [moved, setMoved] = useState<Places>({});
  const balls: Places = { ...before, ...moved };
  const objects = Object.keys(balls).filter((ball) => ball !== "cue");
  const [ball, setBall] = useState(on && objects.includes(on) ? on : (objects[0] ?? ""));
  const [pocket, setPocket] = useState<string | null>(null);
  const [rails, setRails] = useState(1);
  const [pace, setPace] = useState(2.5);
  const [side, setSide] = useState(0);
  const [height, setHeight] = useState(0);
  const [picked, setPicked] = useState(0);
  const { found, error } = useKicks(
    recording.id,
    ball
      ? { balls, ball, pocket, rails, speed: pace, side, height, shooter: one?.shot.shooter ?? "" }
      : null,
  );
  const kick = found?.kicks[Math.min(picked, found.kicks.length - 1)];
  const base = `/recordings/${recording.id}/racks/${number}`;
  const units: Units = {
    length: session.length_unit as Units["length"],
    speed: session.speed_unit as Units["speed"],
  };
  const shooter = recording.players.find((p) => p.id === one?.shot.shooter);
  useKeys(
    [
      ...[1, 2, 3, 4].map((n) => ({
        keys: [String(n)],
        run: () => {
          setRails(n);
          setPicked(0);
        },
      })),
      { keys: ["ArrowDown"], run: () => setPicked(Math.min((found?.kicks.length ?? 1) - 1, picked + 1)) },
      { keys: ["ArrowUp"], run: () => setPicked(Math.max(0, picked - 1)) },
      { keys: ["Escape"], run: () => setMoved({}) },
      { keys: ["Enter"], run: () => void navigate(`${base}/choices/${shotNumber}`) },
    ],
    () => null,
  );
  const field = "plain w-auto text-sm";
  const buttons = <T,>(label: string, values: [T, string][], value: T, set: (value: T) => void) => (
    <p className="flex items-baseline gap-1">
      <span className="w-14">{label}</span>
      {values.map(([one, said]) => (
        <button
          key={said}
          type="button"
          className="pick"
          aria-pressed={one === value}
          onClick={() => {
            set(one);
            setPicked(0);
          }}
        >
          {said}
        </button>
      ))}
    </p>
  );
  return (
    <Shell
      top={
        <span className="flex items-center gap-3">
          <Link className="hidden text-sm hover:underline md:inline" to={`/recordings/${recording.id}`}>
            {recording.match.title}
          </Link>
          <ScoreLine recording={recording} current={number} />
        </span>
      }
    >
      <title>{`Kicks and banks at shot ${shotNumber} · Aretane`}</title>
      <div className="flex min-h-0 flex-1 flex-col overflow-y-auto lg:flex-row lg:overflow-visible">
        <section
          aria-label="Table"
          className="flex min-w-0 flex-none flex-col px-2 pt-1 lg:min-h-0 lg:flex-1"
        >
          <div className="h-[54vw] flex-none lg:h-auto lg:min-h-0 lg:flex-1">
            <KickTable
              table={table}
              balls={balls}
              kick={kick}
              ball={ball}
              move={(name, to) => setMoved({ ...moved, [name]: to })}
              pick={(name) => {
                if (name !== "cue") {
                  setBall(name);
                  setPicked(0);
                }
              }}
            />
          </div>
          <div className="min-h-20 px-1 py-1 text-sm" aria-live="polite">
            <p className="quiet">
              Dashed: the count. Solid: what a strike along it does. Dotted: the aim that does it. Click a
              ball to count to it; drag balls to ask about another layout, nothing is saved.
            </p>
            {Object.keys(moved).length > 0 && (
              <p>
                ○ Balls were moved.{" "}
                <button type="button" className="go underline" onClick={() => setMoved({})}>
                  back to the recorded layout
                </button>{" "}
                <kbd className="key">Esc</kbd>
              </p>
            )}
          </div>
        </section>
        <aside
          aria-label="Kicks and banks"
          className="rule w-full flex-none px-3 pb-2 text-sm lg:w-[26rem] lg:overflow-y-auto lg:border-l"
        >
          <h1 className="flex items-baseline justify-between pt-1 text-base font-bold">
            <span>Kicks and banks at shot {shotNumber}</span>
            <Link className="go text-sm font-normal" to={`${base}/choices/${shotNumber}`}>
              all choices
            </Link>
          </h1>
          {error ? <Problem error={error} /> : null}
          <p className="flex flex-wrap gap-x-3">
            <label>
              Ball{" "}
              <select
                className={field}
                value={ball}
                onChange={(e) => {
                  setBall(e.target.value);
                  setPicked(0);
                }}
              >
                {objects.map((name) => (
                  <option key={name} value={name}>
                    {theBall(name)}
                  </option>
                ))}
              </select>
            </label>
            <label>
              What{" "}
              <select
                className={field}
                value={pocket ?? ""}
                onChange={(e) => {
                  setPocket(e.target.value || null);
                  setPicked(0);
                }}
              >
                <option value="">kick at it</option>
                {Object.entries(words.pockets).map(([code, said]) => (
                  <option key={code} value={code}>
                    bank it, {said}
                  </option>
                ))}
              </select>
            </label>
          </p>
          {buttons(
            "Rails",
            [1, 2, 3, 4].map((n) => [n, String(n)]),
            rails,
            setRails,
          )}
          {buttons(
            "Speed",
            SPEEDS.map((n) => [n, speed(n, units)]),
            pace,
            setPace,
          )}
          {buttons(
            "Side",
            [
              [-0.3, "left"],
              [0, "none"],
              [0.3, "right"],
            ],
            side,
            setSide,
          )}
          {buttons(
            "Tip",
            [
              [-0.3, "draw"],
              [0, "centre"],
              [0.3, "follow"],
            ],
            height,
            setHeight,
          )}
          {!found && !error && <p className="quiet italic">○ being counted…</p>}
          {found?.reason && <p className="py-1">{found.reason}.</p>}
          {found?.kicks.map((one, k) => (
            <button
              key={one.rails.join()}
              type="button"
              aria-current={k === picked}
              className={`rule block w-full border-t py-1 text-left ${k === picked ? "bg-base-200" : "hover:bg-base-200/60"}`}
              onClick={() => setPicked(k)}
            >
              <b>{one.rails.map((rail) => `${rail} rail`).join(", ")}</b>{" "}
              <span className="quiet num">{length(one.length, units)}</span>
              <span className="block">
                {one.hits ? "The count does it." : arrives(one, units)}{" "}
                {one.right.length > 0 && one.turn !== null ? (
                  <>
                    Right aim: <span className="num">{Math.abs(one.turn).toFixed(1)}°</span>{" "}
                    {Math.abs(one.turn) < 0.05 ? "from it" : one.turn > 0 ? "left of it" : "right of it"};{" "}
                    {pocket ? "made" : "hit"} <span className="num">{chance(one.chance)}</span> of the time.
                  </>
                ) : (
                  "No aim near it does it at this speed and tip."
                )}
              </span>
            </button>
          ))}
          {kick && <Why kick={kick} units={units} />}
          <p className="quiet mt-2 text-xs">
            {shooter && `${shooter.name}, ${lower(words.levels[shooter.level] ?? "")} model. `}
            <kbd className="key">1</kbd>–<kbd className="key">4</kbd> rails, <kbd className="key">↑</kbd>
            <kbd className="key">↓</kbd> another path, <kbd className="key">Enter</kbd> the choices.
          </p>
        </aside>
      </div>
    </Shell>
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
function Why({ kick, units }: { kick: Kick; units: Units }) {
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
        {kick.effects.map((one) => (
          <li key={one.cause} className="flex gap-2">
            <span className="num w-20 flex-none text-right">{length(Math.abs(one.off), units)}</span>
            <span>
              {CAUSES[one.cause]}: to the {side(one.off)}
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
