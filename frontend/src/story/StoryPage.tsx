/** The rack's story by its chances: the line, the turning shots with their causes, what repeats. Opens at the shot that mattered. */
import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { deskQuery, sessionQuery, wordsQuery } from "../api/queries";
import type { DeskView, Session, Shot, Story, Words } from "../api/types";
import { docOf, reviewsOf } from "../rack/deskStore";
import { came, RackLine } from "../parts/RackLine";
import { layouts } from "../rack/rackDoc";
import { change, measureOf, type Measure } from "../parts/measure";
import { ScoreLine } from "../parts/ScoreLine";
import { lower } from "../parts/fields";
import { useKeys } from "../shell/keys";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { theBall } from "../table/colours";
import { ShotScene } from "../table/ShotScene";
import type { Units } from "../units/units";
import { useDialect } from "../words/useDialect";
import { AskFor } from "./AskFor";
import { cancelAnalysis, useStory } from "./useStory";
import { WorthParts } from "./WorthParts";

export function StoryPage() {
  const { recording, rack, shot } = useParams();
  const [id, number] = [Number(recording), Number(rack)];
  const desk = useQuery(deskQuery(id, number));
  const words = useQuery(wordsQuery);
  const session = useQuery(sessionQuery);
  const answer = useStory(id, number, desk.data?.rack.shots.map((one) => one.version).join());
  useDialect(desk.data?.recording.match.discipline);
  const error = desk.error ?? words.error;
  if (error)
    return (
      <Shell>
        <Problem error={error} />
      </Shell>
    );
  if (!desk.data || !words.data || !session.data || !answer.story)
    return (
      <Shell>
        <p className="quiet p-6">Opening the rack…</p>
      </Shell>
    );
  const chosen = Number(shot) || answer.story.opens || 1;
  return (
    <Told
      desk={desk.data}
      words={words.data}
      session={session.data}
      story={answer.story}
      analyse={answer.analyse}
      chosen={chosen}
      number={number}
    />
  );
}

type ToldProps = {
  desk: DeskView;
  words: Words;
  session: Session;
  story: Story;
  analyse: () => Promise<void>;
  chosen: number;
  number: number;
};

function Told({ desk, words, session, story, analyse, chosen, number }: ToldProps) {
  const navigate = useNavigate();
  const { recording, rack } = desk;
  const table = desk.table;
  const base = `/recordings/${recording.id}/racks/${number}`;
  const doc = docOf(rack);
  const reviews = reviewsOf(rack);
  const seen = layouts(doc);
  const shotNumber = Math.max(1, Math.min(chosen, doc.shots.length));
  const docShot = doc.shots[shotNumber - 1];
  const name = (player: string) => recording.players.find((p) => p.id === player)?.name ?? player;
  const go = (to: number) => void navigate(`${base}/story/${to}`, { replace: true });
  const keys = [
    { keys: ["n", "ArrowRight"], run: () => go(Math.min(doc.shots.length, shotNumber + 1)) },
    { keys: ["b", "ArrowLeft"], run: () => go(Math.max(1, shotNumber - 1)) },
    { keys: ["Enter"], run: () => void navigate(`${base}/shots/${shotNumber}`) },
  ];
  useKeys(keys, () => null);
  useEffect(() => {
    document.title = `Story of rack ${number} · Aretane`;
  }, [number]);
  const units: Units = {
    length: session.length_unit as Units["length"],
    speed: session.speed_unit as Units["speed"],
  };
  const worth = story.shots[shotNumber - 1];
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
      <div className="flex min-h-0 flex-1 flex-col">
        <div className="flex min-h-0 flex-1 flex-col overflow-y-auto lg:flex-row lg:overflow-visible">
          <section
            aria-label="Table"
            className="flex min-w-0 flex-none flex-col px-2 pt-1 lg:min-h-0 lg:flex-1"
          >
            <div className="h-[54vw] flex-none lg:h-auto lg:min-h-0 lg:flex-1">
              {docShot && (
                <ShotScene
                  table={table}
                  shot={docShot.shot}
                  review={reviews[docShot.id]}
                  before={seen[docShot.id]?.before ?? {}}
                  after={seen[docShot.id]?.after ?? null}
                />
              )}
            </div>
            {docShot && (
              <p className="px-1 py-1">
                <b>Shot {shotNumber}</b>, {name(docShot.shot.shooter)}: {planWords(docShot.shot, words)} ·{" "}
                {came(docShot.shot)}{" "}
                <Link className="go text-sm" to={`${base}/shots/${shotNumber}`}>
                  open on the desk
                </Link>{" "}
                <kbd className="key">Enter</kbd>
              </p>
            )}
          </section>
          <aside
            aria-label="Story"
            className="rule w-full flex-none px-3 pb-2 lg:w-[23rem] lg:overflow-y-auto lg:border-l"
          >
            <h1 className="pt-1 text-base font-bold">Story of rack {number}</h1>
            <AskFor story={story} analyse={analyse} cancel={() => cancelAnalysis(recording.id)} />
            <Worth
              shot={docShot?.shot}
              worth={worth}
              number={shotNumber}
              story={story}
              recording={recording}
              words={words}
              units={units}
            />
            <Turning
              story={story}
              go={go}
              shot={shotNumber}
              names={doc.shots.map((s) => name(s.shot.shooter).split(" ")[0] ?? "")}
            />
            <Streaks story={story} name={name} go={go} />
            <Lessons shots={doc.shots.map((docShot) => docShot.shot)} go={go} current={shotNumber} />
          </aside>
        </div>
        <RackLine
          shots={doc.shots}
          seen={seen}
          reviews={reviews}
          table={table}
          current={shotNumber}
          name={name}
          go={go}
          over={rack.over}
          hidden={false}
          story={story}
        />
      </div>
    </Shell>
  );
}

