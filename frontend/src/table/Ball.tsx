/** One ball at its true size, numbered, so that it reads without colour. */
import type { Place, TableView } from "../api/types";
import { ballColour, ballMark, isRinged, isStripe } from "./colours";
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
    return (
      <circle
        cx={x}
        cy={y}
        r={r - 2}
        fill="none"
        stroke="var(--table-ink)"
        strokeOpacity={0.55}
        strokeWidth={4}
      />
    );
  return (
    <g>
      {chosen && <circle cx={x} cy={y} r={r + 15} fill="none" stroke="var(--mark-line)" strokeWidth={6} />}
      <BallFace ball={ball} x={x} y={y} r={r} edge={small ? 6 : 3} numbered={!small} />
    </g>
  );
}

type Face = { ball: string; x: number; y: number; r: number; edge: number; numbered: boolean };

/** The face of a ball, on the table and in the tray alike. */
export function BallFace({ ball, x, y, r, edge, numbered }: Face) {
  const colour = ballColour(ball);
  const [w, h] = [r * 0.785, r * 0.62];
  return (
    <>
      <circle
        cx={x}
        cy={y}
        r={r}
        fill={isStripe(ball) ? "#fbf8ef" : colour}
        stroke="#14161a"
        strokeWidth={edge}
      />
      {isStripe(ball) && (
        <path
          d={`M${x - w},${y - h} A${r},${r} 0 0 0 ${x - w},${y + h} L${x + w},${y + h} A${r},${r} 0 0 0 ${x + w},${y - h} Z`}
          fill={colour}
        />
      )}
      {ball === "cue" && <circle cx={x} cy={y} r={r * 0.16} fill="#a33" />}
      {isRinged(ball) && (
        <circle cx={x} cy={y} r={r * 0.45} fill="none" stroke="#14161a" strokeWidth={r * 0.14} />
      )}
      {numbered && ballMark(ball) && (
        <>
          <circle cx={x} cy={y} r={r * (isStripe(ball) ? 0.54 : 0.66)} fill="#fbf8ef" />
          <text
            x={x}
            y={y}
            dy="0.36em"
            textAnchor="middle"
            fontSize={r * (isStripe(ball) ? 1 : 1.12)}
            fontWeight={700}
            fontFamily="var(--font-sans)"
            fill="#14161a"
          >
            {ballMark(ball)}
          </text>
        </>
      )}
    </>
  );
}
