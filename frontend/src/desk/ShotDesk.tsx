/** The shot desk: score line, table, four slips, rack line. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { deskQuery, sessionQuery, wordsQuery } from "../api/queries";
import type { Leg, Path, Places, Session, Words } from "../api/types";
import { useVideo } from "../player/loading";
import { Picture } from "../player/Picture";
import { Player } from "../player/Player";
import { usePlayer } from "../player/playerStore";
import type { Marked } from "../player/Strip";
import { goAlong, usePictureOf } from "../player/usePictureOf";
import { rackAfter } from "../rack/addRack";
import { Shell } from "../shell/Shell";
import { useKeys } from "../shell/keys";
import { Problem } from "../shell/Problem";
import { theBall } from "../table/colours";
import type { Units } from "../units/units";
import { length } from "../units/units";
import { chartOf, ChartLine } from "../chart/ChartLine";
import { AskFor } from "../story/AskFor";
import { cancelAnalysis, useStory } from "../story/useStory";
import { useChart } from "../chart/chartStore";
import { measureOf } from "../parts/measure";
import { useAsked } from "../chart/useAsked";
import * as act from "../rack/actions";
import * as film from "./film";
import { keyOf } from "../commands/commands";
import { COMMANDS } from "./commands";
import { ConflictDialog } from "./ConflictDialog";
import { openDesk, useDesk, type Slip } from "../rack/deskStore";
import { isHidden, layouts, type DocShot } from "../rack/rackDoc";
import { RackLine, came } from "../parts/RackLine";
import { mend, readDraft, saveNow, watchDesk } from "../rack/saving";
import { ScoreLine } from "../parts/ScoreLine";
import { PencilLine } from "../drawing/PencilLine";
import { PlanSlip } from "../slips/PlanSlip";
import { ResultSlip } from "../slips/ResultSlip";
import { StrikeSlip } from "../slips/StrikeSlip";
import { WorthSlip } from "../slips/WorthSlip";
import { lower, Pick, plainWords } from "../parts/fields";
import { usePlaying, stop } from "../rack/playing";
import { useFinding, useForecast } from "./striking";
import { Standing } from "./Standing";
import { TableStage } from "./TableStage";
import { Tray } from "./Tray";
import { useDialect } from "../words/useDialect";
import { chance, thickness } from "../units/units";

export function ShotDesk() {
  const params = useParams();
  const recording = Number(params.recording);
  const rack = Number(params.rack);
  const desk = useQuery(deskQuery(recording, rack));
  const words = useQuery(wordsQuery);
  const session = useQuery(sessionQuery);
  const rackId = useDesk((s) => s.rackId);
  const queries = useQueryClient();
  const known = session.isSuccess;

  useEffect(() => {
    if (!desk.data || !known) return; // drafts are told apart by the data they are of
    openDesk(
      desk.data,
      readDraft(
        desk.data.rack.id,
        desk.data.rack.shots.map((s) => s.id),
      ),
    );
    const stop = watchDesk();
    void saveNow();
    return () => {
      stop();
      useDesk.setState({ rackId: 0, recording: null });
      void queries.invalidateQueries({ queryKey: ["recordings"] });
      void queries.invalidateQueries({ queryKey: ["today"] });
      void queries.invalidateQueries({ queryKey: ["numbers"] });
    };
  }, [desk.data, known, queries]);

  useDialect(desk.data?.recording.match.discipline);
  if (desk.error || words.error)
    return (
      <Shell>
        <Problem error={desk.error ?? words.error} />
      </Shell>
    );
  if (!desk.data || !words.data || !session.data || rackId !== desk.data.rack.id)
    return (
      <Shell>
        <p className="quiet p-6">Opening the rack…</p>
      </Shell>
    );
  const base = `/recordings/${recording}/racks/${rack}`;
  return (
    <Desk
      base={base}
      shotNumber={Number(params.shot ?? 1) || 1}
      words={words.data}
      session={session.data}
    />
  );
}

const NO_BALLS: Places = {};
const NO_LEGS: Leg[] = [];

type DeskProps = { base: string; shotNumber: number; words: Words; session: Session };

function Desk({ base, shotNumber, words, session }: DeskProps) {
  const navigate = useNavigate();
  const doc = useDesk((s) => s.doc);
  const table = useDesk((s) => s.table);
  const recording = useDesk((s) => s.recording);
  const reviews = useDesk((s) => s.reviews);
  const slip = useDesk((s) => s.slip);
  const over = useDesk((s) => s.over);
  const number = Math.max(1, Math.min(shotNumber, doc.shots.length));
  const going = useRef<number | null>(null); // where the last key went, until its address is drawn
  const go = (shot: number) => {
    going.current = shot === shotNumber ? null : shot;
    useDesk.setState({ current: shot });
    goAlong(useDesk.getState().doc.shots[shot - 1]?.id ?? ""); // before the desk is drawn, which takes longer
    void navigate(`${base}/shots/${shot}`, { replace: true });
  };
  const context = () => {
    const { current, doc: now } = useDesk.getState();
    const shot = Math.max(1, Math.min(current, now.shots.length));
    const waits = isHidden(useDesk.getState().blind, now.shots[shot - 1]?.shot); // the decision is judged first
    return {
      shot,
      shots: now.shots.length,
      go,
      nextRack,
      choices: () => {
        if (!waits) void navigate(`${base}/choices/${shot}`);
      },
    };
  };
  const nextRack = () =>
    void (async () => {
      const { recording: here, number: rack } = useDesk.getState();
      if (!here) return;
      try {
        await saveNow();
        void navigate(`/recordings/${here.id}/racks/${await rackAfter(here.id, rack)}`);
      } catch (problem) {
        useDesk.setState({
          save: "refused",
          saveWords: problem instanceof Error ? problem.message : "no next rack",
        });
      }
    })();
  useKeys(COMMANDS, context);
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const into = event.target instanceof Element ? event.target : null;
      const text = event.clipboardData?.getData("text") ?? "";
      if (into?.closest("input, textarea, select, [contenteditable]") || !text.trim()) return;
      event.preventDefault();
      act.pasteLayout(Math.max(1, useDesk.getState().current), text);
    };
    document.addEventListener("paste", paste);
    return () => document.removeEventListener("paste", paste);
  }, []);
  useEffect(() => {
    // An address drawn late, after a second key, must not take the desk back.
    if (going.current !== null && going.current !== shotNumber) return;
    going.current = null;
    useDesk.setState({ current: shotNumber });
  }, [shotNumber]);
  const units: Units = {
    length: session.length_unit as Units["length"],
    speed: session.speed_unit as Units["speed"],
  };
  const seen = layouts(doc);
  const one = doc.shots[number - 1];
  const review = one ? reviews[one.id] : undefined;
  const name = (id: string) => recording?.players.find((p) => p.id === id)?.name ?? id;

  useEffect(() => {
    document.title = `${recording?.match.title ?? "Rack"} · Aretane`;
  }, [recording]);

  const blind = useDesk((s) => s.blind);
  const hidden = isHidden(blind, one?.shot);
  const whole = (one && seen[one.id]) ?? { before: NO_BALLS, after: null };
  const layout = hidden ? { before: whole.before, after: null } : whole;
  const ended = !hidden && (slip === "result" || slip === "worth");
  const forecast = useForecast(recording?.id ?? 0, one?.id ?? "", layout.before, one?.shot);
  const finding = useFinding(recording?.id ?? 0, one?.id ?? "", layout.before, one?.shot, ended);
  const planned = forecast.data?.planned ?? null;
  const found = ended ? (finding.data?.found[0] ?? null) : null;
  useEffect(() => {
    const strike = ended ? found : planned;
    usePlaying.setState({
      offered: strike ? { paths: strike.paths as Path[], seconds: strike.seconds } : null,
    });
    return stop;
  }, [ended, found, planned]);

  const view = useChart((s) => s.view);
  const stored = useDesk((s) => s.base);
  const { story, analyse } = useStory(
    recording?.id ?? 0,
    useDesk((s) => s.number),
    JSON.stringify([stored.rackVersion, stored.versions]),
  );
  const rack = useDesk((s) => s.number);
  const outlook = useAsked(
    "outlook",
    recording?.id ?? 0,
    rack,
    doc,
    number,
    ["next", "here", "order"].includes(view) && Boolean(one),
  );
  const routes = useAsked(
    "routes",
    recording?.id ?? 0,
    rack,
    doc,
    number,
    view === "routes" && Boolean(one),
  );
  const reading = useAsked(
    "reading",
    recording?.id ?? 0,
    rack,
    doc,
    number,
    view === "table" && Boolean(one),
  );
  useVideo(recording?.id ?? 0);
  const following = doc.shots[number]?.shot.time_s ?? null;
  usePictureOf(one?.id ?? "", one?.shot.time_s ?? null, one?.shot.end_s ?? null, following, hidden);
  const filmed = usePlayer((s) => s.parts.length > 0 && s.shown);
  const swapped = usePlayer((s) => s.swapped) && filmed;

  if (!table || !recording) return null;
  const lines = (
    <div className="flex min-w-0 items-center gap-3">
      <Score recording={recording} words={words} hidden={hidden} />
      <ScoreLine recording={recording} current={useDesk.getState().number} hidden={hidden} />
    </div>
  );
  if (!one)
    return (
      <Shell top={lines} commands={COMMANDS} context={context}>
        <EmptyRack go={go} />
      </Shell>
    );
  const visible = hidden ? { ...one.shot, result: null } : one.shot;
  const line = hidden ? [...doc.shots.slice(0, number - 1), { ...one, shot: visible }] : doc.shots;
  const shown = ended ? (layout.after ?? layout.before) : layout.before;
  const stage = (
    <TableStage
      number={number}
      id={one.id}
      shot={visible}
      before={layout.before}
      after={layout.after}
      review={hidden ? undefined : review}
      table={table}
      planned={planned}
      found={found}
      chart={chartOf(outlook, view)}
      measure={measureOf(outlook?.measure ?? "")}
      legs={view === "order" ? (outlook?.proposed ?? NO_LEGS) : NO_LEGS}
      angle={view === "next" ? (outlook?.angle ?? null) : null}
      routes={routes}
      reading={reading}
      hidden={hidden}
    />
  );
  const picture = filmed && (
    <Picture drawings={one.shot.drawings} draw={(made) => act.addDrawing(number, made)} />
  );
  return (
    <Shell top={lines} commands={COMMANDS} context={context} right={<SaveState />}>
      <div className="flex min-h-0 flex-1 flex-col">
        <div className="flex min-h-0 flex-1 flex-col overflow-y-auto lg:flex-row lg:overflow-visible">
          <section
            aria-label="Table"
            className="flex min-w-0 flex-none flex-col px-2 pt-1 lg:min-h-0 lg:flex-1"
          >
            <div className="h-[54vw] flex-none lg:h-auto lg:min-h-0 lg:flex-1">
              {swapped ? picture : stage}
            </div>
            <div className="flex flex-wrap items-center justify-between gap-x-4 px-1">
              <Tray number={number} shot={visible} shown={shown} />
              <PointerRead />
            </div>
            <ChartLine
              outlook={outlook}
              routes={routes}
              reading={reading}
              shot={visible}
              balls={shown}
              table={table}
              words={words}
              units={units}
            />
            <Told />
            <Damaged id={one.id} number={number} go={go} />
            <PencilLine drawn={one.shot.drawings.length} clear={() => act.clearDrawings(number)} />
            <Flags words={hidden ? [] : (review?.flags ?? []).map((f) => f.words)} />
          </section>
          <aside
            aria-label={`Shot ${number}`}
            className="rule w-full flex-none px-3 pb-2 lg:w-[21.5rem] lg:overflow-y-auto lg:border-l"
          >
            {filmed && (
              <div className="-mx-1 pt-1">
                <div className="h-44">{swapped ? stage : picture}</div>
                <Player
                  number={number}
                  marked={marksOf(line)}
                  mark={(which) => film.mark(number, which)}
                  toShot={() => film.toShot(number)}
                  swap={() => usePlayer.setState({ swapped: !swapped })}
                  noTime={one.shot.time_s === null}
                />
              </div>
            )}
            <h1 className="flex items-baseline justify-between pt-1 text-base font-bold">
              <span>
                Shot {number} of {doc.shots.length}
              </span>
              {!hidden && (
                <span className="flex gap-3 text-sm font-normal">
                  <Link className="go" to={`${base}/choices/${number}`}>
                    choices
                  </Link>
                  <Link className="go" to={`${base}/story/${number}`}>
                    story of the rack
                  </Link>
                </span>
              )}
              <span className="quiet text-sm font-normal">{hidden ? "result hidden" : came(one.shot)}</span>
            </h1>
            <Standing review={review} name={name} />
            <SlipBox slip="plan" now={slip} line={planLine(one.shot, words)}>
              <PlanSlip
                key={one.id}
                number={number}
                shot={one.shot}
                before={layout.before}
                words={words}
                units={units}
                free={review?.free ?? false}
              />
            </SlipBox>
            <SlipBox
              slip="strike"
              now={slip}
              line={
                review?.pot
                  ? `${chance(planned?.pot.value ?? review.pot.chance)} · ${Math.abs(review.pot.cut).toFixed(0)}° ${Math.abs(review.pot.cut) < 90 ? `${thickness(review.pot.fullness)} ball` : ""}`
                  : "not measured"
              }
            >
              <StrikeSlip
                number={number}
                shot={one.shot}
                review={review}
                words={words}
                units={units}
                level={levelOf(recording, one.shot.shooter, words)}
                forecast={forecast.data}
                waiting={forecast.waiting}
              />
            </SlipBox>
            <SlipBox
              slip="result"
              now={slip}
              line={hidden ? "hidden until the decision is judged" : came(one.shot)}
            >
              {hidden ? (
                <JudgeFirst number={number} words={words} />
              ) : (
                <ResultSlip
                  number={number}
                  shot={one.shot}
                  before={layout.before}
                  review={review}
                  words={words}
                  diamond={table.diamond}
                  finding={finding.data}
                  waiting={finding.waiting}
                  units={units}
                />
              )}
            </SlipBox>
            <SlipBox
              slip="worth"
              now={slip}
              line={
                hidden
                  ? "hidden"
                  : worthLine(
                      one.shot.judgement.grade ?? review?.proposal?.grade ?? null,
                      review?.miss?.along.mm ?? null,
                      words,
                      units,
                    )
              }
            >
              {hidden ? (
                <JudgeFirst number={number} words={words} />
              ) : (
                <WorthSlip
                  number={number}
                  shot={one.shot}
                  review={review}
                  words={words}
                  units={units}
                  worth={story?.shots[number - 1]}
                  measure={measureOf(story?.measure ?? "")}
                  who={`${name(one.shot.shooter)}, ${levelOf(recording, one.shot.shooter, words)} model`}
                  found={found}
                  ask={
                    story && (
                      <AskFor story={story} analyse={analyse} cancel={() => cancelAnalysis(recording.id)} />
                    )
                  }
                />
              )}
            </SlipBox>
          </aside>
        </div>
        <RackLine
          shots={line}
          seen={seen}
          reviews={reviews}
          table={table}
          current={number}
          name={name}
          go={go}
          over={over}
          hidden={hidden}
          story={hidden ? null : story}
          nextRack={nextRack}
          add={() => {
            act.addAfter(doc.shots.length);
            go(doc.shots.length + 1);
          }}
        />
      </div>
      <ConflictDialog words={words} />
    </Shell>
  );
}

/** Marked shots, for the strips of time. */
const marksOf = (shots: DocShot[]): Marked[] =>
  shots.flatMap(({ shot }, i) =>
    shot.time_s === null ? [] : [{ number: i + 1, start: shot.time_s, end: shot.end_s }],
  );

