/** The table read: open ways dotted, clusters ringed, the picked way to open one. */
import { memo } from "react";
import type { BreakOut, Path, Place, Places, Reading, TableView } from "../api/types";
import { radius } from "../table/geometry";
import { turnOf, wayOf } from "./ways";
import { NamedPlace } from "../table/NamedPlace";

type Props = { table: TableView; reading: Reading; balls: Places; picked: number };

const OPEN = 0.5;
/** Ways to open a cluster that are listed. */
const MOST = 4;

/** Every way to open a cluster, cluster by cluster. */
export const openers = (reading: Reading): { cluster: number; way: BreakOut }[] =>
  reading.clusters.flatMap((one, cluster) =>
    one.ways.slice(0, MOST).map((way) => ({ cluster, way: way as BreakOut })),
  );

export const ReadingMarks = memo(function ReadingMarks({ table, reading, balls, picked }: Props) {
  const r = radius(table, "cue");
  const flip = ([x, y]: Place): Place => [x, table.width - y];
  const ways = openers(reading);
  const chosen = ways[turnOf(picked, ways.length)];
  const chain = reading.chains[0];
  const wanted = { table, ring: r, dashed: true, balls };
  return (
    <g
      data-mark="reading"
      pointerEvents="none"
      fill="none"
      stroke="var(--table-ink)"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      {!chosen &&
        reading.balls.map((one) => {
          const from = balls[one.ball];
          if (!from) return null;
          return one.passages
            .filter((way) => way.open_share >= OPEN)
            .map((way) => {
              const to = table.pockets.find((p) => p.name === way.pocket)?.mouth as Place | undefined;
              if (!to) return null;
              const [a, b] = [flip(from), flip(to)];
              return (
                <line
                  key={`${one.ball}${way.pocket}`}
                  x1={a[0]}
                  y1={a[1]}
                  x2={b[0]}
                  y2={b[1]}
                  strokeWidth={3}
                  strokeDasharray="1 15"
                  strokeOpacity={0.5}
                />
              );
            });
        })}
      {reading.clusters.map((cluster) => (
        <g key={cluster.balls.join()} data-mark="cluster">
          {cluster.balls.map((ball) => {
            const at = balls[ball];
            return (
              at && (
                <circle
                  key={ball}
                  cx={at[0]}
                  cy={table.width - at[1]}
                  r={r * 1.55}
                  strokeWidth={3.5}
                  strokeOpacity={0.85}
                />
              )
            );
          })}
        </g>
      ))}
      {reading.balls
        .filter((one) => one.problem)
        .map((one) => {
          const at = balls[one.ball];
          return (
            at && (
              <circle
                key={one.ball}
                data-mark="problem"
                cx={at[0]}
                cy={table.width - at[1]}
                r={r * 1.9}
                strokeWidth={4}
                strokeDasharray="1 11"
              />
            )
          );
        })}
      {chosen && (
        <g data-mark="break-out">
          {(chosen.way.paths as Path[]).map((path) => (
            <polyline
              key={path.ball}
              points={wayOf(table, path)}
              strokeWidth={path.ball === "cue" ? 7 : 4}
              strokeDasharray="1 13"
            />
          ))}
          <circle
            cx={chosen.way.place[0]}
            cy={table.width - chosen.way.place[1]}
            r={r}
            strokeWidth={4}
            strokeDasharray="2 9"
          />
        </g>
      )}
      {chain && <NamedPlace {...wanted} place={chain.place as Place} word="break shot" />}
      {chain && <NamedPlace {...wanted} place={chain.key_place as Place} word="key ball" />}
    </g>
  );
});
