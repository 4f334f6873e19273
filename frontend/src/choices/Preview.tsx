/** An option on the table: its way without error, where the player's errors end, and the pinned one beside it. */
import type { Option, Path, Place, Places, TableView } from "../api/types";
import { wayOf } from "../chart/ways";
import { Ball } from "../table/Ball";
import { CUSHION, FRAME } from "../table/geometry";
import { TableBed } from "../table/TableBed";
import { useDrag } from "../table/useDrag";

type Props = {
  table: TableView;
  balls: Places;
  option: Option | undefined;
  pinned: Option | undefined;
  move: (ball: string, to: Place) => void;
  /** Takes the next place that is clicked, while one is asked for. */
  point: ((to: Place) => void) | undefined;
};

export function Preview({ table, balls, option, pinned, move, point }: Props) {
  const edge = CUSHION + FRAME + 12;
  const {
    held,
    take,
    table: hands,
  } = useDrag(table, { ...balls, ...(option ? { cue: option.cue as Place } : {}) }, { move, point });
  const cue = held?.ball === "cue" ? held.at : option?.cue;
  return (
    <svg
      {...hands}
      viewBox={`${-edge} ${-edge} ${table.length + 2 * edge} ${table.width + 2 * edge}`}
      className={`block h-full w-full touch-none ${point ? "cursor-crosshair" : ""}`}
      role="img"
      aria-label="The option on the table: its way, and where the cue ball ends"
      data-testid="preview"
    >
      <TableBed table={table} />
      {pinned && pinned !== option && !held && <Way table={table} option={pinned} faint />}
      {option && !held && <Way table={table} option={option} />}
      {Object.entries({
        ...balls,
        ...(cue ? { cue: cue as Place } : {}),
        ...(held ? { [held.ball]: held.at } : {}),
      }).map(([ball, at]) => (
        <g
          key={ball}
          className={point ? "" : "cursor-grab"}
          data-ball={ball}
          onPointerDown={(event) => take(ball, event)}
        >
          <Ball table={table} ball={ball} at={at as Place} chosen={option?.ball === ball && !held} />
        </g>
      ))}
    </svg>
  );
}

function Way({ table, option, faint = false }: { table: TableView; option: Option; faint?: boolean }) {
  return (
    <g
      data-mark={faint ? "pinned" : "option"}
      pointerEvents="none"
      opacity={faint ? 0.5 : 1}
      fill="none"
      stroke="var(--table-ink)"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      {!faint &&
        option.ends.map(([x, y, made], k) => (
          <circle
            key={k}
            cx={x}
            cy={table.width - y}
            r={6.5}
            fill={made ? "var(--table-ink)" : "none"}
            fillOpacity={0.7}
            strokeWidth={made ? 0 : 2}
            strokeOpacity={0.6}
          />
        ))}
      {(option.paths as Path[]).map((path) => (
        <polyline
          key={path.ball}
          points={wayOf(table, path)}
          strokeWidth={path.ball === "cue" ? 6 : 4.5}
          strokeDasharray={faint ? "14 12" : path.ball === "cue" ? "1 12" : "1 15"}
        />
      ))}
      {option.after.map(([ball, x, y]) => {
        const path = (option.paths as Path[]).find((one) => one.ball === ball);
        return (
          path && (
            <circle
              key={ball}
              cx={x}
              cy={table.width - y}
              r={(ball === "cue" ? table.cue_ball_radius : table.ball_radius) - 3}
              strokeWidth={4}
              strokeDasharray="3 9"
            />
          )
        );
      })}
    </g>
  );
}
