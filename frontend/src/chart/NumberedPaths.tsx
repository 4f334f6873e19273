/** Computed shots on the table: fine dotted paths, each with its number where the cue ball ends. */
import type { Path, TableView } from "../api/types";
import { wayOf } from "./ways";
import { Lettering } from "../table/Lettering";

export type Numbered = {
  number: number;
  paths: Path[];
  opacity: number;
  /** Width of the cue ball's path, mm on the table. */
  width: number;
  numbered: boolean;
};

type Props = { mark: string; table: TableView; shots: Numbered[] };

/** The last of `shots` is drawn in front. */
export function NumberedPaths({ mark, table, shots }: Props) {
  const size = table.length * 0.018;
  return (
    <g
      data-mark={mark}
      pointerEvents="none"
      fill="none"
      stroke="var(--table-ink)"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      {shots.map(({ number, paths, opacity, width, numbered }) => {
        const end = paths.find((path) => path.ball === "cue")?.points.at(-1);
        return (
          <g key={number} opacity={opacity}>
            {paths.map((path) => (
              <polyline
                key={path.ball}
                points={wayOf(table, path)}
                strokeWidth={path.ball === "cue" ? width : 3.5}
                strokeDasharray="1 13"
              />
            ))}
            {end && numbered && (
              <Lettering x={end[1]} y={table.width - end[2]} size={size} number>
                {number}
              </Lettering>
            )}
          </g>
        );
      })}
    </g>
  );
}
