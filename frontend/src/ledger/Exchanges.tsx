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
        {shown.map((one, k) => (
          <li key={`${one.recording}/${one.rack}/${one.first}`}>
            <button
              type="button"
              aria-current={k === picked}
              className={`rule w-full border-t py-1 text-left text-sm ${k === picked ? "bg-base-200" : "hover:bg-base-200/60"}`}
              onClick={() => pick(k)}
            >
              <span className="flex items-center gap-2">
                <span className="num quiet">rack {one.rack}</span> <Chain one={one} />{" "}
                <span>
                  {name(one.began)} began; <span className="num">{one.shots.length}</span>{" "}
                  {one.shots.length === 1 ? "safety" : "safeties"},{" "}
                  <span className="num">{one.hooks.length}</span> hooked,{" "}
                  <span className="num">{one.fouls.length}</span> fouled
                </span>
              </span>
              <span className="quiet block">
                {one.first_open
                  ? `First open shot: ${name(one.first_open)}, shot ${one.at}`
                  : "Nobody had an open shot after it"}
                {one.won ? `; ${name(one.won)} won the rack` : "; who won the rack is not known"}.
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
