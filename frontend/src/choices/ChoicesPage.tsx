/** What could have been played at a shot, and what each choice is worth to the rack. */
import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Choices, Option, Place, Places, Words } from "../api/types";
import { useAnswer } from "../chart/useAsked";
import { docOf } from "../rack/deskStore";
import { changeShot, layouts, placeBefore } from "../rack/rackDoc";
import { ScoreLine } from "../parts/ScoreLine";
import { lower } from "../parts/fields";
import { useKeys } from "../shell/keys";
import { OnShot, type ShotProps } from "../shell/OnShot";
import { Shell } from "../shell/Shell";
import { chance, percent, speed, tipAt, type Units } from "../units/units";
import { stake } from "../words/stake";
import { AddOption } from "./AddOption";
import { Conditions } from "./Conditions";
import { ended, needs, USUAL, type Condition, type Wish } from "./conditions";
import { Fork } from "./Fork";
import { optionWords } from "../parts/optionWords";
import { Preview } from "./Preview";
import { Said } from "./Said";

export const ChoicesPage = () => <OnShot Screen={Forked} />;

function Forked({ desk, words, session, number, chosen }: ShotProps) {
  const navigate = useNavigate();
  const [moved, setMoved] = useState<Places>({});
  const [picked, setPicked] = useState(0);
  const [pinned, setPinned] = useState<number | null>(null);
  const [wishes, setWishes] = useState<Wish[]>([]);
  const [condition, setCondition] = useState<Condition>(USUAL);
  const { recording, rack, table } = desk;
  const base = `/recordings/${recording.id}/racks/${number}`;
  const stored = docOf(rack);
  const shotNumber = Math.max(1, Math.min(chosen, stored.shots.length));
  const one = stored.shots[shotNumber - 1];
  const doc = one
    ? changeShot(stored, one.id, (shot) =>
        Object.entries(moved).reduce((made, [ball, at]) => placeBefore(made, ball, at as Place), shot),
      )
    : stored;
  const race = one ? needs(recording, number, one.shot.shooter) : null;
  const beside = { added: wishes, race };
  const { answer: found, trouble } = useAnswer(
    "choices",
    recording.id,
    number,
    doc,
    shotNumber,
    Boolean(one),
    { ...beside, ...condition },
  );
  const balls = (one && layouts(doc)[one.id]?.before) ?? {};
  const count = found?.options.length ?? 0;
  const pin = (k: number) => setPinned(pinned === k ? null : k);
  const go = (to: number) =>
    void navigate(`${base}/choices/${Math.max(1, Math.min(stored.shots.length, to))}`, { replace: true });
  useKeys(
    [
      ...Array.from({ length: 9 }, (_, k) => ({
        keys: [String(k + 1)],
        run: () => {
          if (k < count) setPicked(k);
        },
      })),
      { keys: ["ArrowDown"], run: () => setPicked(Math.min(count - 1, picked + 1)) },
      { keys: ["ArrowUp"], run: () => setPicked(Math.max(0, picked - 1)) },
      { keys: ["p"], run: () => pin(picked) },
      { keys: ["n"], run: () => go(shotNumber + 1) },
      { keys: ["b"], run: () => go(shotNumber - 1) },
      { keys: ["Escape"], run: () => setMoved({}) },
      { keys: ["Enter"], run: () => void navigate(`${base}/shots/${shotNumber}`) },
    ],
    () => null,
  );
  useEffect(() => {
    document.title = `Choices at shot ${shotNumber} · Aretane`;
  }, [shotNumber]);
  const units: Units = {
    length: session.length_unit as Units["length"],
    speed: session.speed_unit as Units["speed"],
  };
  const shooter = recording.players.find((p) => p.id === one?.shot.shooter);
  const other = recording.players.find((p) => p.id !== one?.shot.shooter);
  const level = lower(words.levels[shooter?.level ?? ""] ?? "");
  const option = found?.options[picked];
  const asked = Object.keys(moved).length > 0;
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
      <div className="flex min-h-0 flex-1 flex-col overflow-y-auto lg:flex-row lg:overflow-visible">
        <section
          aria-label="Table"
          className="flex min-w-0 flex-none flex-col px-2 pt-1 lg:min-h-0 lg:flex-1"
        >
          <div className="h-[54vw] flex-none lg:h-auto lg:min-h-0 lg:flex-1">
            <Preview
              table={table}
              balls={balls}
              option={option}
              pinned={pinned === null ? undefined : found?.options[pinned]}
              move={(ball, to) => {
                setMoved({ ...moved, [ball]: to });
                setPinned(null);
                setPicked(0);
              }}
            />
          </div>
          <div className="min-h-24 px-1 py-1 text-sm" aria-live="polite">
            {option && found ? (
              <Told
                option={option}
                words={words}
                units={units}
                pinned={pinned === null ? undefined : found.options[pinned]}
                within={found.apart}
              />
            ) : (
              <p className="quiet">Drag a ball to ask about another layout; nothing is saved.</p>
            )}
            {asked && (
              <p>
                ○ Balls were moved: this is another layout than the one recorded.{" "}
                <button type="button" className="go underline" onClick={() => setMoved({})}>
                  back to the recorded one
                </button>{" "}
                <kbd className="key">Esc</kbd>
              </p>
            )}
          </div>
        </section>
        <aside
          aria-label="Choices"
          className="rule w-full flex-none px-3 pb-2 lg:w-[26rem] lg:overflow-y-auto lg:border-l"
        >
          <h1 className="flex items-baseline justify-between pt-1 text-base font-bold">
            <span>Choices at shot {shotNumber}</span>
            <span className="flex gap-3 text-sm font-normal">
              <Link className="go" to={`${base}/kicks/${shotNumber}`}>
                kicks and banks
              </Link>
              <Link className="go" to={`${base}/shots/${shotNumber}`}>
                open on the desk
              </Link>
            </span>
          </h1>
          {shooter && (
            <p className="quiet text-sm">
              {shooter.name}'s chance to win {stake(recording.match.discipline)}, {level} model
              {count > 0 &&
                `, against ${found?.other && other ? `${other.name}, ${lower(words.levels[other.level] ?? "")} model` : "an equal player"}`}
              {found?.needs && `; ${found.needs[0]} to go, the other ${found.needs[1]}`}
            </p>
          )}
          <Verdict found={found} trouble={trouble} />
          {found && count > 0 && (
            <Fork found={found} words={words} picked={picked} pinned={pinned} pick={setPicked} pin={pin} />
          )}
          {found?.cautions.map((said) => (
            <p key={said} role="note" className="my-1 text-sm">
              {said}
            </p>
          ))}
          {found?.match && option && <Match match={found.match} option={option} />}
          {count > 0 && (
            <p className="quiet mt-1 text-xs">
              <kbd className="key">1</kbd>–<kbd className="key">{count}</kbd> or{" "}
              <kbd className="key">↑</kbd>
              <kbd className="key">↓</kbd> pick, <kbd className="key">P</kbd> pin,{" "}
              <kbd className="key">N</kbd> <kbd className="key">B</kbd> next shot and the one before,{" "}
              <kbd className="key">Enter</kbd> the desk. A bar across the best attack marks the chance its
              pot needs.
            </p>
          )}
          {one && count > 0 && (
            <AddOption
              balls={Object.keys(balls).filter((ball) => ball !== "cue")}
              words={words}
              units={units}
              wishes={wishes}
              missed={ended(found) ? wishes.filter((_, k) => found.added[k] === null) : []}
              set={(now) => {
                setWishes(now);
                setPicked(0);
                setPinned(null);
              }}
            />
          )}
          {one && (count > 0 || condition !== USUAL) && (
            <Conditions
              recording={recording.id}
              discipline={recording.match.discipline}
              number={number}
              doc={doc}
              shot={shotNumber}
              beside={beside}
              shown={condition}
              show={setCondition}
              usual={found}
            />
          )}
          {one && stored.shots[shotNumber - 1] && (
            <Said
              rackId={rack.id}
              shot={{ id: one.id, version: rack.shots[shotNumber - 1]?.version ?? 1, shot: one.shot }}
              option={option}
              words={words}
              editable={!asked}
            />
          )}
        </aside>
      </div>
    </Shell>
  );
}

