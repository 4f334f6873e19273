/** The log as WebVTT beside the video, and back: checked first, then taken in. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, take } from "../api/client";
import type { RecordingView, VideoPart, VttCheck } from "../api/types";
import { Problem } from "../shell/Problem";
import { clock } from "../units/units";

const SHOWN = 8;

type Chosen = { part: VideoPart; name: string; text: string; check: VttCheck };

export function VttPanel({ recording, parts }: { recording: RecordingView; parts: VideoPart[] }) {
  const queries = useQueryClient();
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [message, setMessage] = useState("");
  const ask = (part: VideoPart, text: string, then: "check" | "leave" | "rack") => {
    const path = { part_id: part.id };
    const how = {
      bodySerializer: () => text,
      headers: { "Content-Type": "text/vtt" },
      body: text as never,
    };
    return take<VttCheck>(
      then === "check"
        ? api.POST("/api/videos/{part_id}/vtt/check", { params: { path }, ...how })
        : api.POST("/api/videos/{part_id}/vtt", { params: { path, query: { rest: then } }, ...how }),
    );
  };
  const choose = async (part: VideoPart, file: File | undefined) => {
    if (!file) return;
    setError(null);
    setMessage("");
    setChosen(null);
    try {
      const text = await file.text();
      setChosen({ part, name: file.name, text, check: await ask(part, text, "check") });
    } catch (problem) {
      setError(problem);
    }
  };
  const takeIn = async (rest: "leave" | "rack") => {
    if (!chosen) return;
    setError(null);
    try {
      const done = await ask(chosen.part, chosen.text, rest);
      setChosen(null);
      setMessage(
        `Taken in: ${marksAndNotes(done)}${rest === "rack" ? `, ${done.rest.length} new shots in rack ${recording.racks.length + 1}` : ""}.`,
      );
      await queries.invalidateQueries();
    } catch (problem) {
      setError(problem);
    }
  };
  const check = chosen?.check;
  return (
    <div className="mt-4 text-sm">
      <h3 className="font-bold">The log beside the video (WebVTT)</h3>
      {parts.map((part, i) => (
        <p key={part.id} className="flex flex-wrap gap-x-4 py-0.5">
          {parts.length > 1 && <span className="quiet">part {i + 1}</span>}
          <a className="go" href={`/api/videos/${part.id}/chapters.vtt`} download>
            chapters
          </a>
          <a className="go" href={`/api/videos/${part.id}/notes.vtt`} download>
            notes
          </a>
          <label className="text-primary cursor-pointer underline underline-offset-2">
            take a WebVTT file in
            <input
              type="file"
              accept=".vtt,text/vtt"
              className="sr-only"
              aria-label={`Take a WebVTT file in for part ${i + 1}`}
              onChange={(e) => {
                void choose(part, e.target.files?.[0]);
                e.target.value = "";
              }}
            />
          </label>
        </p>
      ))}
      {error ? <Problem error={error} /> : null}
      {message && <p role="status">{message}</p>}
      {chosen && check && (
        <div className="bg-base-200 mt-2 px-3 py-2" role="group" aria-label="What the file brings">
          <p>
            <span translate="no">{chosen.name}</span>: {marksAndNotes(check)}.
          </p>
          {check.faults.map((fault) => (
            <p key={fault.line} className="text-warning">
              ▲ line {fault.line}: {fault.words}
            </p>
          ))}
          {check.rest.length > 0 && (
            <>
              <p>{check.rest.length} cues belong to no marked shot:</p>
              <ul className="list-disc pl-5">
                {check.rest.slice(0, SHOWN).map((cue) => (
                  <li key={`${cue.start_s}${cue.text}`}>
                    <span className="num">{clock(cue.start_s)}</span> <span translate="no">{cue.text}</span>
                  </li>
                ))}
                {check.rest.length > SHOWN && <li>and {check.rest.length - SHOWN} more</li>}
              </ul>
            </>
          )}
          <p className="mt-2 flex flex-wrap gap-3">
            {check.marks + check.notes > 0 && (
              <button type="button" className="btn btn-sm btn-primary" onClick={() => void takeIn("leave")}>
                Take marks and notes in
              </button>
            )}
            {check.rest.length > 0 && (
              <button type="button" className="btn btn-sm" onClick={() => void takeIn("rack")}>
                {check.marks + check.notes > 0 ? "and make" : "Make"} shots of the rest in a new rack
              </button>
            )}
            <button type="button" className="btn btn-sm btn-ghost" onClick={() => setChosen(null)}>
              Leave it
            </button>
          </p>
        </div>
      )}
    </div>
  );
}

const many = (n: number, one: string) => `${n} ${one}${n === 1 ? "" : "s"}`;
const marksAndNotes = (check: VttCheck): string =>
  check.marks + check.notes
    ? `marks on ${many(check.marks, "shot")}, ${many(check.notes, "note")}`
    : "nothing the log does not have";
