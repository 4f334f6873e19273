/** Calling a shot: what will be played and how likely it comes off, before the result is shown. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, take } from "../api/client";
import { callQuery } from "../api/queries";
import type { Call, Place } from "../api/types";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { useKeys } from "../shell/keys";
import { useDialect } from "../words/useDialect";
import { CallTable } from "./CallTable";
import { CameSlip } from "./CameSlip";

const NAME = "aretane.caller";
type Said = "pot" | "safety";
type Draft = { said: Said; chance: number; end: Place | null };
const FRESH: Draft = { said: "pot", chance: 50, end: null };

export function CallPage() {
  const { recording, rack, shot } = useParams();
  const at = { recording: Number(recording), rack: Number(rack), shot: Number(shot) };
  const [name, setName] = useState(() => localStorage.getItem(NAME) ?? "");
  const key = `${recording}/${rack}/${shot}`;
  return (
    <Shell>
      <title>Call the shot · Aretane</title>
      <Called
        key={key}
        at={at}
        name={name}
        setName={(text) => {
          setName(text);
          localStorage.setItem(NAME, text.trim());
        }}
      />
    </Shell>
  );
}

type Props = {
  at: { recording: number; rack: number; shot: number };
  name: string;
  setName: (name: string) => void;
};

function Called({ at, name, setName }: Props) {
  const by = name.trim();
  const [draft, setDraft] = useState(FRESH);
  const [shown, setShown] = useState(false);
  const [problem, setProblem] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const found = useQuery(callQuery(at, by));
  const queries = useQueryClient();
  const navigate = useNavigate();
  const data = found.data;
  useDialect(data?.discipline);
  const to = (link: Call["next"]) =>
    link && navigate(`/recordings/${link.recording}/racks/${link.rack}/shots/${link.shot}/call`);
  const open = data !== undefined && data.mine === null && !data.not_called;
  const state = async () => {
    if (!by || !open || busy) return;
    setProblem(null);
    setBusy(true);
    try {
      await take(
        api.POST("/api/recordings/{recording_id}/racks/{number}/shots/{shot}/stated", {
          params: { path: { recording_id: at.recording, number: at.rack, shot: at.shot } },
          body: { by, said: draft.said, chance: draft.chance / 100, end: draft.end },
        }),
      );
      await queries.invalidateQueries();
    } catch (error) {
      setProblem(error);
    } finally {
      setBusy(false);
    }
  };
  const nudge = (step: number) =>
    setDraft((old) => ({ ...old, chance: Math.min(100, Math.max(0, old.chance + step)) }));
  useKeys(
    [
      { keys: ["p"], run: () => open && setDraft((old) => ({ ...old, said: "pot" })) },
      { keys: ["s"], run: () => open && setDraft((old) => ({ ...old, said: "safety" })) },
      { keys: ["ArrowUp"], run: () => open && nudge(5) },
      { keys: ["ArrowDown"], run: () => open && nudge(-5) },
      { keys: ["Enter"], run: () => void state() },
      { keys: ["n"], run: () => to(data?.next ?? null) },
      { keys: ["b"], run: () => to(data?.before ?? null) },
    ],
    () => undefined,
  );
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-4">
      {found.error ? <Problem error={found.error} /> : null}
      {problem ? <Problem error={problem} /> : null}
      {data && (
        <>
          <h1 className="text-lg">
            <Link className="go" to={`/recordings/${at.recording}`}>
              {data.title}
            </Link>{" "}
            <span className="quiet">
              rack {at.rack}, shot {at.shot}
            </span>
          </h1>
          <div className="mt-2 grid gap-x-6 gap-y-3 lg:grid-cols-[1fr_20rem]">
            <CallTable
              call={data}
              end={data.mine?.end ?? draft.end}
              place={open ? (end) => setDraft((old) => ({ ...old, end })) : null}
            />
            <div>
              <p>
                <b>{data.shooter}</b> to play
                {data.standing && <span className="quiet"> · {data.standing}</span>}
              </p>
              {data.not_called && <p className="mt-3">{sentence(data.not_called)}</p>}
              {open ? (
                <Asking
                  call={data}
                  draft={draft}
                  setDraft={setDraft}
                  name={name}
                  setName={setName}
                  shown={shown}
                  show={() => setShown(true)}
                  state={() => void state()}
                />
              ) : (
                <CameSlip call={data} />
              )}
              <p className="mt-3 flex gap-3 text-sm">
                <button
                  type="button"
                  className="btn btn-sm"
                  disabled={!data.before}
                  onClick={() => to(data.before)}
                >
                  Shot before <kbd className="key">B</kbd>
                </button>
                <button
                  type="button"
                  className={`btn btn-sm ${open ? "" : "btn-primary"}`}
                  disabled={!data.next}
                  onClick={() => to(data.next)}
                >
                  Next to call <kbd className="key">N</kbd>
                </button>
              </p>
              <p className="mt-3 text-sm">
                <Link className="go" to="/numbers/stated">
                  How chances stated came out
                </Link>
              </p>
            </div>
          </div>
        </>
      )}
    </div>
  );
}

const sentence = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

type AskingProps = {
  call: Call;
  draft: Draft;
  setDraft: (draft: Draft) => void;
  name: string;
  setName: (name: string) => void;
  shown: boolean;
  show: () => void;
  state: () => void;
};

function Asking({ call, draft, setDraft, name, setName, shown, show, state }: AskingProps) {
  return (
    <form
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        state();
      }}
    >
      <label className="block text-sm">
        Who says
        <input
          className="input input-sm mt-0.5 block w-full"
          value={name}
          maxLength={60}
          placeholder="your name"
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <fieldset className="mt-3 text-sm">
        <legend>What will be played</legend>
        {(["pot", "safety"] as const).map((said) => (
          <label key={said} className="mr-5">
            <input
              type="radio"
              name="said"
              className="radio radio-xs mr-1"
              checked={draft.said === said}
              onChange={() => setDraft({ ...draft, said })}
            />
            {said === "pot" ? "a pot" : "a safety"} <kbd className="key">{said === "pot" ? "P" : "S"}</kbd>
          </label>
        ))}
      </fieldset>
      <label className="mt-3 block text-sm">
        {draft.said === "pot" ? "It is made" : "It holds"} <kbd className="key">↑</kbd>
        <kbd className="key">↓</kbd>
        <span className="mt-0.5 flex items-center gap-2">
          <input
            type="range"
            className="range range-xs grow"
            min={0}
            max={100}
            value={draft.chance}
            aria-label="Chance, in per cent"
            onChange={(event) => setDraft({ ...draft, chance: Number(event.target.value) })}
          />
          <b className="num w-14 text-right text-lg">{draft.chance} %</b>
        </span>
      </label>
      <p className="mt-2 text-sm">
        {draft.end ? (
          <>
            Where the cue ball ends is marked.{" "}
            <button type="button" className="underline" onClick={() => setDraft({ ...draft, end: null })}>
              Take it back
            </button>
          </>
        ) : (
          <span className="quiet">Click the table where the cue ball will end, if you like to say it.</span>
        )}
      </p>
      {call.plan &&
        (shown ? (
          <p className="mt-2 text-sm">Meant: {call.plan}.</p>
        ) : (
          <button type="button" className="mt-2 text-sm underline" onClick={show}>
            Show what was meant
          </button>
        ))}
      <button type="submit" className="btn btn-sm btn-primary mt-3 w-full" disabled={!name.trim()}>
        Say it, and show what happened <kbd className="key">Enter</kbd>
      </button>
      <p className="quiet mt-2 text-xs">
        What you say is kept with your name and stands. {call.logged ? "" : "This shot has no result yet. "}
        {call.said ? `${call.said} called it before you.` : ""}
      </p>
    </form>
  );
}
