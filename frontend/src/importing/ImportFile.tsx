/** A match file in: check it, read its faults with their places, take it whole or its good part. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { asProblem, Refusal } from "../api/client";
import { sendOwn } from "../api/own";
import type { FileCheck } from "../api/types";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";

type Imported = { recording: number; remarks: string[] };

async function send<T>(address: string, text: string): Promise<T> {
  const asked = new Request(address, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: text,
  });
  const response = await sendOwn(asked);
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new Refusal(response.status, asProblem(answer));
  return answer as T;
}

export function ImportFile() {
  const [text, setText] = useState<string | null>(null);
  const [name, setName] = useState("");
  const [check, setCheck] = useState<FileCheck | null>(null);
  const [made, setMade] = useState<Imported | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [over, setOver] = useState(false);
  const queries = useQueryClient();

  const open = async (file: File | undefined) => {
    if (!file) return;
    setError(null);
    setCheck(null);
    setMade(null);
    setName(file.name);
    try {
      const content = await file.text();
      setText(content);
      setCheck(await send<FileCheck>("/api/match-files/check", content));
    } catch (problem) {
      setError(problem);
    }
  };
  const take = async (part: boolean) => {
    if (text === null) return;
    setError(null);
    try {
      setMade(await send<Imported>(`/api/match-files?take=${part ? "part" : "whole"}`, text));
      setCheck(null);
      await queries.invalidateQueries();
    } catch (problem) {
      setError(problem);
    }
  };

  return (
    <Shell>
      <title>Import · Aretane</title>
      <div className="mx-auto w-full max-w-4xl px-4 py-6">
        <h1 className="text-2xl font-bold">Import a match file</h1>
        <p className="quiet mt-1 text-sm">
          JSON, as described in docs/match-file.md. Nothing is stored before you say so.
        </p>
        <label
          className={`mt-4 block border-2 border-dashed p-6 text-center ${over ? "border-primary bg-base-200" : "rule"}`}
          onDragOver={(e) => {
            e.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={(e) => {
            e.preventDefault();
            setOver(false);
            void open(e.dataTransfer.files[0]);
          }}
        >
          <span className="block">Drop a file here, or choose one</span>
          <input
            type="file"
            accept=".json,application/json"
            className="file-input mt-3"
            aria-label="Match file"
            onChange={(e) => {
              void open(e.target.files?.[0]);
              e.target.value = "";
            }}
          />
        </label>
        {error ? <Problem error={error} /> : null}
        {check && <Checked name={name} check={check} take={take} />}
        {made && (
          <div role="status" className="mt-4">
            <p>
              Stored.{" "}
              <Link className="go" to={`/recordings/${made.recording}`}>
                Open the recording
              </Link>
            </p>
            {made.remarks.map((remark) => (
              <p key={remark} className="quiet text-sm">
                {remark}
              </p>
            ))}
          </div>
        )}
      </div>
    </Shell>
  );
}

function Checked({
  name,
  check,
  take,
}: {
  name: string;
  check: FileCheck;
  take: (part: boolean) => Promise<void>;
}) {
  const count = check.faults.length;
  const usable = check.title !== null && (count === 0 || check.shots_usable > 0);
  return (
    <section className="mt-4" aria-label="What the file holds">
      <p>
        {usable
          ? `${check.title}: ${check.players.join(", ")}; ${check.racks_usable} ${check.racks_usable === 1 ? "rack" : "racks"}, ${check.shots_usable} shots can be taken.`
          : `Nothing in ${name} can be taken as it is.`}
      </p>
      {count > 0 && (
        <>
          <h2 className="mt-3 font-bold">
            {count} {count === 1 ? "fault" : "faults"}
          </h2>
          <table className="mt-1 w-full text-left text-sm">
            <thead className="quiet">
              <tr className="rule border-b">
                <th className="w-16 py-1">Rack</th>
                <th className="w-16">Shot</th>
                <th className="w-52">Field</th>
                <th>What is wrong</th>
              </tr>
            </thead>
            <tbody>
              {check.faults.map((f, i) => (
                <tr key={i} className="rule border-b align-top">
                  <td className="num py-1">{f.rack ?? "–"}</td>
                  <td className="num">{f.shot ?? "–"}</td>
                  <td className="break-words">{f.field}</td>
                  <td>{f.words}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      <p className="mt-4 flex flex-wrap items-baseline gap-3">
        {count === 0 ? (
          <button type="button" className="btn btn-primary" onClick={() => void take(false)}>
            Store this recording
          </button>
        ) : usable ? (
          <>
            <button type="button" className="btn" onClick={() => void take(true)}>
              Take the good part
            </button>
            <span className="quiet text-sm">
              every rack up to its first faulty shot; or mend the file and choose it again
            </span>
          </>
        ) : (
          <span>Mend the file and choose it again.</span>
        )}
      </p>
    </section>
  );
}
