/** The proposed order on the table: the ways of the cue ball and of the balls, three ahead in front. */
import { memo } from "react";
import type { Leg, Path, TableView } from "../api/types";

const FRONT = 3;

export const OrderMarks = memo(function OrderMarks({ table, legs }: { table: TableView; legs: Leg[] }) {
  const size = table.length * 0.018;
  const way = (path: Path) =>
    path.points.map(([, x, y]) => `${x.toFixed(0)},${(table.width - y).toFixed(0)}`).join(" ");
  return (
    <g
      data-mark="order"
      pointerEvents="none"
      fill="none"
      stroke="var(--table-ink)"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      {[...legs]
        .map((leg, k) => ({ leg, k }))
        .reverse()
        .map(({ leg, k }) => {
          const paths = leg.paths as Path[];
          const cue = paths.find((one) => one.ball === "cue");
          const end = cue?.points.at(-1);
          const front = k < FRONT;
          return (
            <g key={k} opacity={front ? 1 : 0.3}>
              {paths.map((one) => (
                <polyline
                  key={one.ball}
                  points={way(one)}
                  strokeWidth={one.ball === "cue" ? 6 : 3.5}
                  strokeDasharray="1 13"
                />
              ))}
              {end && front && (
                <text
                  x={end[1]}
                  y={table.width - end[2]}
                  dy="0.35em"
                  textAnchor="middle"
                  className="num"
                  style={{ fontSize: size }}
                  fill="var(--table-ink)"
                  stroke="var(--cloth)"
                  strokeWidth={size * 0.4}
                  paintOrder="stroke"
                >
                  {k + 1}
                </text>
              )}
            </g>
          );
        })}
    </g>
  );
});
