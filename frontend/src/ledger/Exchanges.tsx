/** Exchanges of safeties as chains: a knot for each, hooks ringed, fouls crossed, and who came out of it with the first open shot. */
import type { LedgerExchange } from "../api/types";

type Props = {
  shown: LedgerExchange[];
  name: (player: string) => string;
  picked: number;
  pick: (k: number) => void;
};

export function Exchanges({ shown, name, picked, pick }: Props) {
  if (!shown.length)
    return <p className="quiet py-2 text-sm">No safety is logged here, so there was no exchange.</p>;
  return (
    <>
      <p className="quiet text-xs">● a safety, ◯ round it where it hooked, × a foul, ○ a shot in between</p>
      <ol data-testid="exchanges">
        {shown.map((exchange, k) => (
          <li key={`${exchange.recording}/${exchange.rack}/${exchange.first}`}>
            <button
              type="button"
              aria-current={k === picked}
              className={`rule w-full border-t py-1 text-left text-sm ${k === picked ? "bg-base-200" : "hover:bg-base-200/60"}`}
              onClick={() => pick(k)}
            >
              <span className="flex items-center gap-2">
                <span className="num quiet">rack {exchange.rack}</span> <Chain one={exchange} />{" "}
                <span>
                  {name(exchange.began)} began; <span className="num">{exchange.shots.length}</span>{" "}
                  {exchange.shots.length === 1 ? "safety" : "safeties"},{" "}
                  <span className="num">{exchange.hooks.length}</span> hooked,{" "}
                  <span className="num">{exchange.fouls.length}</span> fouled
                </span>
              </span>
              <span className="quiet block">
                {exchange.first_open
                  ? `First open shot: ${name(exchange.first_open)}, shot ${exchange.at}`
                  : "Nobody had an open shot after it"}
                {exchange.won ? `; ${name(exchange.won)} won the rack` : "; who won the rack is not known"}.
              </span>
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}

const STEP = 18;

function Chain({ one }: { one: LedgerExchange }) {
  const shots = Array.from({ length: one.last - one.first + 1 }, (_, k) => one.first + k);
  return (
    <svg
      width={shots.length * STEP}
      height={18}
      className="flex-none"
      aria-hidden="true"
      stroke="var(--color-base-content)"
      fill="none"
    >
      <path d={`M${STEP / 2},9 H${shots.length * STEP - STEP / 2}`} strokeWidth={1.2} />
      {shots.map((shot, k) => {
        const x = k * STEP + STEP / 2;
        const safe = one.shots.includes(shot);
        return (
          <g key={shot}>
            <circle
              cx={x}
              cy={9}
              r={3.6}
              fill={safe ? "var(--color-base-content)" : "var(--color-base-100)"}
              strokeWidth={1.2}
            />
            {one.hooks.includes(shot) && <circle cx={x} cy={9} r={7} strokeWidth={1.4} />}
            {one.fouls.includes(shot) && (
              <path d={`M${x - 6},3 l12,12 M${x - 6},15 l12,-12`} stroke="var(--loss)" strokeWidth={2} />
            )}
          </g>
        );
      })}
    </svg>
  );
}
