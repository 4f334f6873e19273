/** The sheet of a match: its players side by side, how the lead went, and each rack in a line. */
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { sheetQuery } from "../api/queries";
import type { Sheet } from "../api/types";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { useDialect } from "../words/useDialect";
import { LeadLine } from "./LeadLine";
import { rowsOf } from "./rows";

export function SheetPage() {
  const id = Number(useParams().recording);
  const sheet = useQuery(sheetQuery(id));
  useDialect(sheet.data?.discipline);
  const data = sheet.data;
  return (
    <Shell>
      <title>Match sheet · Aretane</title>
      <div className="mx-auto w-full max-w-5xl px-4 py-5">
        {sheet.error ? <Problem error={sheet.error} /> : null}
        {data && (
          <>
            <h1 className="text-2xl font-bold">
              <Link className="go" to={`/recordings/${id}`}>
                {data.title}
              </Link>
              : match sheet
            </h1>
            {data.racks.length === 0 ? (
              <p className="mt-4">No rack is logged yet.</p>
            ) : (
              <>
                <LeadLine sheet={data} recording={id} />
                <Players sheet={data} />
                <Racks sheet={data} recording={id} />
                <p className="quiet mt-4 max-w-prose text-sm">
                  Small figures are shares with 95 % intervals. Break and run: a ball on the break and no
                  other visit; a clearance after a dry break is none. Balls a break count dry breaks as
                  nought. A first chance is the first pot of a rack, after the break, that is made more
                  often than not.
                  {data.key_moments
                    ? ` Of ${data.key_moments} racks only key moments are logged: their breaks and winners count, and nothing else.`
                    : ""}
                </p>
              </>
            )}
          </>
        )}
      </div>
    </Shell>
  );
}

function Players({ sheet }: { sheet: Sheet }) {
  const groups = rowsOf(sheet);
  return (
    <div className="mt-4 overflow-x-auto">
      <table className="w-full text-sm">
        <thead>
          <tr className="rule border-b text-left align-baseline">
            <td />
            {sheet.players.map((one) => (
              <th key={one.player.id} scope="col" className="py-1 pr-3 text-right">
                {one.player.name}
              </th>
            ))}
          </tr>
        </thead>
        {groups.map((group) => (
          <tbody key={group.title}>
            <tr>
              <th scope="colgroup" colSpan={1 + sheet.players.length} className="pt-2 pb-0.5 text-left">
                {group.title}
              </th>
            </tr>
            {group.rows.map((row) => (
              <tr key={row.words} className="hover:bg-base-200">
                <th scope="row" className="py-0.5 pr-3 pl-3 text-left font-normal">
                  {row.words}
                </th>
                {row.cells.map((cell, i) => (
                  <td
                    key={sheet.players[i]?.player.id}
                    className="num py-0.5 pr-3 text-right whitespace-nowrap"
                  >
                    {cell.value}
                    {cell.fine && <span className="quiet ml-1 hidden text-xs sm:inline">{cell.fine}</span>}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        ))}
      </table>
    </div>
  );
}

function Racks({ sheet, recording }: { sheet: Sheet; recording: number }) {
  const name = (id: string | null) => sheet.players.find((one) => one.player.id === id)?.player.name;
  return (
    <section className="mt-5">
      <h2 className="font-bold">Racks</h2>
      <ol className="text-sm">
        {sheet.racks.map((rack) => (
          <li key={rack.number} className="rule flex flex-wrap gap-x-3 border-b py-1">
            <Link className="go num w-8" to={`/recordings/${recording}/racks/${rack.number}`}>
              {rack.number}
            </Link>
            <span className="min-w-40">{rack.winner ? name(rack.winner) : "not decided"}</span>
            <span className="min-w-52 grow">
              {rack.words ?? ""}
              {rack.gave_shot !== null && rack.gave_words && (
                <>
                  {": "}
                  <Link
                    className="go"
                    to={`/recordings/${recording}/racks/${rack.number}/shots/${rack.gave_shot}`}
                  >
                    {rack.gave_words} of {name(rack.gave_by) ?? "the other"}, shot {rack.gave_shot}
                  </Link>
                </>
              )}
            </span>
            <span className="quiet">
              {rack.breaker ? `broke: ${name(rack.breaker)}` : ""}
              {rack.turned_on !== null && (
                <>
                  {" · "}turned on{" "}
                  <Link
                    className="go"
                    to={`/recordings/${recording}/racks/${rack.number}/story/${rack.turned_on}`}
                  >
                    shot {rack.turned_on}
                  </Link>
                </>
              )}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
