/** One ball at its true size, numbered, so that it reads without colour. */
import type { Place, TableView } from "../api/types";
import { ballColour, isStripe } from "./colours";
import { radius } from "./geometry";

type Props = {
  table: TableView;
  ball: string;
  at: Place;
  faint?: boolean;
  chosen?: boolean;
  small?: boolean;
};

export function Ball({ table, ball, at, faint = false, chosen = false, small = false }: Props) {
  const r = radius(table, ball);
  const x = at[0];
  const y = table.width - at[1];
  if (faint)
    return <circle cx={x} cy={y} r={r - 2} fill="none" stroke="var(--table-ink)" strokeOpacity={0.55} strokeWidth={4} />;
  const colour = ballColour(ball);
  return (
    <g>
      {chosen && <circle cx={x} cy={y} r={r + 15} fill="none" stroke="var(--mark-line)" strokeWidth={6} />}
      <circle cx={x} cy={y} r={r} fill={isStripe(ball) ? "#fbf8ef" : colour} stroke="#14161a" strokeWidth={small ? 6 : 3} />
      {isStripe(ball) && (
        <path
          d={`M${x - r * 0.93},${y - r * 0.36} A${r},${r} 0 0 1 ${x + r * 0.93},${y - r * 0.36} L${x + r * 0.93},${y + r * 0.36} A${r},${r} 0 0 1 ${x - r * 0.93},${y + r * 0.36} Z`}
          fill={colour}
        />
      )}
      {ball === "cue" ? (
        <circle cx={x} cy={y} r={4.5} fill="#a33" />
      ) : (
        !small && (
          <>
            <circle cx={x} cy={y} r={r * 0.66} fill="#fbf8ef" />
            <text
              x={x} y={y} dy="0.36em" textAnchor="middle" fontSize={r * 1.12} fontWeight={700}
              fontFamily="var(--font-sans)" fill="#14161a"
            >
              {ball}
            </text>
          </>
        )
      )}
    </g>
  );
}
