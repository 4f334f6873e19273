/** How it is struck, and what the pot asks for as it lies. */
import type { PointerEvent } from "react";
import type { Forecast, Mapped, Pot, Review, Shot, Tip, Words } from "../api/types";
import { chance, degrees, length, speed, thickness, tipInFull, type Units } from "../units/units";
import * as act from "../rack/actions";
import { useDesk } from "../rack/deskStore";
import { disciplineOf } from "../words/disciplines";
import { lower, Row, Unknown } from "../parts/fields";
import { theBall } from "../table/colours";
import { PlayedOut } from "./PlayedOut";
import { Stroke } from "./Stroke";

type Props = {
  number: number;
  shot: Shot;
  review: Review | undefined;
  words: Words;
  units: Units;
  level: string;
  forecast: Forecast | undefined;
  mapped: Mapped | null;
  waiting: boolean;
};

const SPEEDS: [string, number][] = [
  ["touch", 0.6],
  ["soft", 1.2],
  ["medium", 2],
  ["firm", 3.2],
  ["hard", 5],
];
const BREAK_SPEEDS: [string, number][] = [
  ["control", 7],
  ["firm", 8.5],
  ["full", 10],
];

/** Break-off speeds at snooker, m/s (common practice). */
const BREAK_OFF: [string, number][] = [
  ["gentle", 3],
  ["usual", 4],
  ["hard", 5.5],
];

export function StrikeSlip(props: Props) {
  const { number, shot, review, words, units, level, forecast, mapped, waiting } = props;
  const { plan } = shot;
  const discipline = useDesk((s) => s.recording?.match.discipline);
  const breaks = disciplineOf(discipline).fouls_score ? BREAK_OFF : BREAK_SPEEDS;
  return (
    <div>
      <div className="grid grid-cols-[5.4rem_1fr] gap-2 py-1">
        <TipFace tip={plan.tip} onTip={(tip) => act.setPlan(number, { tip })} />
        <div className="text-sm">
          <div className="flex flex-wrap" role="group" aria-label="Planned speed">
            {(plan.kind === "break" ? breaks : SPEEDS).map(([word, ms]) => (
              <button
                key={word}
                type="button"
                className="pick text-sm"
                aria-pressed={plan.speed === ms}
                onClick={() => act.setPlan(number, { speed: plan.speed === ms ? null : ms })}
              >
                {word}
              </button>
            ))}
          </div>
          <div className="px-1 pt-0.5">
            {plan.speed === null ? (
              <Unknown>speed not said</Unknown>
            ) : (
              <span className="num">{speed(plan.speed, units)}</span>
            )}
            {" · "}
            {plan.tip ? <span>{tipInFull(plan.tip)}</span> : <Unknown>tip not said</Unknown>}
          </div>
        </div>
      </div>
      <Stroke number={number} shot={shot} words={words} />
      <div className="rule mt-1 border-t pt-1">
        <PlayedOut
          forecast={forecast}
          mapped={mapped}
          waiting={waiting}
          level={level}
          units={units}
          needs={<Needs number={number} shot={shot} words={words} forecast={forecast} units={units} />}
          made={
            plan.kind === "break" ? "A ball down" : plan.choice === "safety" ? "Lawful hit" : "Pot chance"
          }
        />
        {review?.pot ? (
          <PotFigures pot={review.pot} units={units} level={level} quick={!forecast?.planned} />
        ) : plan.choice !== "safety" && (forecast?.planned || forecast?.reason) ? null : (
          <NoPot shot={shot} review={review} words={words} />
        )}
      </div>
    </div>
  );
}

type NeedsProps = {
  number: number;
  shot: Shot;
  words: Words;
  forecast: Forecast | undefined;
  units: Units;
};

