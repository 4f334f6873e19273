/** The ledger of choices of a recording or of a player: what each decision cost, apart from how it came out. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { deskQuery, playersQuery, recordingQuery, sessionQuery, wordsQuery } from "../api/queries";
import type { Ledger, LedgerEntry, LedgerExchange, LedgerSafety, Words } from "../api/types";
import { docOf, reviewsOf } from "../rack/deskStore";
import { layouts } from "../rack/rackDoc";
import { ScoreLine } from "../parts/ScoreLine";
import { useKeys } from "../shell/keys";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { ShotScene } from "../table/ShotScene";
import { unitsOf, type Units } from "../units/units";
import { useDialect } from "../words/useDialect";
import { Decisions, Told } from "./Decisions";
import { Exchanges } from "./Exchanges";
import { count, FILTERS, keyOf, rows, type Filter } from "./entries";
import { Safeties } from "./Safeties";
import { Totals } from "./Totals";
import { useLedger, type Whose } from "./useLedger";
import { WorkOut } from "./WorkOut";

type Part = "decisions" | "safeties" | "exchanges";
const PARTS: [Part, string][] = [
  ["decisions", "Decisions"],
  ["safeties", "Safeties"],
  ["exchanges", "Exchanges"],
];

export function LedgerPage() {
  const { recording, player } = useParams();
  const whose: Whose = {
    ...(recording ? { recording: Number(recording) } : {}),
    ...(player ? { player: Number(player) } : {}),
  };
  const words = useQuery(wordsQuery);
  const session = useQuery(sessionQuery);
  const players = useQuery({ ...playersQuery, enabled: Boolean(player) });
  const match = useQuery({ ...recordingQuery(Number(recording)), enabled: Boolean(recording) });
  const { ledger, error, workOut, stop } = useLedger(whose);
  useDialect(match.data?.match.discipline);
  const trouble = error ?? words.error ?? match.error;
  if (trouble)
    return (
      <Shell>
        <Problem error={trouble} />
      </Shell>
    );
  if (!ledger || !words.data || !session.data || (recording && !match.data))
    return (
      <Shell>
        <p className="quiet p-6">Opening the ledger…</p>
      </Shell>
    );
  const units = unitsOf(session.data);
  const title = match.data
    ? match.data.match.title
    : (players.data?.find((one) => one.id === player)?.name ?? "");
  return (
    <Shell
      {...(match.data
        ? {
            top: (
              <span className="flex items-center gap-3">
                <Link className="hidden text-sm hover:underline md:inline" to={`/recordings/${recording}`}>
                  {title}
                </Link>
                <ScoreLine recording={match.data} />
              </span>
            ),
          }
        : {})}
    >
      <title>{`Choices of ${title} · Aretane`}</title>
      <Opened
        ledger={ledger}
        words={words.data}
        units={units}
        title={title}
        many={!recording}
        workOut={workOut}
        stop={stop}
      />
    </Shell>
  );
}

type TabsProps = { ledger: Ledger; part: Part; set: (part: Part) => void };

function Tabs({ ledger, part, set }: TabsProps) {
  return (
    <div role="tablist" className="rule mt-2 flex gap-2 border-t pt-1 text-sm">
      {PARTS.map(([one, label]) => (
        <button
          key={one}
          type="button"
          role="tab"
          aria-selected={one === part}
          className="pick"
          onClick={() => set(one)}
        >
          {label}{" "}
          <span className="num quiet">
            {one === "decisions" ? ledger.entries.length : ledger[one].length}
          </span>
        </button>
      ))}
    </div>
  );
}

type FiltersProps = { ledger: Ledger; filter: Filter; set: (filter: Filter) => void };

function Filters({ ledger, filter, set }: FiltersProps) {
  return (
    <p className="flex flex-wrap gap-x-2 text-sm">
      {FILTERS.map(([one, label]) => (
        <button
          key={one}
          type="button"
          aria-pressed={one === filter}
          className="pick"
          onClick={() => set(one)}
        >
          {label} <span className="num quiet">{count(ledger.entries, one)}</span>
        </button>
      ))}
    </p>
  );
}

/** From a line to its shot; `from`: of which recording, where there are many. */
function Links({ at, where, from }: { at: { shot: number }; where: string; from: string }) {
  return (
    <p>
      <Link className="go" to={`${where}/choices/${at.shot}`}>
        all choices
      </Link>{" "}
      <kbd className="key">Enter</kbd>{" "}
      <Link className="go ml-2" to={`${where}/shots/${at.shot}`}>
        open on the desk
      </Link>
      {from && <span className="quiet ml-2">{from}</span>}
    </p>
  );
}