type WorthProps = {
  shot: Shot | undefined;
  worth: Story["shots"][number] | undefined;
  number: number;
  story: Story;
  recording: DeskView["recording"];
  words: Words;
  units: Units;
};

/** What the shot was worth, or why that is not known. */
function Worth({ shot, worth, number, story, recording, words, units }: WorthProps) {
  const player = recording.players.find((p) => p.id === shot?.shooter);
  const level = lower(words.levels[player?.level ?? ""] ?? "");
  return (
    <section className="rule mt-1 border-t pt-1" aria-label={`What shot ${number} was worth`}>
      <h2 className="quiet text-sm">
        Shot {number}
        {shot && `, ${came(shot)}`}
      </h2>
      {worth?.before !== null && worth && shot ? (
        <WorthParts
          shot={worth}
          measure={measureOf(story.measure)}
          words={words}
          units={units}
          who={`${player?.name ?? shot.shooter}, ${level} model`}
        />
      ) : (
        <p className="quiet text-sm italic">
          ○{" "}
          {worth?.state === "waiting" || worth?.state === "running"
            ? "being worked out"
            : worth?.reason || "not analysed"}
        </p>
      )}
    </section>
  );
}

/** What the reviewer drew from the rack, numbered in the order of its shots. */
function Lessons({ shots, go, current }: { shots: Shot[]; go: (shot: number) => void; current: number }) {
  const lessons = shots
    .map((shot, k) => ({ words: shot.judgement.lesson, number: k + 1 }))
    .filter((one) => one.words);
  return (
    <section className="rule mt-1 border-t pt-1" aria-label="Lessons">
      <h2 className="quiet text-sm">Lessons</h2>
      {lessons.length === 0 && (
        <p className="quiet text-sm">
          None written yet: a shot's worth slip on the desk has a line for one.
        </p>
      )}
      <ol className="list-inside list-decimal text-sm">
        {lessons.map((one) => (
          <li key={one.number}>
            {one.words}{" "}
            <button
              type="button"
              className="go underline"
              aria-current={one.number === current}
              onClick={() => go(one.number)}
            >
              shot {one.number}
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

function planWords(shot: Shot, words: Words): string {
  const { ball, pocket, choice, kind } = shot.plan;
  if (kind === "break" || kind === "push-out") return lower(words.shot_kinds[kind] ?? kind);
  const what = ball
    ? `${theBall(ball)}${pocket && choice !== "safety" ? `, ${words.pockets[pocket]}` : ""}`
    : "no ball said";
  return choice === "attack" ? what : `${lower(words.choices[choice] ?? choice)}, ${what}`;
}

const PARTS: Record<string, string> = {
  decision: "the choice",
  pot: "the pot",
  position: "the position",
  luck: "luck",
};

const TURNED: Record<Measure, string> = {
  chance: "Points of the shooter's own chance to run out.",
  points: "Points of the visit, scored and to come.",
  balls: "Balls of the run, made and to come.",
};

function Turning({
  story,
  go,
  shot,
  names,
}: {
  story: Story;
  go: (shot: number) => void;
  shot: number;
  names: string[];
}) {
  if (!story.turning.length) return null;
  return (
    <section className="rule mt-2 border-t pt-1">
      <h2 className="text-sm font-bold">Turning shots</h2>
      <ol>
        {story.turning.map((turn) => (
          <li key={turn.shot}>
            <button
              type="button"
              className={`hover:bg-base-200 flex w-full items-baseline gap-2 text-left text-sm ${turn.shot === shot ? "font-bold" : ""}`}
              onClick={() => go(turn.shot)}
            >
              <span
                className="num w-10 text-right"
                style={{ color: turn.change > 0 ? "var(--gain)" : "var(--loss)" }}
              >
                {change(measureOf(story.measure), turn.change)}
              </span>
              <span>
                shot {turn.shot}, {names[turn.shot - 1]}: {turn.part ? PARTS[turn.part] : "not split"}
                {turn.began !== null && (
                  <span className="quiet">; began with the position of shot {turn.began}</span>
                )}
              </span>
            </button>
          </li>
        ))}
      </ol>
      <p className="quiet text-xs">{TURNED[measureOf(story.measure)]}</p>
    </section>
  );
}

const COUNTS = ["", "", "", "three", "four", "five", "six", "seven", "eight", "nine"];

function Streaks({
  story,
  name,
  go,
}: {
  story: Story;
  name: (player: string) => string;
  go: (shot: number) => void;
}) {
  if (!story.streaks.length) return null;
  return (
    <section className="rule mt-2 border-t pt-1">
      <h2 className="text-sm font-bold">What repeats</h2>
      <ul className="text-sm">
        {story.streaks.map((streak) => (
          <li key={`${streak.player}${streak.way}${streak.shots[0]}`}>
            {name(streak.player)}: {COUNTS[streak.shots.length] ?? streak.shots.length}{" "}
            {streak.way === "left" || streak.way === "right" ? `${streak.way} of the line` : streak.way} in
            a row, shots{" "}
            {streak.shots.map((shot, i) => (
              <span key={shot}>
                {i > 0 && ", "}
                <button type="button" className="text-primary underline" onClick={() => go(shot)}>
                  {shot}
                </button>
              </span>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
