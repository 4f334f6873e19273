/** Where a player's chance goes: pot, position, decision, safety and luck, a rack, and month by month. */
import { useQuery } from "@tanstack/react-query";
import { scaleLinear } from "d3-scale";
import { Link, useParams } from "react-router";
import { playerWorthQuery } from "../api/queries";
import type { PlayerWorth } from "../api/types";
import { SavePicture } from "../parts/SavePicture";
import { PlayerFrame } from "./PlayerFrame";

type Found = PlayerWorth["found"][number];
const UNITS: Record<string, string> = { chance: "points of chance", points: "points", balls: "balls" };
const GAMES: Record<string, string> = {
  chance: "Games won by a last ball",
  points: "Snooker",
  balls: "Straight pool",
};

export function WorthPage() {
  const id = Number(useParams().player);
  const { data, error } = useQuery(playerWorthQuery(id));
  return (
    <PlayerFrame
      id={id}
      title="Where the chance goes"
      name={data?.player}
      error={error}
      waiting={data?.waiting}
    >
      {data && (
        <>
          {data.found.length === 0 && (
            <p className="mt-4 max-w-prose">
              Nothing is worked out yet of {data.racks} racks. Have chances worked out on the page of a{" "}
              <Link className="go" to="/recordings">
                recording
              </Link>{" "}
              (pots, position, choice of the shot) and decisions in the{" "}
              <Link className="go" to={`/players/${id}/choices`}>
                ledger of choices
              </Link>{" "}
              (decisions, safeties): this page then shows what each part wins and loses.
            </p>
          )}
          {data.found.map((one) => (
            <Measure key={one.measure} found={one} player={data.player} />
          ))}
          {data.found.length > 0 && (
            <p className="quiet mt-4 max-w-prose text-sm">
              {data.found.map((one) => one.racks).reduce((a, b) => a + b, 0)} of {data.racks} racks are
              worked out, in part or whole; a rack of which half is worked out counts with that half. Pots,
              position, choice of the shot and luck add up to the change in the chance to run out; decisions
              and safeties are told in the chance to win the rack: the two are not added up. A safety is
              what it left less what it promised. Luck is what a reviewer marked. Bars are 95 % intervals
              over racks.
            </p>
          )}
        </>
      )}
    </PlayerFrame>
  );
}

