/** The next shot's line and the lines to keep off, from which a rolling cue ball scratches. */
import { memo } from "react";
import type { Angle, Place, TableView } from "../api/types";
import { radius } from "../table/geometry";
import { Lettering } from "../table/Lettering";

type Props = { table: TableView; angle: Angle };

export const NextMarks = memo(function NextMarks({ table, angle }: Props) {
  const r = radius(table, "cue");
  const size = table.length * 0.014;
  const flip = (at: Place): Place => [at[0], table.width - at[1]];
  const [ghost, straight] = [
    flip(angle.line[0] as Place),
    flip(onTable(table, angle.line[0] as Place, angle.line[1] as Place)),
  ];
  return (
    <g
      data-mark="next-line"
      pointerEvents="none"
      fill="none"
      stroke="var(--table-ink)"
      strokeLinecap="round"
    >
      <circle cx={ghost[0]} cy={ghost[1]} r={r} strokeWidth={3} strokeDasharray="2 9" />
      <line
        x1={ghost[0]}
        y1={ghost[1]}
        x2={straight[0]}
        y2={straight[1]}
        strokeWidth={4}
        strokeDasharray="1 11"
      />
      {angle.scratches.map((scratch) => {
        const [a, b] = [flip(scratch.near as Place), flip(scratch.far as Place)];
        const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
        if (long < 4 * r) return null;
        const at: Place = [a[0] + (b[0] - a[0]) * 0.7, a[1] + (b[1] - a[1]) * 0.7];
        return (
          <g key={scratch.into} data-mark="scratch-line">
            <line
              x1={a[0]}
              y1={a[1]}
              x2={b[0]}
              y2={b[1]}
              strokeWidth={2.5}
              strokeOpacity={0.7}
              strokeDasharray="14 10 1 10"
            />
            <Lettering x={at[0]} y={at[1]} size={size} halo={size * 0.5} middle>
              scratch
            </Lettering>
          </g>
        );
      })}
    </g>
  );
});

/** The end of a line that starts on the table, or where it leaves the bed. */
function onTable(table: TableView, from: Place, to: Place): Place {
  const r = radius(table, "cue");
  const sides = [
    [from[0], to[0], table.length],
    [from[1], to[1], table.width],
  ] as const;
  const shares = sides.map(([a, b, size]) =>
    b > size - r ? (size - r - a) / (b - a) : b < r ? (r - a) / (b - a) : 1,
  );
  const share = Math.max(0, Math.min(1, ...shares));
  return [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share];
}
