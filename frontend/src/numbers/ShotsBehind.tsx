/** The shots behind a number, a page at a time, each with its way to the desk. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { shotsQuery, wordsQuery } from "../api/queries";
import type { Asked } from "../api/types";
import type { Units } from "../units/units";
import { valueWords } from "./question";

type Order = "newest" | "highest" | "lowest";
type Props = {
  measure: Pick<Asked["measure"], "form" | "unit">;
  players: Asked["series"][number]["player"][];
  /** The question of each player, or one for all. */
  questions: Record<string, string>[];
  names: string[];
  units: Units;
};

export function ShotsBehind({ measure, players, questions, names, units }: Props) {
  const [page, setPage] = useState(1);
  const [who, setWho] = useState(0);
  const [order, setOrder] = useState<Order>("newest");
  const player = players[who];
  const question = questions[who] ?? questions[0] ?? {};
  const own = player ? { ...question, player: player.id } : question;
  const found = useQuery(shotsQuery(own, page, order));
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
              {measure.form === "mean" && s.value !== null
                ? `${valueWords("mean", measure.unit, s.value, units)}, `
                : ""}
              {outcome(s.outcome) || words.data?.grades[s.grade ?? ""]?.toLowerCase() || s.role}
            </span>
          </li>
        ))}
      </ul>
      <p className="quiet text-xs">
        {total} in all,{" "}
        <select
          className="plain !w-auto !min-h-0 text-xs"
          aria-label="Order of the shots"
          value={order}
          onChange={(event) => {
            setOrder(event.target.value as Order);
            setPage(1);
          }}
        >
          <option value="newest">the newest recording first</option>
          <option value="highest">the highest value first</option>
          <option value="lowest">the lowest value first</option>
        </select>
        ; rack · shot
        {pages > 1 && (
          <>
            {" · "}
            <button
              type="button"
              className="underline"
              disabled={page === 1}
              onClick={() => setPage(page - 1)}
            >
              back
            </button>{" "}
            page {page} of {pages}{" "}
            <button
              type="button"
              className="underline"
              disabled={page >= pages}
              onClick={() => setPage(page + 1)}
            >
              on
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
