/** Studies: positions without a match, as small tables to choose from. */
import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { studiesQuery, wordsQuery } from "../api/queries";
import type { Study } from "../api/types";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { SmallTable } from "../table/SmallTable";

export function StudiesPage() {
  const [search, setSearch] = useSearchParams();
  const asked = {
    page: Math.max(1, Number(search.get("page")) || 1),
    words: search.get("words") ?? "",
    tag: search.get("tag") ?? "",
  };
  const studies = useQuery(studiesQuery(asked));
  const found = studies.data;
  const look = (change: Partial<Record<"page" | "words" | "tag", string>>) => {
    const kept = { words: asked.words, tag: asked.tag, ...change };
    setSearch(Object.fromEntries(Object.entries(kept).filter(([, value]) => value)), { replace: true });
  };
  return (
    <Shell>
      <title>Studies · Aretane</title>
      <div className="mx-auto w-full max-w-6xl px-4 py-6">
        <h1 className="text-2xl font-bold">Studies</h1>
        <p className="quiet mt-1 text-sm">
          Positions of their own, with chances, choices, readings and kicks. Any shot on the desk can be
          kept as one: <kbd className="key">Shift Y</kbd>
        </p>
        <p className="mt-2">
          <Link className="go" to="/studies/new">
            Set up a position
          </Link>
        </p>
        <div className="mt-3 flex flex-wrap items-baseline gap-x-1 gap-y-1 text-sm">
          <input
            className="input input-sm w-64"
            aria-label="Words in the name or the notes"
            placeholder="Words in the name or the notes"
            maxLength={120}
            value={asked.words}
            onChange={(event) => look({ words: event.target.value })}
          />
          {found?.tags.map(({ tag, studies: count }) => (
            <button
              key={tag}
              type="button"
              className="pick"
              aria-pressed={tag === asked.tag}
              onClick={() => look({ tag: tag === asked.tag ? "" : tag })}
            >
              {tag} <span className="num quiet">{count}</span>
            </button>
          ))}
        </div>
        {studies.error ? <Problem error={studies.error} /> : null}
        {!found && !studies.error && <p className="quiet py-3">Opening…</p>}
        {found && !found.studies.length && (
          <p className="py-3">{asked.words || asked.tag ? "No study is like this." : "None yet."}</p>
        )}
        <ul className="mt-3 grid grid-cols-1 gap-x-6 gap-y-5 sm:grid-cols-2 lg:grid-cols-3">
          {found?.studies.map((one) => (
            <OneStudy key={one.id} study={one} />
          ))}
        </ul>
        {found && found.pages > 1 && (
          <p className="mt-4 flex gap-3 text-sm">
            {asked.page > 1 && (
              <button type="button" className="go" onClick={() => look({ page: String(asked.page - 1) })}>
                newer
              </button>
            )}
            <span className="quiet">
              page <span className="num">{found.page}</span> of <span className="num">{found.pages}</span>,{" "}
              <span className="num">{found.total}</span> studies
            </span>
            {asked.page < found.pages && (
              <button type="button" className="go" onClick={() => look({ page: String(asked.page + 1) })}>
                older
              </button>
            )}
          </p>
        )}
      </div>
    </Shell>
  );
}

/** The position, under it what is written of it. */
function OneStudy({ study }: { study: Study }) {
  const words = useQuery(wordsQuery);
  const player = study.players.find((one) => one.id === study.player);
  const desk = `/recordings/${study.id}/racks/1`;
  return (
    <li className="min-w-0">
      <Link to={desk} className="block hover:opacity-90" aria-label={study.title}>
        <SmallTable table={study.table} balls={study.balls} label={`The position of ${study.title}`} />
      </Link>
      <p className="mt-1 flex items-baseline gap-3">
        <Link to={desk} className="min-w-0 flex-1 truncate font-bold hover:underline" title={study.title}>
          {study.title}
        </Link>
        <Link className="go text-sm" to={`${desk}/choices/1`} aria-label={`Choices of ${study.title}`}>
          choices
        </Link>
        <Link className="go text-sm" to={`/recordings/${study.id}`} aria-label={`Set-up of ${study.title}`}>
          set-up
        </Link>
      </p>
      <p className="quiet text-sm">
        {words.data?.disciplines[study.discipline] ?? study.discipline}
        {player ? ` · ${player.name} at the table` : " · nothing set up yet"}
        {study.tags.length > 0 && ` · ${study.tags.join(", ")}`}
      </p>
      {study.notes && <p className="line-clamp-2 text-sm">{study.notes}</p>}
      {study.damaged > 0 && (
        <p className="text-warning text-sm font-bold">
          {study.damaged} {study.damaged === 1 ? "value" : "values"} cannot be read
        </p>
      )}
    </li>
  );
}
