/** The match as a line: one mark a rack, its height the lead after it, above the line for the first player. */
import { Link } from "react-router";

/** What the line needs of a recording, whole or in a list. */
export type Scored = {
  id: number;
  players: { id: string; name: string }[];
  racks: { id: number; number: number; winner?: string | null; flags: number; counted?: boolean }[];
};

export function leads(recording: Scored): number[] {
  const [first, second] = recording.players;
  let lead = 0;
  return recording.racks.map((rack) => {
    if (rack.winner && rack.winner === first?.id) lead += 1;
    else if (rack.winner && rack.winner === second?.id) lead -= 1;
    return lead;
  });
}

type Props = {
  recording: Scored;
  current?: number;
  /** Who won this rack and those after it is not shown: a decision is to be judged first. */
  hidden?: boolean;
};

export function ScoreLine({ recording: whole, current = 0, hidden = false }: Props) {
  const recording = hidden
    ? {
        ...whole,
        racks: whole.racks.map((r) => (r.number < current ? r : { ...r, winner: null, flags: 0 })),
      }
    : whole;
  const line = leads(recording);
  const most = Math.max(1, ...line.map(Math.abs));
  const name = (id: string | null | undefined) => recording.players.find((p) => p.id === id)?.name ?? null;
  return (
    <ol className="flex items-center" aria-label="Racks of this recording">
      {recording.racks.map((rack, i) => {
        const lead = line[i] ?? 0;
        const high = (Math.abs(lead) / most) * 14;
        const won = name(rack.winner);
        const words = `Rack ${rack.number}: ${rack.counted === false ? "being counted" : won ? `won by ${won}` : "not decided"}${rack.flags ? `, ${rack.flags} contradictions` : ""}`;
        return (
          <li key={rack.id}>
            <Link
              to={`/recordings/${recording.id}/racks/${rack.number}`}
              title={words}
              aria-label={words}
              aria-current={rack.number === current ? "page" : undefined}
              className={`block w-7 ${rack.number === current ? "bg-base-300" : "hover:bg-base-200"}`}
            >
              <svg viewBox="0 -19 28 38" className="block h-9 w-7" aria-hidden="true">
                <line x1={0} x2={28} y1={0} y2={0} stroke="currentColor" strokeOpacity={0.35} />
                {rack.winner ? (
                  <rect
                    x={9}
                    width={10}
                    y={lead > 0 ? -high : 0}
                    height={Math.max(high, 1.5)}
                    fill="currentColor"
                  />
                ) : (
                  <circle
                    cx={14}
                    r={3.5}
                    fill="none"
                    stroke="currentColor"
                    strokeWidth={1.3}
                    strokeDasharray={rack.counted === false ? "1.5 1.5" : undefined}
                  />
                )}
                <text
                  x={14}
                  y={lead > 0 ? 13 : -7}
                  textAnchor="middle"
                  fontSize={10.5}
                  fill="currentColor"
                  fontFamily="var(--font-mono)"
                >
                  {rack.number}
                </text>
              </svg>
            </Link>
          </li>
        );
      })}
    </ol>
  );
}
