/** A count on the table: dashed as it is counted, solid as it comes, dotted the aim that does it. */
import type { Kick, Path, Place, Places, TableView } from "../api/types";
import { wayOf } from "../chart/ways";
import { Ball } from "../table/Ball";
import { CUSHION, FRAME } from "../table/geometry";
import { TableBed } from "../table/TableBed";
import { useDrag } from "../table/useDrag";

type Props = {
  table: TableView;
  balls: Places;
  kick: Kick | undefined;
  ball: string;
  move: (ball: string, to: Place) => void;
  pick: (ball: string) => void;
};

export function KickTable({ table, balls, kick, ball, move, pick }: Props) {
  const edge = CUSHION + FRAME + 12;
  const { held, take, table: hands } = useDrag(table, balls, { move, pick });
  const shown = held ? { ...balls, [held.ball]: held.at } : balls;
  const flip = ([x, y]: Place): string => `${x},${table.width - y}`;
  return (
    <svg
      {...hands}
      viewBox={`${-edge} ${-edge} ${table.length + 2 * edge} ${table.width + 2 * edge}`}
      className="block h-full w-full touch-none"
      role="img"
      aria-label="The count and the path on the table"
      data-testid="kick-table"
    >
      <TableBed table={table} />
      {kick && !held && (
        <g
          pointerEvents="none"
          fill="none"
          stroke="var(--table-ink)"
          strokeLinecap="round"
          strokeLinejoin="round"
        >
          <polyline
            data-mark="count"
            points={[kick.start, ...kick.contacts, kick.end].map((at) => flip(at as Place)).join(" ")}
            strokeWidth={5}
            strokeDasharray="26 20"
            strokeOpacity={0.9}
          />
          {kick.contacts.map((at, k) => (
            <circle
              key={k}
              cx={at[0]}
              cy={table.width - at[1]}
              r={table.cue_ball_radius}
              strokeWidth={3}
              strokeDasharray="10 8"
            />
          ))}
          {(kick.paths as Path[]).map((path) => (
            <polyline
              key={path.ball}
              data-mark="comes"
              points={wayOf(table, path)}
              strokeWidth={path.ball === "cue" ? 5 : 3.5}
              strokeOpacity={0.55}
            />
          ))}
          {(kick.right as Path[]).map((path) => (
            <polyline
              key={`right-${path.ball}`}
              data-mark="right"
              points={wayOf(table, path)}
              strokeWidth={path.ball === "cue" ? 6 : 4.5}
              strokeDasharray="1 13"
            />
          ))}
          {kick.left?.ends.map((at, k) => (
            <circle
              key={`end-${k}`}
              cx={at[0]}
              cy={table.width - at[1]}
              r={6}
              fill="var(--table-ink)"
              fillOpacity={0.5}
              stroke="none"
            />
          ))}
          {kick.numbers && (
            <path
              d={`M${kick.numbers.aim_at[0] - 22},${table.width - kick.numbers.aim_at[1] - 22} l44,44 M${kick.numbers.aim_at[0] - 22},${table.width - kick.numbers.aim_at[1] + 22} l44,-44`}
              strokeWidth={6}
            />
          )}
        </g>
      )}
      {Object.entries(shown).map(([name, at]) => (
        <g key={name} className="cursor-grab" data-ball={name} onPointerDown={(event) => take(name, event)}>
          <Ball table={table} ball={name} at={at as Place} chosen={name === ball} />
        </g>
      ))}
    </svg>
  );
}