type OpenedProps = {
  ledger: Ledger;
  words: Words;
  units: Units;
  title: string;
  many: boolean;
  workOut: () => Promise<unknown>;
  stop: () => Promise<unknown>;
};

function Opened({ ledger, words, units, title, many, workOut, stop }: OpenedProps) {
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const part = (search.get("part") ?? "decisions") as Part;
  const filter = (search.get("show") ?? "wrong") as Filter;
  const [picked, setPicked] = useState(0);
  const shown: (LedgerEntry | LedgerSafety)[] =
    part === "decisions" ? rows(ledger.entries, filter) : part === "safeties" ? ledger.safeties : [];
  const chosen = shown[Math.min(picked, shown.length - 1)];
  const at =
    chosen?.shot ??
    ledger.exchanges.map((exchange) => ({
      recording: exchange.recording,
      rack: exchange.rack,
      shot: exchange.first,
    }))[part === "exchanges" ? Math.min(picked, ledger.exchanges.length - 1) : -1];
  const length = part === "exchanges" ? ledger.exchanges.length : shown.length;
  const set = (key: string, value: string, usual: string) => {
    setPicked(0);
    setSearch(
      (old) => {
        const now = new URLSearchParams(old);
        if (value === usual) now.delete(key);
        else now.set(key, value);
        return now;
      },
      { replace: true },
    );
  };
  const where = at ? `/recordings/${at.recording}/racks/${at.rack}` : "";
  useKeys(
    [
      { keys: ["ArrowDown", "n"], run: () => setPicked(Math.min(length - 1, picked + 1)) },
      { keys: ["ArrowUp", "b"], run: () => setPicked(Math.max(0, picked - 1)) },
      {
        keys: ["Enter"],
        run: () => {
          if (at) void navigate(`${where}/choices/${at.shot}`);
        },
      },
    ],
    () => null,
  );
  const name = (player: string) => ledger.names[player] ?? player;
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-y-auto lg:flex-row lg:overflow-visible">
      <section
        aria-label="Table"
        className="flex min-w-0 flex-none flex-col px-2 pt-1 lg:min-h-0 lg:flex-1"
      >
        {at ? (
          <Shown key={keyOf(at)} at={at} />
        ) : (
          <p className="quiet p-6">Pick a line to see its shot on the table.</p>
        )}
        <div className="min-h-24 px-1 py-1 text-sm" aria-live="polite">
          {part === "decisions" && chosen && "cost" in chosen && (
            <Told
              one={chosen}
              game={ledger.disciplines[String(chosen.shot.recording)]}
              words={words}
              name={name}
            />
          )}
          {at && (
            <Links
              at={at}
              where={where}
              from={many ? `${ledger.titles[String(at.recording)]}, rack ${at.rack}` : ""}
            />
          )}
        </div>
      </section>
      <aside
        aria-label="Ledger"
        className="rule w-full flex-none px-3 pb-2 lg:w-[30rem] lg:overflow-y-auto lg:border-l"
      >
        <h1 className="pt-1 text-base font-bold">Choices of {title}</h1>
        <WorkOut ledger={ledger} workOut={workOut} stop={stop} />
        <Totals ledger={ledger} words={words} />
        <Tabs ledger={ledger} part={part} set={(one) => set("part", one, "decisions")} />
        {part === "decisions" && (
          <>
            <Filters ledger={ledger} filter={filter} set={(one) => set("show", one, "wrong")} />
            <Decisions
              shown={shown as LedgerEntry[]}
              words={words}
              name={name}
              picked={picked}
              pick={setPicked}
            />
          </>
        )}
        {part === "safeties" && (
          <Safeties
            shown={ledger.safeties}
            words={words}
            units={units}
            name={name}
            picked={picked}
            pick={setPicked}
          />
        )}
        {part === "exchanges" && (
          <Exchanges
            shown={ledger.exchanges as LedgerExchange[]}
            name={name}
            picked={picked}
            pick={setPicked}
          />
        )}
      </aside>
    </div>
  );
}

/** The shot of a line, with what was meant and what came. */
function Shown({ at }: { at: LedgerEntry["shot"] }) {
  const desk = useQuery({ ...deskQuery(at.recording, at.rack), gcTime: 60_000 });
  if (!desk.data) return <p className="quiet p-6">Opening the rack…</p>;
  const doc = docOf(desk.data.rack);
  const docShot = doc.shots[at.shot - 1];
  if (!docShot) return null;
  const seen = layouts(doc)[docShot.id];
  return (
    <div className="h-[54vw] flex-none lg:h-auto lg:min-h-0 lg:flex-1">
      <ShotScene
        table={desk.data.table}
        shot={docShot.shot}
        review={reviewsOf(desk.data.rack)[docShot.id]}
        before={seen?.before ?? {}}
        after={seen?.after ?? null}
      />
    </div>
  );
}