/** In place of the result while judging blind: the verdict on the decision. */
function JudgeFirst({ number, words }: { number: number; words: Words }) {
  return (
    <div className="py-1 text-sm">
      <p>
        The result stays hidden until the decision is judged. Was the choice right, with what was known
        before the shot?
      </p>
      <Pick
        label="Verdict on the decision, before the result"
        words={plainWords(words.decisions)}
        value={null}
        onPick={(decision) => act.setJudgement(number, { decision })}
      />
    </div>
  );
}

const levelOf = (recording: { players: { id: string; level: string }[] }, id: string, words: Words) => {
  const level = recording.players.find((p) => p.id === id)?.level ?? "";
  return lower(words.levels[level] ?? level);
};

function planLine(
  shot: { plan: { ball: string | null; pocket: string | null; choice: string; kind: string } },
  words: Words,
): string {
  const { ball, pocket, choice, kind } = shot.plan;
  if (kind === "break" || kind === "push-out") return lower(words.shot_kinds[kind] ?? kind);
  const what = ball
    ? `${theBall(ball)}${pocket && choice !== "safety" ? `, ${words.pockets[pocket]}` : ""}`
    : "no ball yet";
  return `${lower(words.choices[choice] ?? choice)}: ${what}`;
}

function worthLine(grade: string | null, along: number | null, words: Words, units: Units): string {
  const parts = [];
  if (grade) parts.push(lower(words.grades[grade] ?? grade));
  if (along !== null && Math.abs(along) >= 0.5)
    parts.push(`${length(Math.abs(along), units)} ${along > 0 ? "long" : "short"}`);
  return parts.join(" · ") || "not judged";
}

