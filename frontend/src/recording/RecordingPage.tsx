/** One recording: its racks, its set-up, and out as a file. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, take } from "../api/client";
import { recordingQuery } from "../api/queries";
import type { RecordingBody, RecordingView, SetUp } from "../api/types";
import { addNextRack } from "../rack/addRack";
import { STUDY } from "../rack/rackDoc";
import { ScoreLine } from "../parts/ScoreLine";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { MatchWork } from "../story/MatchWork";
import { VideoSection } from "../video/VideoSection";
import { useDialect } from "../words/useDialect";
import { RackTable, type RackSummary } from "./RackTable";
import { SetUpForm } from "./SetUpForm";

type Undo = { words: string; run: () => Promise<void> };

export function RecordingPage() {
  const id = Number(useParams().recording);
  const recording = useQuery(recordingQuery(id));
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [undo, setUndo] = useState<Undo | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [gone, setGone] = useState(false);
  const one = recording.data;
  const study = one?.match.kind === STUDY;
  useDialect(one?.match.discipline);

  const act = async (what: () => Promise<void>) => {
    setError(null);
    try {
      await what();
      await queries.invalidateQueries();
    } catch (problem) {
      setError(problem);
    }
  };

  const path = { path: { recording_id: id } };
  const addRack = (r: RecordingView) =>
    act(async () => {
      navigate(`/recordings/${id}/racks/${await addNextRack(r)}`);
    });
  const removeRack = ({ id: rackId, number, content }: RackSummary) =>
    act(async () => {
      const removed = await take(
        api.DELETE("/api/racks/{rack_id}", { params: { path: { rack_id: rackId }, query: { content } } }),
      );
      setUndo({
        words: `Rack ${number} is removed.`,
        run: async () =>
          void (await take(
            api.POST("/api/recordings/{recording_id}/racks", { params: path, body: removed as never }),
          )),
      });
    });
  const remove = () =>
    act(async () => {
      await take(api.DELETE("/api/recordings/{recording_id}", { params: path }));
      setGone(true);
      setUndo({
        words: study ? "The study is removed." : "The recording is removed.",
        run: async () => {
          await take(api.POST("/api/recordings/{recording_id}/restore", { params: path }));
          setGone(false);
        },
      });
    });

  return (
    <Shell>
      <title>{`${one?.match.title ?? "Recording"} · Aretane`}</title>
      <div className="mx-auto w-full max-w-5xl px-4 py-6">
        {undo && (
          <p role="status" className="bg-base-200 mb-4 px-3 py-2">
            {undo.words}{" "}
            <button
              type="button"
              className="text-primary underline"
              onClick={() =>
                void act(async () => {
                  await undo.run();
                  setUndo(null);
                })
              }
            >
              Put it back
            </button>
          </p>
        )}
        {error ? <Problem error={error} /> : null}
        {recording.error && !gone ? <Problem error={recording.error} /> : null}
        {gone && (
          <p>
            <Link className="go" to={study ? "/studies" : "/recordings"}>
              {study ? "All studies" : "All recordings"}
            </Link>
          </p>
        )}
        {one && !gone && study && <Study recording={one} remove={() => void remove()} />}
        {one && !gone && !study && (
          <Opened
            recording={one}
            addRack={() => void addRack(one)}
            removeRack={removeRack}
            remove={() => void remove()}
          />
        )}
      </div>
    </Shell>
  );
}

type OpenedProps = {
  recording: RecordingView;
  addRack: () => void;
  removeRack: (rack: RackSummary) => Promise<void>;
  remove: () => void;
};

/** A study once it is read: the way to its position, and its set-up. */
function Study({ recording, remove }: Pick<OpenedProps, "recording" | "remove">) {
  return (
    <>
      <h1 className="text-2xl font-bold">{recording.match.title}</h1>
      <p className="mt-1">{recording.players.map((p) => p.name).join(", ")}</p>
      <Damage recording={recording} />
      <p className="mt-3 flex flex-wrap gap-4">
        <Link className="btn btn-sm btn-primary" to={`/recordings/${recording.id}/racks/1`}>
          Open the position
        </Link>
        <Link className="go self-center" to="/studies">
          All studies
        </Link>
        <OutAndAway recording={recording} what="study" remove={remove} />
      </p>
      <Changing recording={recording} />
    </>
  );
}

