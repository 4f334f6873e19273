/** What was meant: who, ball, pocket, choice, and where the cue ball should end. */
import { useState } from "react";
import type { Places, PocketName, Review, Shot, Words } from "../api/types";
import { ballMark, ballName } from "../table/colours";
import type { Units } from "../units/units";
import * as act from "../rack/actions";
import { asOneStep, edit, useDesk } from "../rack/deskStore";
import { inOrder, STUDY } from "../rack/rackDoc";
import { Degrees } from "./Degrees";
import { NotesAndTags } from "./NotesAndTags";
import { PositionFields } from "./PositionFields";
import { SecondIntent, TargetRow } from "./TargetRow";
import { VisitPlan } from "./VisitPlan";
import { capital, Choose, Pick, plainWords, Row } from "../parts/fields";
import { disciplineOf } from "../words/disciplines";
import { TypedInput } from "../keeping/typed";

type Props = {
  number: number;
  shot: Shot;
  review: Review | undefined;
  before: Places;
  words: Words;
  units: Units;
  free: boolean;
};

export function PlanSlip({ number, shot, review, before, words, units, free }: Props) {
  const recording = useDesk((s) => s.recording);
  const last = useDesk((s) => s.doc.shots.length === number);
  const depth = useDesk((s) => s.doc.depth);
  const study = recording?.match.kind === STUDY;
  const { plan } = shot;
  const players = Object.fromEntries((recording?.players ?? []).map((p) => [p.id, p.name]));
  const balls = Object.fromEntries(
    inOrder(Object.keys(before))
      .filter((b) => b !== "cue")
      .map((b) => [b, ballMark(b) === b ? b : ballName(b)]),
  );
  const pockets = Object.fromEntries(Object.entries(words.pockets).map(([c, t]) => [c, capital(t)]));
  const set = (change: Partial<Shot["plan"]>) => act.setPlan(number, change);
  const safe = plan.choice === "safety";
  const planned = { number, plan, balls, pockets, words, set };
  return (
    <div>
      {number === 1 && !study && <RackFields players={players} words={words} />}
      {number === 1 && study && (
        <div className="rule mb-1 border-b pb-1">
          <NotesAndTags number={number} shot={shot} />
        </div>
      )}
      {number > 1 && last && depth === "key-moments" && <Won players={players} words={words} />}
      <Shooter number={number} shot={shot} players={players} words={words} />
      <PositionFields number={number} shot={shot} review={review} words={words} />
      <Chosen plan={plan} words={words} set={set} />
      <BallRow
        {...planned}
        free={disciplineOf(recording?.match.discipline).fouls_score && (free || plan.free_ball)}
      />
      {plan.kind === "break" && (
        <Row label="Hit">
          <Choose
            label="How the break is meant to hit its ball"
            words={words.break_hits}
            value={plan.hit}
            onPick={(hit) => set({ hit })}
          />
        </Row>
      )}
      {!safe && plan.kind !== "break" && <PocketRow {...planned} />}
      <Row label="Cue ball to">
        <TargetRow shot={shot} balls={balls} words={words} units={units} number={number} />
      </Row>
      <Row label="And">
        <SecondIntent shot={shot} balls={balls} words={words} number={number} />
      </Row>
      {["point", "window", "either"].includes(plan.target.kind) && (
        <Row label="If it misses">
          <Pick
            label="Better error"
            words={words.better_errors}
            value={plan.better_error}
            clear
            onPick={(better_error) => set({ better_error })}
          />
        </Row>
      )}
      {!safe && <NextBall {...planned} />}
      <VisitPlan number={number} shot={shot} before={before} words={words} />
      <Row label="Known how">
        <Pick
          label="How the intent is known"
          words={{ stated: "stated", remembered: "remembered", inferred: "inferred" }}
          value={plan.intent}
          clear
          onPick={(intent) => set({ intent })}
        />
      </Row>
    </div>
  );
}

type ShooterProps = { number: number; shot: Shot; players: Record<string, string>; words: Words };

/** Who plays; and whether the log goes on from the shot before. */
function Shooter({ number, shot, players, words }: ShooterProps) {
  const [gapOpen, setGapOpen] = useState(false);
  const gap = shot.gap !== null || gapOpen;
  return (
    <>
      {number > 1 && gap && (
        <Row label="Follows on">
          <Choose
            label="Why the log does not go on from the shot before"
            words={words.gaps}
            value={shot.gap}
            none="yes, from the shot before"
            onPick={(why) => act.setShot(number, { gap: why })}
          />
        </Row>
      )}
      <Row label="Shooter">
        <Pick
          label="Shooter"
          words={players}
          value={shot.shooter}
          onPick={(id) => id && act.setShot(number, { shooter: id })}
        />
        {number > 1 && !gap && (
          <button
            type="button"
            className="text-primary px-[0.35rem] text-left text-sm underline"
            onClick={() => setGapOpen(true)}
          >
            not straight from the shot before
          </button>
        )}
      </Row>
    </>
  );
}

type Plan = Shot["plan"];
type Set = (change: Partial<Plan>) => void;