function SlipBox({
  slip,
  now,
  line,
  children,
}: {
  slip: Slip;
  now: Slip;
  line: string;
  children: React.ReactNode;
}) {
  const open = slip === now;
  return (
    <section className="rule border-b last:border-b-0">
      <h2>
        <button
          type="button"
          aria-expanded={open}
          onClick={() => act.openSlip(slip)}
          className="flex w-full items-baseline gap-2 py-1.5 text-left"
        >
          <kbd className="key" aria-hidden="true">
            {keyOf(`slip-${slip}`)}
          </kbd>
          <span className={open ? "font-bold" : ""}>{slip}</span>
          {!open && <span className="quiet ml-auto truncate text-sm">{line}</span>}
        </button>
      </h2>
      {open && <div className="pb-2">{children}</div>}
    </section>
  );
}

function Score({
  recording,
  words,
  hidden,
}: {
  words: Words;
  hidden: boolean;
  recording: {
    id: number;
    players: { id: string; name: string }[];
    score: Record<string, number>;
    match: { race_to?: number | null; title: string; kind: string };
  };
}) {
  const race = recording.match.race_to;
  return (
    <Link
      to={`/recordings/${recording.id}`}
      className="hidden truncate text-sm hover:underline md:inline"
      title={`${recording.match.title}: set-up and racks`}
    >
      {recording.players.map((p, i) => (
        <span key={p.id}>
          {i > 0 && <span className="quiet">{recording.match.kind === "match" ? " – " : ", "}</span>}
          {p.name}
          {recording.players.length > 1 && recording.match.kind === "match" && !hidden && (
            <b className="num ml-1">{recording.score[p.id] ?? 0}</b>
          )}
        </span>
      ))}
      {race && recording.match.kind === "match" ? <span className="quiet">, race to {race}</span> : null}
      {recording.match.kind !== "match" && (
        <span className="quiet">
          ,{" "}
          {recording.match.kind === "practice"
            ? "practice"
            : lower(words.match_kinds[recording.match.kind] ?? "")}
        </span>
      )}
    </Link>
  );
}

