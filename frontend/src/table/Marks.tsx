/** Marks by the grammar: meant is dashed and hatched, happened solid, computed fine and dotted. */
import type { Place, Pot, Review, Shot, TableView } from "../api/types";
import { along, radius } from "./geometry";

type On = { table: TableView };
const point = (table: TableView, [x, y]: Place): string => `${x},${table.width - y}`;

export function Hatch() {
  return (
    <defs>
      <pattern
        id="hatch"
        width="22"
        height="22"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1="0" y1="0" x2="0" y2="22" stroke="var(--mark-line)" strokeWidth="6" strokeOpacity="0.55" />
      </pattern>
    </defs>
  );
}

/** The planned way of the cue ball, dashed: ghost place, cushions, target. */
export function PlannedPath({ table, shot, review }: On & { shot: Shot; review: Review | undefined }) {
  const { target, via } = shot.plan;
  if (!target.a || !["point", "window", "either"].includes(target.kind)) return null;
  const end: Place =
    target.b && target.kind === "window"
      ? [(target.a[0] + target.b[0]) / 2, (target.a[1] + target.b[1]) / 2]
      : target.a;
  const start = (review?.pot?.ghost as Place | undefined) ?? review?.before.cue;
  const stops = [...(start ? [start] : []), ...via, end];
  return (
    <g data-mark="planned-path">
      <polyline
        points={stops.map((p) => point(table, p)).join(" ")}
        fill="none"
        stroke="var(--mark-line)"
        strokeWidth={5}
        strokeDasharray="20 14"
        strokeOpacity={0.8}
      />
      {via.map((p, i) => (
        <circle
          key={i}
          cx={p[0]}
          cy={table.width - p[1]}
          r={10}
          fill="none"
          stroke="var(--mark-line)"
          strokeWidth={5}
        />
      ))}
    </g>
  );
}

/** What the core measured: the two legs of the pot, the ghost ball, tangent line and natural path. */
export function PotMark({
  table,
  pot,
  before,
  rays = true,
}: On & { pot: Pot; before: Record<string, Place>; rays?: boolean }) {
  const cue = before.cue;
  const ball = before[pot.ball];
  const pocket = table.pockets.find((p) => p.name === pot.pocket);
  if (!cue || !ball || !pocket) return null;
  const ghost = pot.ghost as Place;
  const fine = {
    fill: "none",
    stroke: "var(--mark-line)",
    strokeWidth: 4,
    strokeDasharray: "2 11",
    strokeLinecap: "round" as const,
  };
  return (
    <g data-mark="pot">
      <polyline points={[cue, ghost].map((p) => point(table, p)).join(" ")} {...fine} />
      <polyline points={[ball, pocket.mouth as Place].map((p) => point(table, p)).join(" ")} {...fine} />
      <circle
        cx={ghost[0]}
        cy={table.width - ghost[1]}
        r={radius(table, "cue")}
        {...fine}
        strokeDasharray="2 8"
        strokeWidth={3.5}
      />
      {rays && pot.tangent !== null && <Ray table={table} from={ghost} angle={pot.tangent} label="stun" />}
      {rays && pot.rolling !== null && Math.abs((pot.rolling ?? 0) - (pot.tangent ?? 0)) > 4 && (
        <Ray table={table} from={ghost} angle={pot.rolling} label="rolling" />
      )}
    </g>
  );
}

function Ray({ table, from, angle, label }: On & { from: Place; angle: number; label: string }) {
  const r = table.cue_ball_radius;
  const dx = Math.cos((angle * Math.PI) / 180);
  const dy = Math.sin((angle * Math.PI) / 180);
  const spanX = dx > 0 ? (table.length - r - from[0]) / dx : dx < 0 ? (r - from[0]) / dx : Infinity;
  const spanY = dy > 0 ? (table.width - r - from[1]) / dy : dy < 0 ? (r - from[1]) / dy : Infinity;
  const far = Math.max(0, Math.min(spanX, spanY, 620));
  if (far < 120) return null;
  const tip = along(from, angle, far);
  const text = along(from, angle, Math.max(far - 70, 60));
  return (
    <g>
      <line
        x1={from[0]}
        y1={table.width - from[1]}
        x2={tip[0]}
        y2={table.width - tip[1]}
        stroke="var(--mark-line)"
        strokeWidth={3.5}
        strokeDasharray="2 11"
        strokeLinecap="round"
        strokeOpacity={0.75}
      />
      <text
        x={text[0]}
        y={table.width - text[1] - 14}
        fontSize={38}
        fill="var(--mark-line)"
        textAnchor="middle"
        fontStyle="italic"
      >
        {label}
      </text>
    </g>
  );
}

/** What happened: the way from contact to where the cue ball ended, and the miss against the target. */
export function MissMark({ table, review }: On & { review: Review }) {
  const ended = review.after?.cue;
  if (!review.miss || !ended) return null;
  const nearest = review.miss.nearest as Place;
  return (
    <g data-mark="miss">
      <line
        x1={nearest[0]}
        y1={table.width - nearest[1]}
        x2={ended[0]}
        y2={table.width - ended[1]}
        stroke="var(--mark-line)"
        strokeWidth={8}
      />
    </g>
  );
}
