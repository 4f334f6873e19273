/** What the page of choices says: whose chance it is, the verdict, the picked option, what it is worth. */
import { Link } from "react-router";
import type { Choices, MatchWorth, Option, RecordingView, Words } from "../api/types";
import { lower } from "../parts/fields";
import { inMatch } from "../parts/race";
import { optionWords } from "../parts/optionWords";
import { amount, change, CHANGED, measureOf, type Measure, PURPOSE } from "../parts/measure";
import { chance, percent, speed, tipAt, type Units } from "../units/units";
import { stake } from "../words/stake";

export function Heading({ base, shot }: { base: string; shot: number }) {
  return (
    <h1 className="flex items-baseline justify-between pt-1 text-base font-bold">
      <span>Choices at shot {shot}</span>
      <span className="flex gap-3 text-sm font-normal">
        <Link className="go" to={`${base}/kicks/${shot}`}>
          kicks and banks
        </Link>
        <Link className="go" to={`${base}/shots/${shot}`}>
          open on the desk
        </Link>
      </span>
    </h1>
  );
}

/** What a run is worth, after the name of whose it is. */
const RUN: Record<Measure, string> = {
  win: "",
  chance: "chance to run out",
  points: "visit in points",
  balls: "run in balls",
};

type WhoseProps = {
  recording: RecordingView;
  shooter: string;
  found: Choices | null;
  words: Words;
  /** Says whether somebody who practises alone plays a run, or against an equal. */
  set: (company: "opponent" | "nobody") => void;
};

/** Whose chance is shown, under which model, against whom. */
export function Whose({ recording, shooter, found, words, set }: WhoseProps) {
  const player = recording.players.find((p) => p.id === shooter);
  const other = recording.players.find((p) => p.id !== shooter);
  if (!player) return null;
  const model = (code: string) => lower(words.models[code] ?? "");
  const against = found?.other && other ? `${other.name}, ${model(other.model)} model` : "an equal player";
  const measure = measureOf(found?.measure ?? "win");
  if (measure !== "win")
    return (
      <p className="quiet text-sm">
        {player.name}'s {RUN[measure]}, {model(player.model)} model
        {found?.company === "partner" && other ? `, in turn with ${other.name}` : ", nobody against"}: a
        strike that ends the run is worth nothing
        {found?.company === "nobody" && (
          <Instead words="against an equal player" go={() => set("opponent")} />
        )}
      </p>
    );
  return (
    <p className="quiet text-sm">
      {player.name}'s chance to win {stake(recording.match.discipline)}, {model(player.model)} model
      {(found?.options.length ?? 0) > 0 && `, against ${against}`}
      {found?.needs && `; ${found.needs[0]} to go, the other ${found.needs[1]}`}
      {found && !found.other && found.stage !== "none" && (
        <Instead words="as a run, nobody against" go={() => set("nobody")} />
      )}
    </p>
  );
}

const Instead = ({ words, go }: { words: string; go: () => void }) => (
  <>
    {" · "}
    <button type="button" className="text-primary underline" onClick={go}>
      {words}
    </button>
  </>
);

export function KeysLine({ count, even }: { count: number; even: boolean }) {
  return (
    <p className="quiet mt-1 text-xs">
      <kbd className="key">1</kbd>–<kbd className="key">{count}</kbd> or <kbd className="key">↑</kbd>
      <kbd className="key">↓</kbd> pick, <kbd className="key">P</kbd> pin, <kbd className="key">N</kbd>{" "}
      <kbd className="key">B</kbd> next shot and the one before, <kbd className="key">Enter</kbd> the desk.
      {even && "A bar across the best attack marks the chance its pot needs."}
    </p>
  );
}

export function MovedNote({ back }: { back: () => void }) {
  return (
    <p>
      ○ Balls were moved: this is another layout than the one recorded.{" "}
      <button type="button" className="go underline" onClick={back}>
        back to the recorded one
      </button>{" "}
      <kbd className="key">Esc</kbd>
    </p>
  );
}

/** What the option is worth to the match, at the score before this rack. */
export function Match({ match, option }: { match: MatchWorth; option: Option }) {
  return (
    <p className="text-sm">
      To the match: <b className="num">{chance(inMatch(match, option.value))}</b> with it; the rack swings{" "}
      <span className="num">{((match.won - match.lost) * 100).toFixed(0)}</span> points.{" "}
      <span className="quiet">
        Racks to come at <span className="num">{percent(match.rack)}</span> each. In a race the score
        changes what a rack is worth, not which choice is better.
      </span>
    </p>
  );
}

/** After a foul in snooker: what it is worth to have the other play again, beside the best option. */
export function PlayAgain({ again, best }: { again: NonNullable<Choices["again"]>; best: number | null }) {
  const most = Math.max(again.here.value, again.put_back?.value ?? 0);
  const struck = again.here.error !== null;
  return (
    <p className="text-sm" data-testid="again">
      Have the other play again: <Sent sent={again.here} /> from here
      {again.put_back !== null && (
        <>
          , <Sent sent={again.put_back} /> with the balls put back after the miss
        </>
      )}
      {best !== null && (most > best ? "; more than any option above" : "; less than the best above")}.{" "}
      <span className="quiet">
        {struck
          ? "One less what the other’s own best shot there is worth."
          : "By a look at the table for now; by strikes once the options are settled."}
      </span>
    </p>
  );
}

