/** What it was worth: the miss, what it left, and the reviewer's verdicts. */
import type { ReactNode } from "react";
import type { FoundStrike, Review, Shot, StoryShot, Words } from "../api/types";
import type { Measure } from "../parts/measure";
import { WorthParts } from "../story/WorthParts";
import { degrees, chance, type Units } from "../units/units";
import * as act from "../rack/actions";
import { asOneStep, useDesk } from "../rack/deskStore";
import { theBall } from "../table/colours";
import { NotesAndTags } from "./NotesAndTags";
import { StatedChances } from "./StatedChances";
import { Misses, Second } from "./Misses";
import { Others } from "../parts/Others";
import { capital, Choose, lower, Pick, plainWords, Row, Unknown } from "../parts/fields";
import { TypedInput } from "../keeping/typed";

type Props = {
  number: number;
  shot: Shot;
  review: Review | undefined;
  words: Words;
  units: Units;
  worth: StoryShot | undefined;
  measure: Measure;
  who: string;
  ask: ReactNode;
  found: FoundStrike | null;
};

export function WorthSlip({ number, shot, review, words, units, worth, measure, who, ask, found }: Props) {
  const { judgement } = shot;
  const set = (change: Partial<Shot["judgement"]>) => act.setJudgement(number, change);
  const toggle = (cause: string) =>
    set(
      judgement.causes.includes(cause)
        ? {
            causes: judgement.causes.filter((c) => c !== cause),
            evidence: with_(judgement.evidence, cause, null),
          }
        : { causes: [...judgement.causes, cause] },
    );
  return (
    <div>
      <Misses review={review} shot={shot} found={found} units={units} />
      <Second review={review} units={units} />
      <Left review={review} words={words} shooter={shot.shooter} />
      <div className="rule mt-1 border-t pt-1">
        {worth && worth.before !== null ? (
          <WorthParts
            shot={worth}
            measure={measure}
            words={words}
            units={units}
            who={who}
            better={shot.plan.better_error}
            takeBetter={(better_error) => act.setPlan(number, { better_error })}
          />
        ) : (
          <Row label="Run-out">
            <Unknown>{whyNot(worth)}</Unknown>
          </Row>
        )}
        {ask}
      </div>
      <div className="rule mt-1 border-t pt-1">
        <Row label="Position">
          <Grade judgement={judgement} review={review} words={words} set={set} />
        </Row>
        <Row label="Decision">
          <Pick
            label="Verdict on the decision"
            words={plainWords(words.decisions)}
            value={judgement.decision}
            clear
            onPick={(decision) => set({ decision })}
          />
          <Others shot={shot} words={words} set={set} />
        </Row>
        <Row label="Luck">
          <Pick
            label="Luck"
            words={{ good: "good", bad: "bad" }}
            value={judgement.luck}
            clear
            onPick={(luck) => set({ luck })}
          />
        </Row>
        <Row label="Causes">
          <Causes
            words={words}
            chosen={judgement.causes}
            toggle={toggle}
            evidence={judgement.evidence}
            known={(code, how) => set({ evidence: with_(judgement.evidence, code, how) })}
          />
        </Row>
        {number > 1 && (
          <Row label="Began with">
            <Choose
              label="The earlier shot whose error this one paid for"
              words={earlier(number)}
              value={judgement.caused_back === null ? null : String(judgement.caused_back)}
              none="this shot"
              onPick={(back) => set({ caused_back: back === null ? null : Number(back) })}
            />
          </Row>
        )}
        <Written number={number} shot={shot} set={set} />
        <Row label="Counts">
          <select
            className="plain text-sm"
            aria-label="Whether the shot counts"
            value={judgement.left_out ?? ""}
            onChange={(e) => set({ left_out: e.target.value || null })}
          >
            <option value="">in the percentages</option>
            {Object.entries(words.left_out).map(([code, text]) => (
              <option key={code} value={code}>
                left out: {lower(text)}
              </option>
            ))}
          </select>
        </Row>
      </div>
    </div>
  );
}

type Judgement = Shot["judgement"];
type Set = (change: Partial<Judgement>) => void;
type GradeProps = { judgement: Judgement; review: Review | undefined; words: Words; set: Set };

/** The grade of the position: the reviewer's, or the one that is proposed and why. */
function Grade({ judgement, review, words, set }: GradeProps) {
  const proposed = review?.proposal?.grade ?? null;
  return (
    <>
      <div role="group" aria-label="Grade of the position" className="flex flex-wrap">
        {Object.entries(words.grades).map(([code, text]) => (
          <button
            key={code}
            type="button"
            className="pick text-sm"
            aria-pressed={(judgement.grade ?? proposed) === code}
            onClick={() => set({ grade: judgement.grade === code ? null : code })}
          >
            {lower(text)}
          </button>
        ))}
      </div>
      <p className="quiet text-xs">
        {judgement.grade
          ? proposed && proposed !== judgement.grade
            ? `yours; proposed: ${lower(words.grades[proposed] ?? proposed)}`
            : "yours"
          : proposed
            ? `proposed: ${review?.proposal?.reasons.join("; ")}`
            : (review?.proposal?.reasons.join("; ") ?? "no position to grade")}
      </p>
    </>
  );
}

