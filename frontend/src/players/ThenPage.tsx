/** Then and now: a player before and from a day on, with what the difference says. */
import { useQuery } from "@tanstack/react-query";
import { useParams, useSearchParams } from "react-router";
import { sessionQuery, thenQuery } from "../api/queries";
import type { Then } from "../api/types";
import { length, unitsOf, type Units } from "../units/units";
import { PlayerFrame } from "./PlayerFrame";

type Line = Then["lines"][number];

export function ThenPage() {
  const id = Number(useParams().player);
  const [search, setSearch] = useSearchParams();
  const { data, error } = useQuery(thenQuery(id, search.get("day")));
  const units = unitsOf(useQuery(sessionQuery).data);
  const set = (value: string) => value && setSearch({ day: value });
  return (
    <PlayerFrame id={id} title="Then and now" name={data?.player} error={error} waiting={data?.waiting}>
      <p className="mt-3 flex flex-wrap items-baseline gap-x-2 gap-y-1 print:hidden">
        <label>
          Now begins on{" "}
          <input
            type="date"
            className="plain !w-auto"
            value={data?.day ?? ""}
            onChange={(event) => set(event.target.value)}
          />
        </label>
        {data && data.days.length > 0 && (
          <label>
            or with{" "}
            <select
              className="plain !w-auto max-w-72"
              value=""
              onChange={(event) => set(event.target.value)}
            >
              <option value="">a recording</option>
              {data.days.map((one) => (
                <option key={`${one.day}${one.title}`} value={one.day}>
                  {one.day} {one.title} ({one.kind})
                </option>
              ))}
            </select>
          </label>
        )}
      </p>
      {data && (
        <>
          <table className="mt-3 w-full text-sm">
            <thead>
              <tr className="quiet text-left text-xs">
                <th className="font-normal">{data.snooker ? "Snooker" : "All of pool"}</th>
                <th className="text-right font-normal">before {data.day}</th>
                <th className="text-right font-normal">from {data.day}</th>
                <th className="text-right font-normal">now less then</th>
                <th className="pl-2 sm:pl-4 font-normal">what that says</th>
              </tr>
            </thead>
            <tbody>
              {data.lines.map((line) => (
                <tr key={line.code} className="rule border-t align-baseline">
                  <th scope="row" className="py-1 pr-2 text-left font-normal">
                    {line.words}
                  </th>
                  <Cell line={line} one={line.then} units={units} />
                  <Cell line={line} one={line.now} units={units} />
                  <td className="num text-right whitespace-nowrap">
                    {line.value === null ? (
                      <span className="quiet">–</span>
                    ) : (
                      <>
                        {difference(line, line.value, units)}
                        {line.low !== null && line.high !== null && (
                          <span className="quiet ml-1 hidden text-xs sm:inline">
                            {difference(line, line.low, units)} to {difference(line, line.high, units)}
                          </span>
                        )}
                      </>
                    )}
                  </td>
                  <td className="pl-2 sm:pl-4">{said(line)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="quiet mt-4 max-w-prose text-sm">
            Sixteen measures are looked at, so chances of an accident are corrected for it. Shots without a
            date are in neither part. Averages go by match. Harder shots and stronger opponents are not
            taken out, but for pots above expectation. Practice is not told apart from a season's other
            changes: a difference is no proof of its cause.
          </p>
        </>
      )}
    </PlayerFrame>
  );
}

function Cell({ line, one, units }: { line: Line; one: Line["then"]; units: Units }) {
  return (
    <td className="num text-right whitespace-nowrap">
      {one.value === null ? (
        <span className="quiet">none</span>
      ) : (
        <>
          {value(line, one.value, units)}{" "}
          <span className="quiet hidden text-xs sm:inline">
            {line.form === "share" ? `${one.k} of ${one.n}` : `n ${one.n}`}
          </span>
        </>
      )}
    </td>
  );
}

function value(line: Line, found: number, units: Units): string {
  if (line.form === "share") return `${Math.round(found * 100)} %`;
  if (line.unit === "m") return `${found < 0 ? "−" : ""}${length(Math.abs(found) * 1000, units)}`;
  if (line.unit === "chance") return `${sign(found)}${Math.abs(found * 100).toFixed(1)} points`;
  return line.unit === "s" ? `${found.toFixed(1)} s` : `${found.toFixed(2)} ${line.unit}`;
}

function difference(line: Line, found: number, units: Units): string {
  if (line.form === "share" || line.unit === "chance")
    return `${sign(found)}${Math.abs(found * 100).toFixed(line.form === "share" ? 0 : 1)}`;
  return `${sign(found)}${value({ ...line, form: "mean" }, Math.abs(found), units).replace(/^[+−]/, "")}`;
}

const sign = (found: number): string => (found < 0 ? "−" : "+");

function said(line: Line): string {
  if (line.value === null || line.verdict === "too little to tell") return "too little to tell";
  const way =
    line.better === ""
      ? line.value > 0
        ? "more"
        : "less"
      : line.value > 0 === (line.better === "high")
        ? "better"
        : "worse";
  return `${line.verdict}: ${way}`;
}