type OutProps = { recording: RecordingView; what: string; remove: () => void };

/** Out as a file, and out of sight. */
function OutAndAway({ recording, what, remove }: OutProps) {
  return (
    <>
      <a className="go self-center" href={`/api/recordings/${recording.id}/file`} download>
        Export as a match file
      </a>
      <button type="button" className="text-primary self-center underline" onClick={remove}>
        Remove this {what}
      </button>
    </>
  );
}

/** The set-up, to be changed. */
function Changing({ recording }: { recording: RecordingView }) {
  const queries = useQueryClient();
  return (
    <>
      <h2 className="mt-8 text-lg font-bold">Set-up</h2>
      <SetUpForm
        key={recording.version}
        kept={`setup.${recording.id}.${recording.version}`}
        done="Save the set-up"
        start={{
          version: recording.version,
          match: recording.match as SetUp["match"],
          table: recording.table as SetUp["table"],
          players: recording.players.map((p) => Number(p.id)),
        }}
        onSave={async (body) => {
          await take(
            api.PUT("/api/recordings/{recording_id}", {
              params: { path: { recording_id: recording.id } },
              body: body as RecordingBody,
            }),
          );
          await queries.invalidateQueries();
        }}
      />
    </>
  );
}

/** The recording once it is read: score, racks, video, set-up. */
function Opened({ recording, addRack, removeRack, remove }: OpenedProps) {
  return (
    <>
      <h1 className="text-2xl font-bold">{recording.match.title}</h1>
      <p className="mt-1">
        {recording.players
          .map(
            (p) =>
              `${p.name}${recording.players.length > 1 && recording.match.kind === "match" ? ` ${recording.score[p.id] ?? 0}` : ""}`,
          )
          .join(recording.match.kind === "match" ? " – " : ", ")}
      </p>
      <div className="mt-2">
        <ScoreLine recording={recording} />
      </div>
      <Damage recording={recording} />
      <RackTable recording={recording} remove={removeRack} />
      <MatchWork recording={recording.id} />
      <p className="mt-1 text-sm">
        <Link className="go" to={`/recordings/${recording.id}/sheet`}>
          Match sheet
        </Link>
        <span className="quiet">: breaks, chances, runs, how each rack was won</span>
      </p>
      <p className="mt-1 text-sm">
        <Link className="go" to={`/recordings/${recording.id}/choices`}>
          Ledger of choices
        </Link>
        <span className="quiet">: what each decision cost, safeties and exchanges</span>
      </p>
      {recording.racks.some((rack) => rack.shots > 0) && (
        <p className="mt-1 text-sm">
          <Link className="go" to={`/recordings/${recording.id}/racks/1/shots/1/call`}>
            Call the shots
          </Link>
          <span className="quiet">: state chances before the result is shown</span>
        </p>
      )}
      <p className="mt-3 flex flex-wrap gap-4">
        <button type="button" className="btn btn-sm btn-primary" onClick={() => addRack()}>
          Add rack {recording.racks.length + 1}
        </button>
        <OutAndAway recording={recording} what="recording" remove={remove} />
      </p>
      <VideoSection recording={recording} />
      <Changing recording={recording} />
    </>
  );
}

/** Stored values that cannot be read, each with the way to it; the set-up is mended by saving it. */
function Damage({ recording }: { recording: RecordingView }) {
  if (!recording.damage.length) return null;
  return (
    <section aria-label="Damaged" className="border-warning mt-3 border-l-4 px-3 py-1 text-sm">
      <p className="font-bold">
        Some stored values cannot be read. What can be read is shown; mend or remove the rest.
      </p>
      <ul>
        {recording.damage.map((one) => (
          <li key={`${one.rack} ${one.shot} ${one.words}`}>
            {one.rack === null ? (
              "Set-up: "
            ) : (
              <Link
                className="go"
                to={`/recordings/${recording.id}/racks/${one.rack}/shots/${one.shot ?? 1}`}
              >
                Rack {one.rack}
                {one.shot === null ? "" : `, shot ${one.shot}`}
              </Link>
            )}
            {one.rack === null ? "" : ": "}
            {one.words}
          </li>
        ))}
      </ul>
    </section>
  );
}
