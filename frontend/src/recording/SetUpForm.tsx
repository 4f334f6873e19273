/** The set-up of a recording: who, what, on which table. */
import { useQuery } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { playersQuery, wordsQuery } from "../api/queries";
import type { Options, SetUp, Words } from "../api/types";
import { Field, SelectField } from "../parts/fields";
import { AgreedOptions } from "./AgreedOptions";
import { NewPlayer } from "../players/NewPlayer";
import { Problem } from "../shell/Problem";
import { disciplineOf } from "../words/disciplines";
import { useKept } from "../keeping/useKept";
import { STUDY } from "../rack/rackDoc";

/** `kept`: the name under which this browser keeps what is typed until it is saved. */
type Props = { start: SetUp; done: string; kept: string; onSave: (body: SetUp) => Promise<void> };

const NOTHING_AGREED: Options = {
  break_condition: null,
  money_on_break: null,
  push_out: null,
  in_hand: null,
  three_foul: null,
  fouls: null,
  leave_frozen: null,
  call: null,
  school: null,
  points_to: null,
  rack_spot: null,
  break_box: null,
};

/** The table a game is usually played on. */
function tableFor(discipline: string, now: string): string {
  const usual = disciplineOf(discipline).table;
  const same = (table: string) => table.split("-")[0];
  return same(now) === same(usual) ? now : usual;
}

export const emptySetUp = (kind = "match"): SetUp => ({
  version: 0,
  match: {
    title: "",
    played_on: null,
    kind,
    discipline: "nine-ball",
    race_to: 5,
    lag: null,
    break_order: "winner",
    notes: "",
    options: NOTHING_AGREED,
  },
  table: {
    size: "pool-9",
    corner_mouth_mm: null,
    side_mouth_mm: null,
    cloth: "medium",
    cushions: "medium",
    air: "normal",
    balls: "played",
  },
  players: [],
});

/** The set-up with these players; whoever won the lag stays so, whatever the order. */
function seated(body: SetUp, players: number[]): SetUp {
  const winner = body.match.lag === null ? undefined : body.players[body.match.lag - 1];
  const place = winner === undefined ? -1 : players.indexOf(winner);
  return { ...body, players, match: { ...body.match, lag: place < 0 ? null : place + 1 } };
}