function Measure({ found, player }: { found: Found; player: string }) {
  const times = found.measure === "chance" ? 100 : 1;
  const own = found.parts.filter(
    (part) => part.interval.n > 0 && (part.code !== "luck" || part.interval.value !== 0),
  );
  const ends = own.flatMap(({ interval: i }) => [i.low ?? i.value ?? 0, i.high ?? i.value ?? 0]);
  const limit = Math.max(0.01, ...ends.map(Math.abs));
  const x = scaleLinear([-limit * times, limit * times], [0, 100]).nice();
  return (
    <section className="mt-4">
      <h2 className="font-bold">
        {GAMES[found.measure]}{" "}
        <span className="quiet num text-sm font-normal">
          {UNITS[found.measure]} a rack, {found.racks} racks
        </span>
      </h2>
      <table className="mt-1 w-full text-sm">
        <tbody>
          {own.map(({ code, words, of, interval, shots }) => (
            <tr key={code} className="rule border-t">
              <th scope="row" className="w-52 py-1 text-left font-normal">
                {words}
                <span className="quiet block text-xs">
                  {of === "win" || found.measure !== "chance" ? OF[of] : "of running out"}
                </span>
              </th>
              <td>
                <svg
                  viewBox="0 0 100 14"
                  preserveAspectRatio="none"
                  className="block h-6 w-full"
                  aria-hidden="true"
                >
                  <line
                    x1={x(0)}
                    x2={x(0)}
                    y1={0}
                    y2={14}
                    stroke="currentColor"
                    strokeOpacity={0.4}
                    vectorEffect="non-scaling-stroke"
                  />
                  <rect
                    x={Math.min(x(0), x((interval.value ?? 0) * times))}
                    width={Math.abs(x((interval.value ?? 0) * times) - x(0))}
                    y={3}
                    height={8}
                    fill={(interval.value ?? 0) < 0 ? "var(--loss)" : "var(--gain)"}
                  />
                  {interval.low !== null && interval.high !== null && (
                    <line
                      x1={x(interval.low * times)}
                      x2={x(interval.high * times)}
                      y1={7}
                      y2={7}
                      stroke="currentColor"
                      strokeWidth={1.5}
                      vectorEffect="non-scaling-stroke"
                    />
                  )}
                </svg>
              </td>
              <td className="num w-64 text-right whitespace-nowrap">
                <b>{signed(interval.value, times)}</b>{" "}
                <span className="quiet text-xs">
                  {interval.low !== null &&
                    `${signed(interval.low, times)} to ${signed(interval.high, times)}, `}
                  {shots} shots
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {found.months.length > 1 && <Months found={found} times={times} player={player} />}
    </section>
  );
}

const OF: Record<string, string> = { win: "of winning", run: "of the visit" };

const signed = (value: number | null, times: number): string =>
  value === null ? "not known" : `${value < 0 ? "−" : "+"}${Math.abs(value * times).toFixed(1)}`;

const DASHES: Record<string, string> = {
  pot: "",
  position: "6 3",
  choice: "2 4",
  luck: "1 3",
  cost: "9 3 2 3",
  safety: "3 3",
};

/** The parts month by month: a line each, named at its end. */
function Months({ found, times, player }: { found: Found; times: number; player: string }) {
  const lines = found.parts.filter((part) => found.months.some((m) => m.parts[part.code] !== null));
  const values = found.months.flatMap((m) => lines.map((part) => (m.parts[part.code] ?? 0) * times));
  const y = scaleLinear([Math.min(0, ...values), Math.max(0, ...values)], [130, 10]).nice();
  const x = scaleLinear([0, found.months.length - 1], [36, 470]);
  return (
    <div className="mt-3">
      <h3 className="text-sm font-bold">Month by month</h3>
      <SavePicture words={`Where the chance of ${player} goes, by month`}>
        <svg
          viewBox="0 0 640 150"
          className="block w-full max-w-3xl"
          role="img"
          aria-label="Parts by month"
        >
          {y.ticks(4).map((tick) => (
            <g key={tick}>
              <line x1={36} x2={470} y1={y(tick)} y2={y(tick)} stroke="currentColor" strokeOpacity={0.2} />
              <text
                x={32}
                y={y(tick) + 3}
                textAnchor="end"
                className="num"
                fill="currentColor"
                style={{ fontSize: 10 }}
              >
                {tick}
              </text>
            </g>
          ))}
          {found.months.map((month, i) => (
            <text
              key={month.month}
              x={x(i)}
              y={146}
              textAnchor="middle"
              className="num"
              fill="currentColor"
              style={{ fontSize: 10 }}
            >
              {month.month}
            </text>
          ))}
          {lines.map((part, k) => {
            const there = found.months.flatMap((m, i) => {
              const value = m.parts[part.code];
              return value === null || value === undefined ? [] : [[x(i), y(value * times)] as const];
            });
            return (
              <g key={part.code}>
                <polyline
                  points={there.map((p) => p.join(",")).join(" ")}
                  fill="none"
                  stroke="currentColor"
                  strokeWidth={1.8}
                  strokeDasharray={DASHES[part.code] || undefined}
                />
                <line
                  x1={482}
                  x2={510}
                  y1={18 + k * 18}
                  y2={18 + k * 18}
                  stroke="currentColor"
                  strokeWidth={1.8}
                  strokeDasharray={DASHES[part.code] || undefined}
                />
                <text x={516} y={22 + k * 18} fill="currentColor" style={{ fontSize: 11 }}>
                  {part.words}
                </text>
              </g>
            );
          })}
        </svg>
      </SavePicture>
    </div>
  );
}