/** How the stroke is reached by this player at this table, where it is not easy; one click counts it. */
function Needs({ number, shot, words, forecast, units }: NeedsProps) {
  const player = useDesk((s) => s.recording?.players.find((one) => one.id === shot.shooter));
  const reach = forecast?.planned?.reach;
  const missing = reach?.aids.filter((aid) => !shot.plan.aids.includes(aid)) ?? [];
  if (!reach || !missing.length || shot.plan.aids.some((aid) => REACHED.includes(aid))) return null;
  return (
    <Row label="To reach it">
      <span className="text-sm">
        {missing.map((aid, k) => (
          <span key={aid}>
            {k > 0 && " or "}
            <button
              type="button"
              className="text-primary underline"
              title="count it in the errors"
              onClick={() => act.setPlan(number, { aids: [...shot.plan.aids, aid] })}
            >
              {lower(words.aids[aid] ?? aid)}
            </button>
          </span>
        ))}
        <span className="quiet">
          {" "}
          (bridge hand <span className="num">{length(reach.distance, units)}</span> from where one stands,{" "}
          {player?.hand ? lower(words.hands[player.hand] ?? "") : "taken as right-handed"}); not counted in
          the chance yet
        </span>
      </span>
    </Row>
  );
}

/** What says how the ball is reached; a person who said one of them needs no proposal. */
const REACHED = ["rest", "extension", "stretched", "other-hand"];

/** Why no pot is measured; beside a safety, what the likeliest pot would have been. */
function NoPot({ shot, review, words }: { shot: Shot; review: Review | undefined; words: Words }) {
  const best = review?.pots[0];
  if (shot.plan.choice !== "safety" || !best)
    return <p className="py-1 text-sm">{whyNoPot(shot, review)}</p>;
  return (
    <>
      <Row label="Instead of">
        {theBall(best.ball)}, {words.pockets[best.pocket]}
      </Row>
      <Row label="Pot chance">
        <b className="num text-xl">{chance(best.chance)}</b>{" "}
        <span className="quiet text-sm">the likeliest direct pot, quick form</span>
      </Row>
    </>
  );
}

function whyNoPot(shot: Shot, review: Review | undefined): string {
  if (!review) return "Measuring…";
  if (!review.before.cue) return "Place the cue ball to measure the shot.";
  if (shot.plan.kind === "break") return "";
  if (!shot.plan.ball) return "Choose the planned ball to measure the shot.";
  if (!shot.plan.pocket) return "Choose a pocket to measure the pot.";
  return "This shot is not measured: the planned ball is not on the table.";
}

function PotFigures({
  pot,
  units,
  level,
  quick,
}: {
  pot: Pot;
  units: Units;
  level: string;
  quick: boolean;
}) {
  const side = pot.cut > 0 ? "from the left" : "from the right";
  const straight = Math.abs(pot.cut) < 3;
  const beyond = Math.abs(pot.cut) >= 90;
  const named = (balls: string[]) => balls.map((b) => `the ${b}`).join(", ");
  return (
    <div>
      {quick && (
        <Row label="Pot chance">
          <b className="num text-xl">{chance(pot.chance)}</b>{" "}
          <span className="quiet text-sm">
            {level} model, {pot.frozen ? "balls frozen" : "quick form"}
          </span>
        </Row>
      )}
      <Row label="Cut">
        <span className="flex items-center gap-2">
          <Overlap fullness={pot.fullness} left={pot.cut > 0} />
          <span>
            <span className="num">{degrees(pot.cut)}</span>{" "}
            {beyond ? "cannot be cut" : straight ? "straight" : `${thickness(pot.fullness)} ball, ${side}`}
          </span>
        </span>
      </Row>
      <Row label="Distances">
        <span className="num">{length(pot.cue_distance, units)}</span> to contact,{" "}
        <span className="num">{length(pot.pot_distance, units)}</span> to the pocket
      </Row>
      <Row label="Pocket">
        {pot.pocket_open === 0 ? (
          <>closed from there{pot.pot_blockers.length ? ` by ${named(pot.pot_blockers)}` : ""}</>
        ) : (
          <>
            <span className="num">{(pot.pocket_open * 100).toFixed(0)} %</span> open
            {pot.pot_blockers.length ? ` (${named(pot.pot_blockers)} in the way)` : ""},{" "}
            <span className="num">{length(pot.opening, units)}</span> or{" "}
            <span className="num">{pot.window.toFixed(1)}°</span> wide
          </>
        )}
      </Row>
      {pot.cue_blockers.length > 0 && (
        <Row label="Cue ball">
          {pot.cue_open === 0 ? (
            <>does not pass: {named(pot.cue_blockers)} in the way</>
          ) : (
            <>
              <span className="num">{(pot.cue_open * 100).toFixed(0)} %</span> of the aims pass{" "}
              {named(pot.cue_blockers)}
            </>
          )}
        </Row>
      )}
      <Row label="Leaves at">
        {pot.tangent === null || pot.rolling === null ? (
          straight ? (
            "straight on or back"
          ) : (
            <Unknown />
          )
        ) : (
          <>
            <span className="num">{degrees(90 - Math.abs(pot.cut))}</span> after stun,{" "}
            <span className="num">{degrees(bend(pot))}</span> rolling
          </>
        )}
      </Row>
    </div>
  );
}

