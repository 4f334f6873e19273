/** Routes to the next ball: the picked one fine and dotted, the others fainter. */
import { memo } from "react";
import type { Path, Routes, TableView } from "../api/types";
import { turnOf, wayOf } from "./ways";

type Props = { table: TableView; routes: Routes; picked: number };

export const RouteMarks = memo(function RouteMarks({ table, routes, picked }: Props) {
  const size = table.length * 0.018;
  const chosen = turnOf(picked, routes.routes.length);
  return (
    <g
      data-mark="routes"
      pointerEvents="none"
      fill="none"
      stroke="var(--table-ink)"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      {routes.routes
        .map((route, k) => ({ route, k }))
        .sort((a, b) => Number(a.k === chosen) - Number(b.k === chosen))
        .map(({ route, k }) => {
          const paths = route.paths as Path[];
          const end = paths.find((path) => path.ball === "cue")?.points.at(-1);
          const front = k === chosen;
          return (
            <g key={k} opacity={front ? 1 : 0.4}>
              {paths
                .filter((path) => front || path.ball === "cue")
                .map((path) => (
                  <polyline
                    key={path.ball}
                    points={wayOf(table, path)}
                    strokeWidth={path.ball === "cue" ? (front ? 7 : 4) : 3.5}
                    strokeDasharray="1 13"
                  />
                ))}
              {end && (
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