export function SetUpForm({ start: given, done, kept, onSave }: Props) {
  const [start] = useState(given);
  const [body, setBody, letGo] = useKept(kept, start);
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const words = useQuery(wordsQuery);
  const players = useQuery(playersQuery);
  const w = words.data;
  if (words.error || players.error) return <Problem error={words.error ?? players.error} />;
  if (!w || !players.data) return <p className="quiet py-3">Opening…</p>;
  const match = (change: Partial<SetUp["match"]>) =>
    setBody({ ...body, match: { ...body.match, ...change } });
  const table = (change: Partial<SetUp["table"]>) =>
    setBody({ ...body, table: { ...body.table, ...change } });
  const study = body.match.kind === STUDY;
  const save = async (event: FormEvent) => {
    event.preventDefault();
    if (!body.players.length)
      return setError(
        new Error(
          study ? "Choose who is at the table." : "Choose who plays: one for practice, two for a match.",
        ),
      );
    setBusy(true);
    setError(null);
    try {
      await onSave(body);
      letGo();
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };

  return (
    <form onSubmit={(e) => void save(e)} className="mt-4 grid max-w-2xl gap-4">
      <Field label={study ? "Name" : "Title"}>
        <input
          className="input w-full"
          required
          maxLength={120}
          value={body.match.title}
          onChange={(e) => match({ title: e.target.value })}
        />
      </Field>
      <Seats
        order={study ? "the one at the table first" : "in the order of the score"}
        all={players.data}
        chosen={body.players}
        words={w}
        set={(ids) => setBody(seated(body, ids))}
      />
      <Played
        body={body}
        words={w}
        named={body.players.map((id) => players.data.find((p) => Number(p.id) === id)?.name ?? "")}
        set={setBody}
      />
      <AgreedOptions
        words={w}
        discipline={body.match.discipline}
        agreed={body.match.options}
        onChange={(options) => match({ options })}
      />
      <div className="grid grid-cols-2 gap-4 sm:grid-cols-4">
        <Opening
          label="Corner opening, mm"
          value={body.table.corner_mouth_mm ?? null}
          set={(corner_mouth_mm) => table({ corner_mouth_mm })}
        />
        <Opening
          label="Side opening, mm"
          value={body.table.side_mouth_mm ?? null}
          set={(side_mouth_mm) => table({ side_mouth_mm })}
        />
        <p className="quiet col-span-2 self-end text-sm">
          Between the cushion points. Left empty: the size's own; on pool tables 4½ in and 5 in.
        </p>
      </div>
      <Field label="Notes">
        <textarea
          className="textarea w-full"
          rows={2}
          maxLength={4000}
          value={body.match.notes}
          onChange={(e) => match({ notes: e.target.value })}
        />
      </Field>
      {!study && (
        <p className="quiet text-sm">
          People in a recording should have agreed to be filmed and reviewed; for a minor, a guardian too.
        </p>
      )}
      {error ? <Problem error={error} /> : null}
      <div>
        <button className="btn btn-primary" disabled={busy}>
          {done}
        </button>
        {JSON.stringify(body) !== JSON.stringify(start) && (
          <button type="button" className="text-primary ml-4 underline" onClick={letGo}>
            Undo what was entered
          </button>
        )}
      </div>
    </form>
  );
}

type PlayedProps = { body: SetUp; words: Words; named: string[]; set: (body: SetUp) => void };

/** What was played: the rules, how far, when, on which table. */
function Played({ body, words, named, set }: PlayedProps) {
  const study = body.match.kind === STUDY;
  const match = (change: Partial<SetUp["match"]>) => set({ ...body, match: { ...body.match, ...change } });
  const table = (change: Partial<SetUp["table"]>) => set({ ...body, table: { ...body.table, ...change } });
  return (
    <div className="grid grid-cols-2 gap-4 sm:grid-cols-4">
      {!study && (
        <SelectField
          label="Match or practice"
          words={without(words.match_kinds, STUDY)}
          value={body.match.kind}
          onPick={(kind) => match({ kind })}
        />
      )}
      <SelectField
        label="Rules"
        words={words.disciplines}
        value={body.match.discipline}
        onPick={(discipline) =>
          set({
            ...body,
            match: { ...body.match, discipline, options: NOTHING_AGREED },
            table: { ...body.table, size: tableFor(discipline, body.table.size) },
          })
        }
      />
      {!study && <When body={body} words={words} named={named} match={match} />}
      <SelectField
        label="Table"
        words={words.table_sizes}
        value={body.table.size}
        onPick={(size) => table({ size })}
      />
      <SelectField
        label="Cloth"
        words={words.cloth_speeds}
        value={body.table.cloth}
        onPick={(cloth) => table({ cloth })}
      />
      <SelectField
        label="Cushions"
        words={words.cushions}
        value={body.table.cushions}
        onPick={(cushions) => table({ cushions })}
      />
      <SelectField label="Air" words={words.air} value={body.table.air} onPick={(air) => table({ air })} />
      <SelectField
        label="Balls"
        words={words.ball_states}
        value={body.table.balls}
        onPick={(balls) => table({ balls })}
      />
    </div>
  );
}

type WhenProps = {
  body: SetUp;
  words: Words;
  named: string[];
  match: (change: Partial<SetUp["match"]>) => void;
};

/** How far, who breaks, when: of all but a study. */
function When({ body, words, named, match }: WhenProps) {
  return (
    <>
      <Field label="Race to (racks)">
        <input
          className="input w-full"
          type="number"
          min={1}
          max={100}
          value={body.match.race_to ?? ""}
          onChange={(e) => match({ race_to: e.target.value ? Number(e.target.value) : null })}
        />
      </Field>
      <SelectField
        label="Lag won by"
        words={Object.fromEntries([["", "not said"], ...named.map((name, k) => [String(k + 1), name])])}
        value={body.match.lag === null ? "" : String(body.match.lag)}
        onPick={(place) => match({ lag: place ? Number(place) : null })}
      />
      <SelectField
        label="Who breaks next"
        words={words.break_orders}
        value={body.match.break_order}
        onPick={(break_order) => match({ break_order })}
      />
      <Field label="Played on">
        <input
          className="input w-full"
          type="date"
          value={body.match.played_on ?? ""}
          onChange={(e) => match({ played_on: e.target.value || null })}
        />
      </Field>
    </>
  );
}

/** Words without one of their codes: what is a study stays one. */
const without = (words: Record<string, string>, code: string): Record<string, string> =>
  Object.fromEntries(Object.entries(words).filter(([one]) => one !== code));

type SeatsProps = {
  order: string;
  all: { id: string; name: string }[];
  chosen: number[];
  words: Words;
  set: (ids: number[]) => void;
};

/** Who plays, in an order the heading names. */
function Seats({ order, all, chosen, words, set }: SeatsProps) {
  const toggle = (id: number) =>
    set(chosen.includes(id) ? chosen.filter((p) => p !== id) : [...chosen, id]);
  return (
    <fieldset>
      <legend className="text-sm">Players, {order}</legend>
      <div className="flex flex-wrap gap-x-1">
        {all.map((p) => {
          const seat = chosen.indexOf(Number(p.id));
          return (
            <button
              key={p.id}
              type="button"
              className="pick"
              aria-pressed={seat >= 0}
              onClick={() => toggle(Number(p.id))}
            >
              {seat >= 0 && <span className="num mr-1">{seat + 1}.</span>}
              {p.name}
            </button>
          );
        })}
      </div>
      <NewPlayer levels={words.levels} onMade={(id) => set([...chosen, id])} />
    </fieldset>
  );
}

type OpeningProps = { label: string; value: number | null; set: (value: number | null) => void };

/** A pocket's opening as it was measured. */
function Opening({ label, value, set }: OpeningProps) {
  return (
    <Field label={label}>
      <input
        className="input w-full"
        type="number"
        min={60}
        max={230}
        step={0.1}
        value={value ?? ""}
        onChange={(e) => set(e.target.value ? Number(e.target.value) : null)}
      />
    </Field>
  );
}