function Sent({ sent }: { sent: NonNullable<Choices["again"]>["here"] }) {
  return (
    <>
      <b className="num">{chance(sent.value)}</b>
      {sent.error !== null && (
        <span className="num quiet text-xs"> ±{Math.max(1, Math.round(sent.error * 100))}</span>
      )}
    </>
  );
}

/** Attack or safety, in words, with what the pot needs. */
export function Verdict({ found, trouble }: { found: Choices | null; trouble: string }) {
  if (trouble)
    return (
      <p role="alert" className="py-2 text-sm">
        {trouble}
      </p>
    );
  if (!found || found.stage === "waiting")
    return <p className="quiet py-2 text-sm italic">○ being worked out…</p>;
  if (found.stage === "none") return <p className="quiet py-2 text-sm">{found.reason}</p>;
  const attack = found.options.find((option) => option.ball !== null);
  const against = found.company === "opponent"; // else nobody plays safe
  const said =
    (against && { attack: "Attack.", safety: "Safety.", close: "Too close to call." }[found.verdict]) || "";
  return (
    <p className="py-1 text-sm" data-testid="verdict">
      <b>{said}</b> {attack?.attack && <EvenWords even={found.break_even} attack={attack.attack} />}
      {found.stage === "rough" && (
        <span className="quiet italic">
          {" "}
          ○ a first ranking; <span className="num">{found.settled}</span> of{" "}
          <span className="num">{found.options.length}</span> settled
        </span>
      )}
      {found.unlisted && (
        <span className="quiet"> The choice made is not among them: {found.unlisted}.</span>
      )}
      {found.stage === "stopped" && (
        <span className="quiet italic">
          {" "}
          ◐ stopped after a minute with what was found by then; <span className="num">
            {found.settled}
          </span>{" "}
          of <span className="num">{found.options.length}</span> settled
        </span>
      )}
      {found.break_out && (
        <span className="block" data-testid="break-out">
          {found.break_out}
        </span>
      )}
    </p>
  );
}

function EvenWords({
  even,
  attack,
}: {
  even: number | null;
  attack: { value: number; low: number; high: number };
}) {
  const own = (
    <>
      <span className="num whitespace-nowrap">{percent(attack.value)}</span>{" "}
      <span className="num quiet">
        ({(attack.low * 100).toFixed(0)}–{(attack.high * 100).toFixed(0)})
      </span>
    </>
  );
  if (even === null) return <>The pot is {own}.</>;
  if (even <= 0) return <>The pot is {own}; what a miss leaves is worth the best safety already.</>;
  if (even >= 1) return <>The pot is {own}; not even a sure pot is worth the best safety.</>;
  return (
    <>
      The pot needs <span className="num whitespace-nowrap text-primary font-bold">{percent(even)}</span> to
      be worth the best safety; it is {own}.
    </>
  );
}

/** The picked option in words, and what the pinned one is worth beside it. */
export function Told({
  option,
  words,
  units,
  pinned,
  within,
  measure,
}: {
  option: Option;
  words: Words;
  units: Units;
  pinned: Option | undefined;
  within: number;
  measure: Measure;
}) {
  const apart = pinned ? option.value - pinned.value : 0;
  const close = pinned ? Math.abs(apart) <= within * Math.hypot(option.alone, pinned.alone) : false;
  return (
    <div data-testid="told">
      <p>
        <b>{optionWords(option, words)}</b>: <span className="num">{speed(option.speed, units)}</span>,{" "}
        {tipAt(option)}; {measure === "win" ? "wins " : ""}
        <b className="num">{amount(measure, option.value)}</b>
        {measure === "win" ? "" : ` ${PURPOSE[measure]}`}
        {option.ball === null && (
          <>
            , hides <span className="num">{percent(option.hidden)}</span> of the next ball, all of it in{" "}
            <span className="num">{percent(option.hooks)}</span> of the strikes
          </>
        )}
        .
        {option.ball !== null && (
          <span className="quiet"> Dots: where the cue ball ends; open where the pot was missed.</span>
        )}
      </p>
      {option.reasons.length > 0 && (
        <p>
          {option.reasons.map((said, k) => (
            <span key={said}>{k > 0 ? `; ${said}` : said.charAt(0).toUpperCase() + said.slice(1)}</span>
          ))}
          .
        </p>
      )}
      {pinned && pinned !== option && (
        <p>
          Beside {optionWords(pinned, words)}:{" "}
          {close ? (
            <b>too close to call</b>
          ) : (
            <b className="num" style={{ color: apart > 0 ? "var(--gain)" : "var(--loss)" }}>
              {change(measure, apart)}
            </b>
          )}
          {!close && ` ${CHANGED[measure]}`}.
        </p>
      )}
    </div>
  );
}
