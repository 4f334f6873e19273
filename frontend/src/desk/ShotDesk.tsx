/** The shot desk: score line, table, four slips, rack line. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useLayoutEffect } from "react";
import { Link, useParams } from "react-router";
import { deskQuery, sessionQuery, wordsQuery } from "../api/queries";
import type { Leg, RecordingView, Session, TableView, Words } from "../api/types";
import { chartOf, ChartLine } from "../chart/ChartLine";
import { PencilLine } from "../drawing/PencilLine";
import { measureOf } from "../parts/measure";
import { came, RackLine } from "../parts/RackLine";
import { useVideo } from "../player/loading";
import { Picture } from "../player/Picture";
import { Player } from "../player/Player";
import { usePlayer } from "../player/playerStore";
import type { Marked } from "../player/Strip";
import { usePictureOf } from "../player/usePictureOf";
import * as act from "../rack/actions";
import { openDesk, useDesk } from "../rack/deskStore";
import { STUDY, type DocShot } from "../rack/rackDoc";
import { readDraft, saveNow, watchDesk } from "../rack/saving";
import { useKeys } from "../shell/keys";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { Troubles } from "../shell/Troubles";
import { unitsOf, type Units } from "../units/units";
import { useDialect } from "../words/useDialect";
import { COMMANDS } from "./commands";
import * as film from "./film";
import { useAnswers, useOnDesk, type Answers, type OnDesk } from "./onDesk";
import { Slips } from "./Slips";
import { Standing } from "./Standing";
import { TableStage } from "./TableStage";
import { SaveState, TopLine } from "./TopLine";
import { Tray } from "./Tray";
import { Damaged, EmptyRack, Flags, PointerRead, Told } from "./UnderTable";
import { useGoing, type Going } from "./useGoing";
import { usePaste } from "./usePaste";

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

  // Before anything is painted: a rack that is there is drawn at once.
  useLayoutEffect(() => {
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
      <>
        <Troubles />
        <p className="quiet p-6">Opening the rack…</p>
      </>
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

const NO_LEGS: Leg[] = [];

/** Fetched when it is asked for. */
const KeepStudy = lazy(async () => ({ default: (await import("./KeepStudy")).KeepStudy }));

/** Hardly ever needed: fetched with the first conflict. */
const ConflictDialog = lazy(async () => ({ default: (await import("./ConflictDialog")).ConflictDialog }));

type DeskProps = { base: string; shotNumber: number; words: Words; session: Session };

function Desk({ base, shotNumber, words, session }: DeskProps) {
  const table = useDesk((s) => s.table);
  const recording = useDesk((s) => s.recording);
  const conflict = useDesk((s) => s.conflicts !== null || s.headConflict !== null);
  const keeping = useDesk((s) => s.keepingStudy);
  const going = useGoing(base, shotNumber);
  const here = useOnDesk(shotNumber);
  const answers = useAnswers(recording?.id ?? 0, here);
  useKeys(COMMANDS, going.context);
  usePaste();
  useEffect(() => {
    document.title = `${recording?.match.title ?? "Rack"} · Aretane`;
  }, [recording]);
  useVideo(recording?.id ?? 0);
  const following = useDesk((s) => s.doc.shots[here?.number ?? 0]?.shot.time_s ?? null);
  const { time_s = null, end_s = null } = here?.own ?? {};
  usePictureOf(here?.id ?? "", time_s, end_s, following, here?.hidden ?? false);
  if (!table || !recording) return null;
  const top = <TopLine recording={recording} words={words} hidden={here?.hidden ?? false} />;
  if (!here)
    return (
      <Shell top={top} commands={COMMANDS} context={going.context}>
        <EmptyRack go={going.go} />
      </Shell>
    );
  const units = unitsOf(session);
  return (
    <Shell top={top} commands={COMMANDS} context={going.context} right={<SaveState />}>
      <Shot {...{ base, here, answers, going, recording, table, words, units }} />
      <Suspense>{keeping && <KeepStudy number={here.number} />}</Suspense>
      <Suspense>{conflict && <ConflictDialog words={words} />}</Suspense>
    </Shell>
  );
}

type ShotProps = {
  base: string;
  here: OnDesk;
  answers: Answers;
  going: Going;
  recording: RecordingView;
  table: TableView;
  words: Words;
  units: Units;
};

