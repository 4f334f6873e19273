/** A reliability plot: what was stated against what came, a band of a tenth each. */
import { scaleLinear, scaleSqrt } from "d3-scale";
import type { Score } from "../api/types";

const SIDE = 220;
const EDGE = { left: 34, bottom: 30, top: 8, right: 8 };
const x = scaleLinear([0, 1], [EDGE.left, SIDE - EDGE.right]);
const y = scaleLinear([0, 1], [SIDE - EDGE.bottom, EDGE.top]);
const TICKS = [0, 0.25, 0.5, 0.75, 1];

export function Reliability({ score, of }: { score: Score; of: string }) {
  const most = Math.max(...score.bands.map((band) => band.came.n));
  const r = scaleSqrt([0, most], [1.5, 7]);
  return (
    <svg
      viewBox={`0 0 ${SIDE} ${SIDE}`}
      className="block w-full max-w-72"
      role="img"
      aria-label={`${of}: ${score.bands.map((b) => `stated ${pct(b.stated)}, came ${pct(b.came.value ?? 0)} of ${b.came.n}`).join("; ")}`}
    >
      {TICKS.map((tick) => (
        <g key={tick} stroke="currentColor" strokeOpacity={0.2}>
          <line x1={x(0)} x2={x(1)} y1={y(tick)} y2={y(tick)} />
          <line x1={x(tick)} x2={x(tick)} y1={y(0)} y2={y(1)} />
        </g>
      ))}
      <line
        x1={x(0)}
        x2={x(1)}
        y1={y(0)}
        y2={y(1)}
        stroke="currentColor"
        strokeDasharray="2 3"
        strokeWidth={1}
      />
      {TICKS.map((tick) => (
        <g key={tick} className="num" fill="currentColor" style={{ fontSize: 9 }}>
          <text x={x(tick)} y={SIDE - EDGE.bottom + 11} textAnchor="middle">
            {tick * 100}
          </text>
          <text x={EDGE.left - 4} y={y(tick) + 3} textAnchor="end">
            {tick * 100}
          </text>
        </g>
      ))}
      <g fill="currentColor" style={{ fontSize: 10 }}>
        <text x={x(0.5)} y={SIDE - 5} textAnchor="middle">
          stated, %
        </text>
        <text transform={`translate(9 ${y(0.5)}) rotate(-90)`} textAnchor="middle">
          came, %
        </text>
      </g>
      {score.bands.map(({ stated, came }) => (
        <g key={stated}>
          {came.low !== null && came.high !== null && (
            <line
              x1={x(stated)}
              x2={x(stated)}
              y1={y(came.low)}
              y2={y(came.high)}
              stroke="var(--color-primary)"
              strokeOpacity={0.55}
              strokeWidth={2.5}
            />
          )}
          <circle cx={x(stated)} cy={y(came.value ?? 0)} r={r(came.n)} fill="var(--color-primary)">
            <title>
              stated {pct(stated)}, came {came.k} of {came.n}
            </title>
          </circle>
        </g>
      ))}
    </svg>
  );
}

const pct = (share: number): string => `${Math.round(share * 100)} %`;

/** What the parts of the score say, in words. */
export function ScoreParts({ score }: { score: Score }) {
  const { brier } = score;
  return (
    <dl className="grid grid-cols-[1fr_auto] gap-x-3 text-sm">
      <dt>
        Brier score <span className="quiet">0 perfect, 0.25 a coin</span>
      </dt>
      <dd className="num text-right">
        <b>{fine(brier.value ?? 0)}</b>{" "}
        {brier.low !== null && brier.high !== null && (
          <span className="quiet text-xs">
            {fine(brier.low)} to {fine(brier.high)}
          </span>
        )}
      </dd>
      <dt className="quiet pl-3">off what came in each band</dt>
      <dd className="num text-right">+{fine(score.reliability)}</dd>
      <dt className="quiet pl-3">told easy from hard</dt>
      <dd className="num text-right">−{fine(score.resolution)}</dd>
      <dt className="quiet pl-3">what nobody could know</dt>
      <dd className="num text-right">+{fine(score.uncertainty)}</dd>
      <dt className="quiet pl-3">inside the bands</dt>
      <dd className="num text-right">{signed3(score.within)}</dd>
      <dt>Promised more (+) or less (−) than came</dt>
      <dd className="num text-right">{`${score.bias < 0 ? "−" : "+"}${Math.abs(score.bias * 100).toFixed(1)} points`}</dd>
    </dl>
  );
}

export const fine = (value: number): string => value.toFixed(3);
export const signed3 = (value: number): string => `${value < 0 ? "−" : "+"}${Math.abs(value).toFixed(3)}`;
