/** A question put together from words, with an address, and its answer on one axis. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { askedQuery, catalogQuery, playersQuery, sessionQuery, titlesQuery } from "../api/queries";
import type { Catalog, Split } from "../api/types";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { unitsOf, type Units } from "../units/units";
import { Answer } from "./Answer";
import {
  askedFor,
  bandWords,
  conditionsOf,
  definition,
  grouped,
  inGames,
  KINDS,
  questionOf,
} from "./question";
import { Select } from "./Select";
import { NumbersTabs } from "../parts/NumbersTabs";

/** Splits that are not offered as a condition: the sentence has them, or the dates do. */
const ELSEWHERE = ["player", "discipline", "kind", "month"];

export function QuestionPage() {
  const [search, setSearch] = useSearchParams();
  const catalog = useQuery(catalogQuery);
  const players = useQuery(playersQuery);
  const recordings = useQuery(titlesQuery);
  const session = useQuery(sessionQuery);
  const units = unitsOf(session.data);
  const question = questionOf(search);
  const asked = useQuery(askedQuery(askedFor(question)));
  const set = (key: string, value: string) =>
    setSearch((old) => {
      const now = new URLSearchParams(old);
      if (value) now.set(key, value);
      else now.delete(key);
      if (!now.get("player")) now.delete("against");
      return now;
    });
  const error = catalog.error ?? players.error ?? asked.error;
  const names: Named = {
    player: players.data?.map((p): [string, string] => [p.id, p.name]) ?? [],
    recording: recordings.data?.map((r): [string, string] => [String(r.id), r.title]) ?? [],
  };
  return (
    <Shell>
      <title>Ask the numbers · Aretane</title>
      <div className="mx-auto w-full max-w-5xl px-4 py-5">
        <div className="flex flex-wrap items-baseline gap-x-6">
          <h1 className="text-2xl font-bold">Numbers</h1>
          <NumbersTabs />
        </div>
        {error ? <Problem error={error} /> : null}
        {catalog.data && (
          <>
            <Sentence catalog={catalog.data} question={question} names={names} set={set} />
            <Conditions catalog={catalog.data} question={question} names={names} units={units} set={set} />
            <p className="quiet mt-1 max-w-prose text-sm">
              {definition(catalog.data, question.measure ?? "")}
            </p>
            {asked.data && <Answer asked={asked.data} question={askedFor(question)} units={units} />}
          </>
        )}
      </div>
    </Shell>
  );
}

type Named = { player: [string, string][]; recording: [string, string][] };
type Parts = {
  catalog: Catalog;
  question: Record<string, string>;
  names: Named;
  set: (key: string, value: string) => void;
};

function Sentence({ catalog, question, names, set }: Parts) {
  const disciplines = catalog.splits.find((one) => one.code === "discipline")?.bands ?? [];
  return (
    <div className="mt-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <Select
        label="How about"
        value={question.measure ?? ""}
        options={grouped(catalog.measures)}
        onPick={(v) => set("measure", v)}
      />
      <Select
        label="of"
        value={question.player ?? ""}
        options={[["", "everybody"], ...names.player]}
        onPick={(v) => set("player", v)}
      />
      {question.player && (
        <Select
          label="beside"
          value={question.against ?? ""}
          options={[["", "nobody"], ...names.player.filter(([id]) => id !== question.player)]}
          onPick={(v) => set("against", v)}
        />
      )}
      <Select
        label="by"
        value={question.by ?? ""}
        options={grouped(catalog.splits, [["none", "nothing"]])}
        onPick={(v) => set("by", v)}
      />
      <Select
        label="in"
        value={question.discipline ?? ""}
        options={inGames(disciplines.map((one): [string, string] => [one.code, one.words]))}
        onPick={(v) => set("discipline", v)}
      />
      <Select label="in" value={question.kind ?? ""} options={KINDS} onPick={(v) => set("kind", v)} />
      <Day label="since" value={question.since ?? ""} onPick={(v) => set("since", v)} />
      <Day label="until" value={question.until ?? ""} onPick={(v) => set("until", v)} />
    </div>
  );
}

function Day({ label, value, onPick }: { label: string; value: string; onPick: (v: string) => void }) {
  return (
    <label className="flex items-baseline gap-1.5 text-sm whitespace-nowrap">
      {label}
      <input
        type="date"
        className="plain num w-auto"
        value={value}
        onChange={(e) => onPick(e.target.value)}
      />
    </label>
  );
}

/** Conditions on a shot: those given, one being picked, and the way to one more. */
function Conditions({ catalog, question, names, units, set }: Parts & { units: Units }) {
  const [picking, setPicking] = useState("");
  const own = (one: Split): [string, string][] =>
    one.code === "opponent"
      ? names.player
      : one.code === "recording"
        ? names.recording
        : one.bands.map((band) => [band.code, bandWords(one, band.code, "", units)]);
  const given = conditionsOf(question);
  const free = catalog.splits.filter((one) => !ELSEWHERE.includes(one.code) && !(one.code in question));
  const picked = free.find((one) => one.code === picking);
  return (
    <div className="mt-1 flex flex-wrap items-baseline gap-x-4 gap-y-1 text-sm">
      {given.map(([code, band]) => {
        const split = catalog.splits.find((one) => one.code === code);
        const words = split && (own(split).find(([id]) => id === band)?.[1] ?? band);
        return (
          <span key={code}>
            <span className="quiet">where {split?.words ?? code} is</span> <b>{words ?? band}</b>{" "}
            <button
              type="button"
              className="text-primary underline"
              onClick={() => set(code, "")}
              aria-label={`any ${split?.words ?? code}`}
            >
              any
            </button>
          </span>
        );
      })}
      {picked && (
        <Select
          label={`where ${picked.words} is`}
          value=""
          options={[["", own(picked).length ? "…" : "nothing logged"], ...own(picked)]}
          onPick={(v) => {
            setPicking("");
            set(picked.code, v);
          }}
        />
      )}
      <Select
        label=""
        name="Only some shots"
        value=""
        options={grouped(free, [["", "only some shots…"]])}
        onPick={(code) => setPicking(code)}
      />
    </div>
  );
}