function SaveState() {
  const save = useDesk((s) => s.save);
  const words = useDesk((s) => s.saveWords);
  const text = {
    saved: "Saved",
    saving: "Saving…",
    waiting: "Saving…",
    offline: "Not stored yet",
    conflict: "Changed elsewhere",
    refused: "Not stored",
  }[save];
  const loud = ["offline", "conflict", "refused"].includes(save);
  return (
    <span
      role="status"
      aria-live="polite"
      data-save={save}
      title={words}
      className={`text-sm ${loud ? "text-error font-bold" : "quiet"}`}
    >
      {text}
      {loud && words ? `: ${words}` : ""}
    </span>
  );
}

function PointerRead() {
  const pointer = useDesk((s) => s.pointer);
  const table = useDesk((s) => s.table);
  if (!table) return null;
  const inside =
    pointer &&
    pointer[0] >= 0 &&
    pointer[1] >= 0 &&
    pointer[0] <= table.length &&
    pointer[1] <= table.width;
  return (
    <span className="num quiet hidden text-xs sm:inline" aria-hidden="true">
      {inside
        ? `${(pointer[0] / table.diamond).toFixed(2)} × ${(pointer[1] / table.diamond).toFixed(2)} diamonds · ${pointer[0].toFixed(0)} × ${pointer[1].toFixed(0)} mm`
        : `${(table.length / 1000).toFixed(2)} × ${(table.width / 1000).toFixed(2)} m between the noses`}
    </span>
  );
}