/** Attack or safety, why, and the kind of shot. */
function Chosen({ plan, words, set }: { plan: Plan; words: Words; set: Set }) {
  const discipline = useDesk((s) => s.recording?.match.discipline);
  const pushes = disciplineOf(discipline).order === "in-order" || plan.kind === "push-out";
  const kinds = pushes ? words.shot_kinds : omit(words.shot_kinds, "push-out");
  return (
    <>
      <Row label="Choice">
        <Pick
          label="Choice"
          words={words.choices}
          value={plan.choice}
          onPick={(c) => c && set({ choice: c })}
        />
      </Row>
      <Row label="Because">
        <Choose
          label="Reason for the choice"
          words={words.choice_reasons}
          value={plan.reason}
          onPick={(reason) => set({ reason })}
        />
      </Row>
      <Row label="Kind">
        <Choose
          label="Kind of shot"
          words={kinds}
          value={plan.kind}
          none={null}
          onPick={(kind) => kind && set({ kind })}
        />
      </Row>
    </>
  );
}

type Planned = {
  number: number;
  plan: Plan;
  balls: Record<string, string>;
  pockets: Record<string, string>;
  words: Words;
  set: Set;
};

function BallRow({ number, plan, balls, set, free }: Planned & { free: boolean }) {
  const many = Object.keys(balls).length > 16;
  const pick = (ball: string | null) => ball && act.pickBall(number, ball);
  return (
    <Row label={plan.choice === "safety" ? "Hits ball" : "Ball"}>
      {many ? (
        <Choose
          label="Planned ball"
          words={balls}
          value={plan.ball}
          none="click it, or choose"
          onPick={pick}
        />
      ) : (
        <Pick label="Planned ball" words={balls} value={plan.ball} onPick={pick} />
      )}
      {free && (
        <Pick
          label="Free ball"
          words={{ free: "as a free ball" }}
          value={plan.free_ball ? "free" : null}
          clear
          onPick={(code) => set({ free_ball: code !== null })}
        />
      )}
      {!Object.keys(balls).length && <span className="quiet text-sm">place the balls first</span>}
    </Row>
  );
}

function PocketRow({ plan, pockets, words, set }: Planned) {
  return (
    <Row label="Pocket">
      <div className="grid grid-cols-[1fr_5.2rem] gap-2">
        <Choose
          label="Planned pocket"
          words={pockets}
          value={plan.pocket}
          onPick={(p) => set({ pocket: p as PocketName | null })}
        />
        <Choose
          label="Part of the pocket, seen from the ball"
          words={words.pocket_parts}
          value={plan.part}
          none="any part"
          onPick={(part) => set({ part })}
        />
      </div>
    </Row>
  );
}

function NextBall({ number, plan, balls, pockets, set }: Planned) {
  return (
    <Row label="Next ball">
      <div className="grid grid-cols-[3.2rem_1fr_4.6rem] gap-2">
        <Choose
          label="Next ball"
          words={omit(balls, plan.ball)}
          value={plan.next_ball}
          none="–"
          onPick={(next_ball) => set({ next_ball })}
        />
        <Choose
          label="Next pocket"
          words={pockets}
          value={plan.next_pocket}
          none="likeliest"
          onPick={(p) => set({ next_pocket: p as PocketName | null })}
        />
        <Degrees
          key={number}
          label="Wanted cut on the next ball, degrees"
          placeholder="cut"
          value={plan.wanted_angle}
          most={89.9}
          take={(wanted_angle) => set({ wanted_angle })}
        />
      </div>
    </Row>
  );
}

/** What belongs to the rack and not to one shot; asked beside its first shot. */
function RackFields({ players, words }: { players: Record<string, string>; words: Words }) {
  const { depth, winner } = useDesk((s) => s.doc);
  const breaker = useDesk((s) => s.doc.breaker);
  const notes = useDesk((s) => s.doc.notes);
  return (
    <div className="rule mb-1 border-b pb-1">
      <Row label="Rack breaks">
        <Pick
          label="Who breaks this rack"
          words={players}
          value={breaker}
          clear
          onPick={(id) => edit((doc) => ({ ...doc, breaker: id }))}
        />
      </Row>
      <Row label="Logged">
        <Pick
          label="How much of this rack is logged"
          words={plainWords(words.depths)}
          value={depth}
          onPick={(code) => code && edit((doc) => ({ ...doc, depth: code }))}
        />
      </Row>
      {(depth === "key-moments" || winner !== null) && <Won players={players} words={words} />}
      <Row label="Rack notes">
        <TypedInput
          className="plain text-sm"
          aria-label="Notes on the rack"
          maxLength={4000}
          value={notes}
          take={(text) => edit((doc) => ({ ...doc, notes: text }))}
          asOneStep={asOneStep}
        />
      </Row>
    </div>
  );
}

/** Who won a rack whose shots do not say so; asked at the first shot and at the last one. */
function Won({ players, words }: { players: Record<string, string>; words: Words }) {
  const { winner, how } = useDesk((s) => s.doc);
  return (
    <Row label="Rack won by">
      <Pick
        label="Who won this rack"
        words={players}
        value={winner}
        clear
        onPick={(id) => edit((doc) => ({ ...doc, winner: id, how: id ? (doc.how ?? "not-seen") : null }))}
      />
      {winner && (
        <Choose
          label="How the rack ended"
          words={words.endings}
          value={how}
          none={null}
          onPick={(code) => edit((doc) => ({ ...doc, how: code }))}
        />
      )}
    </Row>
  );
}

const omit = (words: Record<string, string>, code: string | null) =>
  Object.fromEntries(Object.entries(words).filter(([c]) => c !== code));