/** What the option is worth to the match, at the score before this rack. */
function Match({ match, option }: { match: NonNullable<Choices["match"]>; option: Option }) {
  const whole = option.value * match.won + (1 - option.value) * match.lost;
  return (
    <p className="text-sm">
      To the match: <b className="num">{chance(whole)}</b> with it; the rack swings{" "}
      <span className="num">{((match.won - match.lost) * 100).toFixed(0)}</span> points.{" "}
      <span className="quiet">
        Racks to come at <span className="num">{percent(match.rack)}</span> each. In a race the score
        changes what a rack is worth, not which choice is better.
      </span>
    </p>
  );
}

/** Attack or safety, in words, with what the pot needs. */
function Verdict({ found, trouble }: { found: Choices | null; trouble: string }) {
  if (trouble)
    return (
      <p role="alert" className="py-2 text-sm">
        {trouble}
      </p>
    );
  if (!found || found.stage === "waiting")
    return <p className="quiet py-2 text-sm italic">○ being worked out…</p>;
  if (found.stage === "none") return <p className="quiet py-2 text-sm">{found.reason}</p>;
  const attack = found.options.find((one) => one.ball !== null);
  const said = { attack: "Attack.", safety: "Safety.", close: "Too close to call." }[found.verdict] ?? "";
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
  if (even <= 0) return <>The pot is {own}; it is worth more than any safety even missed.</>;
  if (even >= 1) return <>The pot is {own}; not even a sure pot is worth the best safety.</>;
  return (
    <>
      The pot needs <span className="num whitespace-nowrap text-primary font-bold">{percent(even)}</span> to
      be worth the best safety; it is {own}.
    </>
  );
}

/** The picked option in words, and what the pinned one is worth beside it. */
function Told({
  option,
  words,
  units,
  pinned,
  within,
}: {
  option: Option;
  words: Words;
  units: Units;
  pinned: Option | undefined;
  within: number;
}) {
  const apart = pinned ? option.value - pinned.value : 0;
  const close = pinned ? Math.abs(apart) <= within * Math.hypot(option.error, pinned.error) : false;
  return (
    <div data-testid="told">
      <p>
        <b>{optionWords(option, words)}</b>: <span className="num">{speed(option.speed, units)}</span>,{" "}
        {tipAt(option)}; wins <b className="num">{chance(option.value)}</b>
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
              {apart > 0 ? "+" : "−"}
              {Math.abs(apart * 100).toFixed(0)}
            </b>
          )}
          {!close && " points of chance"}.
        </p>
      )}
    </div>
  );
}
