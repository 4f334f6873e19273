/** What was meant for the end of a shot: dashed and hatched, a drawing for each kind. */
import type { Place, Places, Shot, TableView } from "../api/types";
import { ballMark } from "./colours";
import { radius } from "./geometry";

type Props = { table: TableView; shot: Shot; balls: Places };
const DASHED = { stroke: "var(--mark-line)", strokeWidth: 5, strokeDasharray: "16 11" };
const BACK = 900; // mm of a next shot's line that are drawn

export function TargetMark({ table, shot, balls }: Props) {
  const { kind, a, b, side, ball } = shot.plan.target;
  const r = radius(table, "cue");
  const flip = ([x, y]: Place): Place => [x, table.width - y];
  if (kind === "line" || kind === "side")
    return <LineMark table={table} shot={shot} balls={balls} side={kind === "side" ? side : null} />;
  if (kind === "snooker") {
    const at = ball ? balls[ball] : undefined;
    return at ? (
      <circle data-mark="target" cx={at[0]} cy={table.width - at[1]} r={2.2 * r} fill="none" {...DASHED} />
    ) : null;
  }
  if (!a || kind === "none" || kind === "unset" || kind === "angle") return null;
  const [x, y] = flip(a);
  if (kind === "ball")
    return (
      <g data-mark="target">
        <circle cx={x} cy={y} r={r} fill="url(#hatch)" {...DASHED} />
        {ball && (
          <text
            x={x}
            y={y - 1.5 * r}
            textAnchor="middle"
            fontSize={table.length * 0.014}
            fill="var(--mark-line)"
          >
            {ballMark(ball)} here
          </text>
        )}
      </g>
    );
  if (kind === "either" || kind === "point" || !b)
    return (
      <g data-mark="target">
        {[a, ...(kind === "either" && b ? [b] : [])].map((place, k) => (
          <circle key={k} cx={place[0]} cy={table.width - place[1]} r={r} fill="url(#hatch)" {...DASHED} />
        ))}
      </g>
    );
  const [bx, by] = flip(b);
  if (kind === "avoid") {
    const size = Math.hypot(bx - x, by - y);
    return (
      <g data-mark="target" fill="none" {...DASHED}>
        <circle cx={x} cy={y} r={size} />
        <line x1={x - size * 0.7} y1={y - size * 0.7} x2={x + size * 0.7} y2={y + size * 0.7} />
        <line x1={x - size * 0.7} y1={y + size * 0.7} x2={x + size * 0.7} y2={y - size * 0.7} />
      </g>
    );
  }
  if (kind === "route")
    return (
      <g data-mark="target" fill="none" {...DASHED}>
        <line x1={x} y1={y} x2={bx} y2={by} />
        {[
          [x, y],
          [bx, by],
        ].map(([px, py], k) => (
          <circle key={k} cx={px} cy={py} r={r * 0.5} strokeDasharray="none" />
        ))}
      </g>
    );
  const angle = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const better = shot.plan.better_error;
  const end = better === "short" ? 0 : long;
  return (
    <g data-mark="target" transform={`translate(${x} ${y}) rotate(${-angle})`}>
      <rect x={-r} y={-r} width={long + 2 * r} height={2 * r} rx={r} fill="url(#hatch)" {...DASHED} />
      {better && (
        <line x1={end} x2={end} y1={-r - 14} y2={r + 14} stroke="var(--mark-line)" strokeWidth={8} />
      )}
    </g>
  );
}

/** The line of the next shot, or one side of it, by the next ball and its pocket. */
function LineMark({ table, shot, balls, side }: Props & { side: string | null }) {
  const ball = shot.plan.next_ball ? balls[shot.plan.next_ball] : undefined;
  const pocket = table.pockets.find((one) => one.name === shot.plan.next_pocket);
  if (!ball || !pocket) return null;
  const [mx, my] = pocket.mouth as Place;
  const long = Math.hypot(ball[0] - mx, ball[1] - my) || 1;
  const [ux, uy] = [(ball[0] - mx) / long, (ball[1] - my) / long];
  const r = radius(table, "cue");
  const start: Place = [ball[0] + 2 * r * ux, ball[1] + 2 * r * uy];
  const reach = Math.min(
    BACK,
    ...[
      [ux, start[0], table.length],
      [uy, start[1], table.width],
    ].map(([u = 0, at = 0, size = 0]) => (Math.abs(u) < 1e-9 ? BACK : ((u > 0 ? size - r : r) - at) / u)),
  );
  const end: Place = [start[0] + reach * ux, start[1] + reach * uy];
  // Looking at the pocket, left is a quarter turn counter-clockwise.
  const off = side === "left" ? 2.5 * r : -2.5 * r;
  const beside = ([x, y]: Place): Place => [x + uy * off, y - ux * off];
  const strip = [start, end, beside(end), beside(start)]
    .map(([x, y]) => `${x},${table.width - y}`)
    .join(" ");
  return (
    <g data-mark="target" fill="none" {...DASHED}>
      <line x1={start[0]} y1={table.width - start[1]} x2={end[0]} y2={table.width - end[1]} />
      {side && <polygon points={strip} fill="url(#hatch)" stroke="none" />}
    </g>
  );
}