/** What the last action had to say, until the next one. */
function Told() {
  const told = useDesk((s) => s.told);
  return told ? (
    <p role="status" className="px-1 text-sm">
      {told}
    </p>
  ) : null;
}

/** What of this shot cannot be read, and the two ways to mend it. */
function Damaged({ id, number, go }: { id: string; number: number; go: act.Go }) {
  const lost = useDesk((s) => s.damage[id]);
  if (!lost) return null;
  return (
    <div role="alert" className="border-warning my-1 border-l-4 px-2 py-1 text-sm">
      <p>
        This shot cannot be read whole. What can be read is shown; the rest stays stored until you choose.
      </p>
      <ul className="quiet">
        {lost.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      <p className="mt-1 flex gap-3">
        <button type="button" className="btn btn-xs btn-primary" onClick={() => mend(id)}>
          Keep what can be read
        </button>
        <button type="button" className="text-primary underline" onClick={() => act.removeShot(number, go)}>
          Remove the shot
        </button>
      </p>
    </div>
  );
}

function Flags({ words }: { words: string[] }) {
  return (
    <ul aria-label="What does not balance" className="min-h-5 px-1 pb-1 text-sm">
      {words.map((one) => (
        <li key={one} className="text-warning">
          <span aria-hidden="true">▲ </span>
          {one}
        </li>
      ))}
    </ul>
  );
}

function EmptyRack({ go }: { go: act.Go }) {
  return (
    <div className="m-auto max-w-md p-6">
      <p>This rack has no shots yet.</p>
      <p className="mt-3">
        <button
          type="button"
          className="btn btn-primary"
          onClick={() => {
            act.addAfter(0);
            go(1);
          }}
        >
          Log the first shot <kbd className="key">{keyOf("next")}</kbd>
        </button>
      </p>
      <p className="quiet mt-3 text-sm">
        Place the balls where they lie, or press <kbd className="key">{keyOf("pattern")}</kbd> on the first
        shot to set the rack for a break.
      </p>
    </div>
  );
}
