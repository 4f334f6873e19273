/** The racks of a recording as a table: the break, the visits, the winner and the way to each story. */
import { Link } from "react-router";
import type { RackProgress, RecordingView } from "../api/types";
import { useWork } from "../story/MatchWork";

export type RackSummary = RecordingView["racks"][number];

/** The way to a rack's story, with how much of it is worked out. */
function RackWork({
  recording,
  number,
  work,
}: {
  recording: number;
  number: number;
  work: RackProgress | undefined;
}) {
  if (!work?.possible) return <span className="quiet">–</span>;
  return (
    <span className="whitespace-nowrap">
      <Link
        className="go"
        to={`/recordings/${recording}/racks/${number}/story`}
        aria-label={`Story of rack ${number}`}
      >
        story
      </Link>
      {work.done < work.possible && (
        <span className="quiet">
          {" "}
          <span className="num">
            {work.done}/{work.possible}
          </span>
        </span>
      )}
    </span>
  );
}

const STEP = 7;

/** The rack's visits in a row: a bar each, above the line for the first player, as high as the balls made. */
function VisitStrip({ rack, recording }: { rack: RackSummary; recording: RecordingView }) {
  const first = recording.players[0]?.id;
  const most = Math.max(1, ...rack.visits.map((v) => Math.max(v.balls, v.points)));
  const name = (id: string) => recording.players.find((p) => p.id === id)?.name ?? id;
  const wide = Math.max(rack.visits.length, 1) * STEP;
  if (!rack.visits.length) return <>–</>;
  return (
    <span className="flex items-center gap-2">
      <span className="num w-5 text-right">{rack.visits.length}</span>
      <svg
        viewBox={`0 -12 ${wide} 24`}
        width={wide}
        height={24}
        className="max-w-40"
        role="img"
        aria-label={`${rack.visits.length} visits`}
        preserveAspectRatio="none"
      >
        <line x1={0} x2={wide} y1={0} y2={0} stroke="currentColor" strokeOpacity={0.35} />
        {rack.visits.map((v, i) => {
          const up = v.player === first;
          const made = Math.max(v.balls, v.points);
          const high = made ? 2 + (made / most) * 9 : 0;
          const words = `${name(v.player)}, shots ${v.first} to ${v.last}: ${made} made, ${v.ended}`;
          return (
            <g key={v.first}>
              <title>{words}</title>
              {made ? (
                <rect
                  x={i * STEP + 1}
                  width={STEP - 2}
                  y={up ? -high : 0}
                  height={high}
                  fill="currentColor"
                />
              ) : (
                <circle
                  cx={i * STEP + STEP / 2}
                  cy={up ? -3.5 : 3.5}
                  r={v.ended === "foul" ? 2.2 : 1}
                  fill={v.ended === "foul" ? "none" : "currentColor"}
                  stroke="currentColor"
                />
              )}
            </g>
          );
        })}
      </svg>
    </span>
  );
}

/** What the break brought: balls down, and whether the table was kept. */
function breakWords(rack: RackSummary): string {
  if (rack.break_balls === null) return rack.depth === "key-moments" ? "key moments only" : "–";
  const down = rack.break_balls ? `${rack.break_balls} down` : "dry";
  return `${down}, ${rack.kept_table ? "table kept" : "table lost"}`;
}

/** Points of a game that counts them, after the winner's name. */
function points(rack: RackSummary): string {
  const scores = Object.values(rack.scores);
  return scores.length ? ` · ${[...scores].sort((a, b) => b - a).join("–")}` : "";
}

/** Who had the first open shot, and at which shot. */
const firstChance = (rack: RackSummary, name: (id: string | null) => string): string =>
  rack.first_chance
    ? `${name(rack.first_chance.player).split(" ")[0] ?? ""}, shot ${rack.first_chance.shot}`
    : "–";

const bestRun = (rack: RackSummary): string => String(Math.max(0, ...Object.values(rack.high_runs)) || "–");

export function RackTable({
  recording,
  remove,
}: {
  recording: RecordingView;
  remove: (rack: RackSummary) => Promise<void>;
}) {
  const name = (id: string | null) => recording.players.find((p) => p.id === id)?.name ?? "–";
  const work = useWork(recording.id);
  if (!recording.racks.length) return <p className="mt-4">No racks yet.</p>;
  return (
    <table className="mt-4 w-full text-left text-sm">
      <thead className="quiet">
        <tr className="rule border-b">
          <th className="py-1">Rack</th>
          <th>Breaks</th>
          <th className="hidden sm:table-cell">Break</th>
          <th>Won by</th>
          <th className="hidden sm:table-cell">Visits</th>
          <th className="hidden sm:table-cell">First chance</th>
          <th className="hidden text-right sm:table-cell">Best run</th>
          <th className="text-right">Shots</th>
          <th className="text-right">Open</th>
          <th className="text-right">To check</th>
          <th className="pl-3">Story</th>
          <th>
            <span className="sr-only">Remove</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {recording.racks.map((rack) => (
          <tr key={rack.id} className="rule border-b">
            <td className="py-1.5">
              <Link className="go" to={`/recordings/${recording.id}/racks/${rack.number}`}>
                Rack {rack.number}
              </Link>
            </td>
            <td>{name(rack.breaker)}</td>
            <td className="hidden sm:table-cell">{breakWords(rack)}</td>
            <td>
              {rack.winner ? name(rack.winner) : "not decided"}
              {points(rack)}
            </td>
            <td className="hidden sm:table-cell">
              <VisitStrip rack={rack} recording={recording} />
            </td>
            <td className="hidden sm:table-cell">{firstChance(rack, name)}</td>
            <td className="num hidden text-right sm:table-cell">{bestRun(rack)}</td>
            <td className="num text-right">{rack.shots}</td>
            <td className="num text-right">{rack.open_shots || "–"}</td>
            <td className="num text-right">{rack.flags || "–"}</td>
            <td className="pl-3">
              <RackWork
                recording={recording.id}
                number={rack.number}
                work={work.find((done) => done.number === rack.number)}
              />
            </td>
            <td className="text-right">
              <button
                type="button"
                className="text-primary underline"
                aria-label={`Remove rack ${rack.number}`}
                onClick={() => void remove(rack)}
              >
                remove
              </button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