/** Angle of the rolling path off the cue ball's first line, from the two directions the core gives. */
function bend(pot: Pot): number {
  const apart = Math.abs((pot.tangent ?? 0) - (pot.rolling ?? 0));
  return 90 - Math.abs(pot.cut) - Math.min(apart, 360 - apart);
}

/** Thickness drawn: how much of the object ball the cue ball covers, seen along the aim. */
function Overlap({ fullness, left }: { fullness: number; left: boolean }) {
  const shift = (1 - fullness) * 13 * (left ? -1 : 1);
  return (
    <svg viewBox="-24 -12 48 24" className="h-6 w-12 flex-none" aria-hidden="true">
      <circle cx={0} r={10} fill="none" stroke="currentColor" strokeWidth={1.6} />
      <circle
        cx={shift}
        r={10}
        fill="currentColor"
        fillOpacity={0.25}
        stroke="currentColor"
        strokeWidth={1.2}
        strokeDasharray="2.5 2"
      />
    </svg>
  );
}

/** The cue ball's face: click where the tip goes; beyond the ring it would miscue. */
function TipFace({ tip, onTip }: { tip: Tip | null; onTip: (tip: Tip | null) => void }) {
  const set = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * 2.2 - 1.1;
    const y = 1.1 - ((event.clientY - box.top) / box.height) * 2.2;
    const off = Math.hypot(x, y);
    const hold = off > 0.5 ? 0.5 / off : 1;
    const near = (v: number) => Math.round(v * hold * 20) / 20;
    const fits = Math.hypot(near(x), near(y)) <= 0.5;
    const cut = (v: number) => (fits ? near(v) : Math.trunc(v * hold * 20) / 20);
    onTip({ side: cut(x), height: cut(y) });
  };
  const step = (dx: number, dy: number) => {
    const side = Math.round(((tip?.side ?? 0) + dx) * 20) / 20;
    const height = Math.round(((tip?.height ?? 0) + dy) * 20) / 20;
    if (Math.hypot(side, height) <= 0.5) onTip({ side, height });
  };
  return (
    <div>
      <svg
        viewBox="-1.1 -1.1 2.2 2.2"
        className="h-20 w-20 cursor-crosshair"
        onPointerDown={set}
        role="slider"
        tabIndex={0}
        aria-label="Tip position on the cue ball"
        aria-valuenow={tip ? tip.height * 100 : 0}
        aria-valuemin={-50}
        aria-valuemax={50}
        aria-valuetext={tip ? tipInFull(tip) : "not said"}
        onKeyDown={(e) => {
          const moves: Record<string, [number, number]> = {
            ArrowLeft: [-0.05, 0],
            ArrowRight: [0.05, 0],
            ArrowUp: [0, 0.05],
            ArrowDown: [0, -0.05],
          };
          const move = moves[e.key];
          if (!move) return;
          e.preventDefault();
          e.stopPropagation();
          step(...move);
        }}
      >
        <circle r={1} fill="#fbf8ef" stroke="#14161a" strokeWidth={0.04} />
        <circle r={0.5} fill="none" stroke="#14161a" strokeWidth={0.025} strokeDasharray="0.07 0.06" />
        <path d="M-1 0H1M0 -1V1" stroke="#14161a" strokeWidth={0.012} strokeOpacity={0.4} />
        {tip && (
          <circle
            cx={tip.side}
            cy={-tip.height}
            r={0.13}
            fill="#2b53a8"
            stroke="#fbf8ef"
            strokeWidth={0.03}
          />
        )}
      </svg>
      {tip && (
        <button type="button" className="text-primary text-xs underline" onClick={() => onTip(null)}>
          clear tip
        </button>
      )}
    </div>
  );
}
