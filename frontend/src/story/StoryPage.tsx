/** The rack's story by its chances: the line, the turning shots with their causes, what repeats. Opens at the shot that mattered. */
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "react-router";
import { deskQuery, sessionQuery, wordsQuery } from "../api/queries";
import type { DeskView, Session, Shot, Story, Words } from "../api/types";
import { docOf, reviewsOf } from "../rack/deskStore";
import { came, RackLine } from "../parts/RackLine";
import { layouts } from "../rack/rackDoc";
import { measureOf } from "../parts/measure";
import { lower } from "../parts/fields";
import { useKeys } from "../shell/keys";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { TablePage } from "../shell/TablePage";
import { theBall } from "../table/colours";
import { ShotScene } from "../table/ShotScene";
import { unitsOf, type Units } from "../units/units";
import { useDialect } from "../words/useDialect";
import { AskFor } from "./AskFor";
import { Lessons, Streaks, Turning } from "./Parts";
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
  const units = unitsOf(session);
  const worth = story.shots[shotNumber - 1];
  const onTable = docShot && (
    <ShotScene
      table={table}
      shot={docShot.shot}
      review={reviews[docShot.id]}
      before={seen[docShot.id]?.before ?? {}}
      after={seen[docShot.id]?.after ?? null}
    />
  );
  const under = docShot && (
    <p>
      <b>Shot {shotNumber}</b>, {name(docShot.shot.shooter)}: {planWords(docShot.shot, words)} ·{" "}
      {came(docShot.shot)}{" "}
      <Link className="go text-sm" to={`${base}/shots/${shotNumber}`}>
        open on the desk
      </Link>{" "}
      <kbd className="key">Enter</kbd>
    </p>
  );
  const foot = (
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
  );
  const title = `Story of rack ${number}`;
  return (
    <TablePage
      recording={recording}
      rack={number}
      title={title}
      label="Story"
      table={onTable}
      under={under}
      foot={foot}
    >
      <h1 className="pt-1 text-base font-bold">{title}</h1>
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
    </TablePage>
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
  const level = lower(words.models[player?.model ?? ""] ?? "");
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

function planWords(shot: Shot, words: Words): string {
  const { ball, pocket, choice, kind } = shot.plan;
  if (kind === "break" || kind === "push-out") return lower(words.shot_kinds[kind] ?? kind);
  const what = ball
    ? `${theBall(ball)}${pocket && choice !== "safety" ? `, ${words.pockets[pocket]}` : ""}`
    : "no ball said";
  return choice === "attack" ? what : `${lower(words.choices[choice] ?? choice)}, ${what}`;
}
