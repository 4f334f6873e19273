/** The shots behind a number, a page at a time, each with its way to the desk. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { shotsQuery, wordsQuery } from "../api/queries";
import type { Asked } from "../api/types";

type Props = { asked: Asked; question: Record<string, string>; names: string[] };

export function ShotsBehind({ asked, question, names }: Props) {
  const [page, setPage] = useState(1);
  const [who, setWho] = useState(0);
  const player = asked.series[who]?.player;
  const own = player ? { ...question, player: player.id } : question;
  const found = useQuery(shotsQuery(own, page));
  const words = useQuery(wordsQuery);
  if (!found.data) return <p className="quiet ml-4 text-sm">Looking…</p>;
  const { shots, total, pages } = found.data;
  const outcome = (code: string | null) =>
    code === null
      ? ""
      : (words.data?.safety_outcomes[code] ?? code.replace("-", ", with a ")).toLowerCase();
  return (
    <div className="rule mb-2 ml-4 border-l-2 pl-3 text-sm">
      {names.length > 1 && (
        <p>
          {names.map((name, i) => (
            <button
              key={name}
              type="button"
              aria-pressed={i === who}
              className={i === who ? "mr-3 font-bold" : "text-primary mr-3 underline"}
              onClick={() => {
                setWho(i);
                setPage(1);
              }}
            >
              {name}
            </button>
          ))}
        </p>
      )}
      {total === 0 && <p>no shots</p>}
      <ul className="sm:columns-2">
        {shots.map((s) => (
          <li key={`${s.recording}/${s.rack}/${s.shot}`} className="truncate py-px">
            <Link className="go" to={`/recordings/${s.recording}/racks/${s.rack}/shots/${s.shot}`}>
              {s.title}, <span className="num">{s.rack}</span>·<span className="num">{s.shot}</span>
            </Link>{" "}
            <span className="quiet">
              {names.length === 1 && !player ? `${s.player}, ` : ""}
              {outcome(s.outcome) || words.data?.grades[s.grade ?? ""]?.toLowerCase() || s.role}
            </span>
          </li>
        ))}
      </ul>
      <p className="quiet text-xs">
        {total} in all, the newest recording first; rack · shot
        {pages > 1 && (
          <>
            {" · "}
            <button
              type="button"
              className="underline"
              disabled={page === 1}
              onClick={() => setPage(page - 1)}
            >
              newer
            </button>{" "}
            page {page} of {pages}{" "}
            <button
              type="button"
              className="underline"
              disabled={page >= pages}
              onClick={() => setPage(page + 1)}
            >
              older
            </button>
          </>
        )}
        {total > 0 && (
          <>
            {" · "}
            <a
              className="go"
              href={`/api/numbers/asked/shots.csv?${new URLSearchParams(own).toString()}`}
              download
            >
              as CSV
            </a>
          </>
        )}
      </p>
    </div>
  );
}
