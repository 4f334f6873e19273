/** One recording: its racks, its set-up, and out as a file. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, take } from "../api/client";
import { recordingQuery } from "../api/queries";
import type { RecordingBody, RecordingView, SetUp } from "../api/types";
import { addNextRack } from "./addRack";
import { ScoreLine } from "../desk/ScoreLine";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
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
  const removeRack = (rackId: number, number: number) =>
    act(async () => {
      const removed = await take(api.DELETE("/api/racks/{rack_id}", { params: { path: { rack_id: rackId } } }));
      setUndo({
        words: `Rack ${number} is removed.`,
        run: async () => void (await take(api.POST("/api/recordings/{recording_id}/racks", { params: path, body: removed as never }))),
      });
    });
  const remove = () =>
    act(async () => {
      await take(api.DELETE("/api/recordings/{recording_id}", { params: path }));
      setGone(true);
      setUndo({
        words: "The recording is removed.",
        run: async () => {
          await take(api.POST("/api/recordings/{recording_id}/restore", { params: path }));
          setGone(false);
        },
      });
    });

  return (
    <Shell>
      <title>{`${one?.match.title ?? "Recording"} · Aretane`}</title>
      <div className="mx-auto w-full max-w-4xl px-4 py-6">
        {undo && (
          <p role="status" className="bg-base-200 mb-4 px-3 py-2">
            {undo.words}{" "}
            <button type="button" className="text-primary underline" onClick={() => void act(async () => { await undo.run(); setUndo(null); })}>Put it back</button>
          </p>
        )}
        {error ? <Problem error={error} /> : null}
        {recording.error && !gone ? <Problem error={recording.error} /> : null}
        {gone && <p><Link className="go" to="/recordings">All recordings</Link></p>}
        {one && !gone && (
          <>
            <h1 className="text-2xl font-bold">{one.match.title}</h1>
            <p className="mt-1">{one.players.map((p) => `${p.name}${one.players.length > 1 ? ` ${one.score[p.id] ?? 0}` : ""}`).join(" – ")}</p>
            <div className="mt-2"><ScoreLine recording={one} /></div>
            <RackTable recording={one} remove={removeRack} />
            <p className="mt-3 flex flex-wrap gap-4">
              <button type="button" className="btn btn-sm btn-primary" onClick={() => void addRack(one)}>Add rack {one.racks.length + 1}</button>
              <a className="go self-center" href={`/api/recordings/${id}/file`} download>Export as a match file</a>
              <button type="button" className="text-primary self-center underline" onClick={() => void remove()}>Remove this recording</button>
            </p>
            <h2 className="mt-8 text-lg font-bold">Set-up</h2>
            <SetUpForm
              key={one.version} done="Save the set-up"
              start={{ version: one.version, match: one.match as SetUp["match"], table: one.table as SetUp["table"], players: one.players.map((p) => Number(p.id)) }}
              onSave={async (body) => {
                await take(api.PUT("/api/recordings/{recording_id}", { params: path, body: body as RecordingBody }));
                await queries.invalidateQueries();
              }}
            />
          </>
        )}
      </div>
    </Shell>
  );
}

function RackTable({ recording, remove }: { recording: RecordingView; remove: (id: number, number: number) => Promise<void> }) {
  const name = (id: string | null) => recording.players.find((p) => p.id === id)?.name ?? "–";
  if (!recording.racks.length) return <p className="mt-4">No racks yet.</p>;
  return (
    <table className="mt-4 w-full text-left text-sm">
      <thead className="quiet">
        <tr className="rule border-b"><th className="py-1">Rack</th><th>Breaks</th><th>Won by</th><th className="text-right">Shots</th><th className="text-right">Open</th><th className="text-right">To check</th><th><span className="sr-only">Remove</span></th></tr>
      </thead>
      <tbody>
        {recording.racks.map((rack) => (
          <tr key={rack.id} className="rule border-b">
            <td className="py-1.5"><Link className="go" to={`/recordings/${recording.id}/racks/${rack.number}`}>Rack {rack.number}</Link></td>
            <td>{name(rack.breaker)}</td>
            <td>{rack.winner ? name(rack.winner) : "not decided"}</td>
            <td className="num text-right">{rack.shots}</td>
            <td className="num text-right">{rack.open_shots || "–"}</td>
            <td className="num text-right">{rack.flags || "–"}</td>
            <td className="text-right">
              <button type="button" className="text-primary underline" aria-label={`Remove rack ${rack.number}`} onClick={() => void remove(rack.id, rack.number)}>remove</button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