/** What the reviewer writes of a shot: a question, its lesson, notes and tags. */
function Written({ number, shot, set }: { number: number; shot: Shot; set: Set }) {
  const { judgement } = shot;
  return (
    <>
      <Row label="Ask">
        <TypedInput
          key={number}
          className="plain text-sm"
          aria-label="Open question to the player"
          placeholder="an open question to the player"
          maxLength={1000}
          value={judgement.question}
          take={(question) => set({ question })}
          asOneStep={asOneStep}
        />
      </Row>
      <Row label="Lesson">
        <TypedInput
          key={number}
          className="plain text-sm"
          aria-label="Lesson of this shot"
          placeholder="what it teaches, for the story of the rack"
          maxLength={300}
          value={judgement.lesson}
          take={(lesson) => set({ lesson })}
          asOneStep={asOneStep}
        />
      </Row>
      <StatedChances number={number} shot={shot} />
      <NotesAndTags number={number} shot={shot} />
    </>
  );
}

function whyNot(worth: StoryShot | undefined): string {
  if (worth?.state === "waiting" || worth?.state === "running") return "being worked out";
  return worth?.reason || "not analysed";
}

/** How the next ball is known, where nobody named it. */
const KNOWN: Record<string, string> = {
  played: ", played next",
  map: "; next ball not said: the one the map goes on to",
  likeliest: "; next ball not said: the likeliest pot",
};

function Left({ review, words, shooter }: { review: Review | undefined; words: Words; shooter: string }) {
  const players = useDesk((s) => s.recording?.players);
  const leave = review?.leave;
  if (!leave) return null;
  const side = leave.right_side === null ? "" : leave.right_side ? ", right side" : ", wrong side";
  const other = leave.best_pocket !== leave.pocket && (leave.best_chance ?? 0) > (leave.chance ?? 0) + 0.02;
  return (
    <>
      <Row label={capital(theBall(leave.ball))}>
        <span className="num">{degrees(leave.angle_left)}</span>
        {leave.angle_wanted !== null && (
          <>
            {" "}
            for <span className="num">{degrees(leave.angle_wanted)}</span> wanted
          </>
        )}
        {side}
        <span className="quiet text-sm">
          , {words.pockets[leave.pocket]}
          {KNOWN[leave.known] ?? ""}
        </span>
      </Row>
      <Row label="">
        <span className="text-sm">
          pot <b className="num">{chance(leave.chance)}</b>
          {leave.player && leave.player !== shooter && (
            <> for {players?.find((p) => p.id === leave.player)?.name}</>
          )}
          {leave.planned_chance !== null && (
            <>
              , <span className="num">{chance(leave.planned_chance)}</span> from the planned place
            </>
          )}
          {other && (
            <>
              ; better: {words.pockets[leave.best_pocket]}{" "}
              <span className="num">{chance(leave.best_chance)}</span>
            </>
          )}
        </span>
      </Row>
    </>
  );
}

type CausesProps = {
  words: Words;
  chosen: string[];
  toggle: (cause: string) => void;
  evidence: Record<string, string>;
  known: (cause: string, how: string | null) => void;
};

/** Shots before this one, by how many lie between. */
const earlier = (number: number): Record<string, string> =>
  Object.fromEntries(
    Array.from({ length: Math.min(number - 1, 60) }, (_, i) => [String(i + 1), `shot ${number - 1 - i}`]),
  );

function with_(
  evidence: Record<string, string>,
  cause: string,
  how: string | null,
): Record<string, string> {
  const others = Object.entries(evidence).filter(([code]) => code !== cause);
  return Object.fromEntries(how === null ? others : [...others, [cause, how]]);
}

function Causes({ words, chosen, toggle, evidence, known }: CausesProps) {
  const text = (code: string) => Object.values(words.causes).find((group) => code in group)?.[code] ?? code;
  return (
    <div>
      {chosen.map((code) => (
        <button
          key={code}
          type="button"
          className="mr-1 border-b-2 border-primary px-1 text-sm font-bold"
          title="take it back"
          onClick={() => toggle(code)}
        >
          {lower(text(code))} ×
        </button>
      ))}
      {chosen.map((code) => (
        <label key={`how-${code}`} className="quiet grid grid-cols-[auto_1fr] items-baseline gap-1 text-xs">
          {lower(text(code))}:
          <Choose
            label={`How ${lower(text(code))} is known`}
            words={plainWords(words.evidence)}
            value={evidence[code] ?? null}
            none="not said how it is known"
            onPick={(how) => known(code, how)}
          />
        </label>
      ))}
      <select
        className="plain text-sm"
        aria-label="Add a cause"
        value=""
        onChange={(e) => e.target.value && toggle(e.target.value)}
      >
        <option value="">add a cause…</option>
        {Object.entries(words.causes).map(([group, causes]) => (
          <optgroup key={group} label={group}>
            {Object.entries(causes)
              .filter(([code]) => !chosen.includes(code))
              .map(([code, label]) => (
                <option key={code} value={code}>
                  {label}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
    </div>
  );
}