/** The shot on the desk: the table and the picture, beside them the slips, under them the rack. */
function Shot(props: ShotProps) {
  const { base, here, answers, going, recording, table, words, units } = props;
  const { number, own, hidden } = here;
  const over = useDesk((s) => s.over);
  const reviews = useDesk((s) => s.reviews);
  const filmed = usePlayer((s) => s.parts.length > 0 && s.shown);
  const swapped = usePlayer((s) => s.swapped) && filmed;
  const name = (id: string) => recording.players.find((p) => p.id === id)?.name ?? id;
  const stage = <Stage here={here} answers={answers} table={table} />;
  const picture = filmed && (
    <Picture drawings={own.drawings} draw={(made) => act.addDrawing(number, made)} />
  );
  const add = () => {
    const { doc } = useDesk.getState();
    act.addAfter(doc.shots.length);
    going.go(doc.shots.length + 1);
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex min-h-0 flex-1 flex-col overflow-y-auto lg:flex-row lg:overflow-visible">
        <section
          aria-label="Table"
          className="flex min-w-0 flex-none flex-col px-2 pt-1 lg:min-h-0 lg:flex-1"
        >
          <div className="h-[54vw] flex-none lg:h-auto lg:min-h-0 lg:flex-1">
            {swapped ? picture : stage}
          </div>
          <Under {...props} />
        </section>
        <aside
          aria-label={`Shot ${number}`}
          className="rule w-full flex-none px-3 pb-2 lg:w-[21.5rem] lg:overflow-y-auto lg:border-l"
        >
          {filmed && (
            <div className="-mx-1 pt-1">
              <div className="h-44">{swapped ? stage : picture}</div>
              <Film here={here} />
            </div>
          )}
          <Heading base={base} here={here} />
          <Standing review={here.review} name={name} />
          <Slips {...{ here, answers, recording, table, words, units }} />
        </aside>
      </div>
      <RackLine
        shots={here.line}
        seen={here.seen}
        reviews={reviews}
        table={table}
        current={number}
        name={name}
        go={going.go}
        over={over}
        hidden={hidden}
        story={hidden ? null : answers.story}
        nextRack={recording.match.kind === STUDY ? undefined : going.nextRack}
        add={add}
      />
    </div>
  );
}

function Stage({ here, answers, table }: { here: OnDesk; answers: Answers; table: TableView }) {
  const { view, outlook, winning } = answers;
  return (
    <TableStage
      number={here.number}
      id={here.id}
      shot={here.shot}
      before={here.layout.before}
      after={here.layout.after}
      review={here.hidden ? undefined : here.review}
      table={table}
      planned={answers.planned}
      found={answers.found}
      chart={chartOf(outlook, winning, view)}
      win={view === "win" ? (winning?.chart ?? null) : null}
      measure={view === "win" ? "win" : measureOf(outlook?.measure ?? "")}
      legs={view === "order" ? (outlook?.proposed ?? NO_LEGS) : NO_LEGS}
      keyBall={outlook?.key_ball ?? null}
      breakBall={outlook?.break_ball ?? null}
      angle={view === "next" ? (outlook?.angle ?? null) : null}
      routes={answers.routes}
      reading={answers.reading}
      hidden={here.hidden}
    />
  );
}

/** Under the table: the balls beside it, what the map says, and what is wrong with this shot. */
function Under({ here, answers, going, table, words, units }: ShotProps) {
  const { number, id, own, shot, shown, hidden, review } = here;
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-x-4 px-1">
        <Tray number={number} shot={shot} shown={shown} />
        <PointerRead />
      </div>
      <ChartLine
        outlook={answers.outlook}
        routes={answers.routes}
        reading={answers.reading}
        winning={answers.winning}
        shot={shot}
        balls={shown}
        table={table}
        words={words}
        units={units}
      />
      <Told />
      <Damaged id={id} number={number} go={going.go} />
      <PencilLine drawn={own.drawings.length} clear={() => act.clearDrawings(number)} />
      <Flags words={hidden ? [] : (review?.flags ?? []).map((f) => f.words)} />
    </>
  );
}

/** What moves the picture, and the marks of the shots on its strip. */
function Film({ here }: { here: OnDesk }) {
  const { number } = here;
  return (
    <Player
      number={number}
      marked={marksOf(here.line)}
      mark={(which) => film.mark(number, which)}
      toShot={() => film.toShot(number)}
      swap={() => usePlayer.setState((s) => ({ swapped: !s.swapped }))}
      noTime={here.own.time_s === null}
    />
  );
}

/** Marked shots, for the strips of time. */
const marksOf = (shots: DocShot[]): Marked[] =>
  shots.flatMap(({ shot }, i) =>
    shot.time_s === null ? [] : [{ number: i + 1, start: shot.time_s, end: shot.end_s }],
  );

function Heading({ base, here }: { base: string; here: OnDesk }) {
  const { number, hidden } = here;
  const shots = useDesk((s) => s.doc.shots.length);
  const study = useDesk((s) => s.recording?.match.kind === STUDY);
  return (
    <h1 className="flex flex-wrap items-baseline justify-between gap-x-3 pt-1 text-base font-bold">
      <span className="whitespace-nowrap">
        Shot {number} of {shots}
      </span>
      {!hidden && (
        <span className="flex gap-3 text-sm font-normal whitespace-nowrap">
          <Link className="go" to={`${base}/choices/${number}`}>
            choices
          </Link>
          {!study && (
            <Link className="go" to={`${base}/story/${number}`}>
              story
            </Link>
          )}
        </span>
      )}
      <span className="quiet text-sm font-normal whitespace-nowrap">
        {hidden ? "result hidden" : came(here.own)}
      </span>
    </h1>
  );
}
