/** Rungs: percentages as ticks with their intervals on one shared axis, and the shots behind them. */
import { useState } from "react";
import type { Compare, Interval, Numbers, Rung } from "../api/types";
import { length, percent, type Units } from "../units/units";
import { around, limitFor, share, signed } from "./axis";
import { ShotsBehind } from "./ShotsBehind";

export const COLUMNS = "grid grid-cols-[1fr_auto] gap-x-3 sm:grid-cols-[11rem_1fr_10.5rem]";
/** The drawn part: between words and figures, or under both on a phone. */
export const DRAWN = "order-3 col-span-2 mb-2 block sm:order-none sm:col-span-1 sm:mb-0";

export function Axis({ names }: { names: string[] }) {
  return (
    <div className={`${COLUMNS} text-xs`}>
      <span className="self-end">
        {names.map((name, i) => (
          <span key={name} className="block">
            <Tick second={i === 1} /> {name}
          </span>
        ))}
      </span>
      <span className={`num quiet relative h-4 self-end ${DRAWN}`}>
        {[0, 25, 50, 75, 100].map((v) => (
          <span key={v} className="absolute -translate-x-1/2 whitespace-nowrap" style={{ left: `${v}%` }}>
            {v}
            {v === 100 ? " %" : ""}
          </span>
        ))}
      </span>
      <span />
    </div>
  );
}

export const Tick = ({ second }: { second: boolean }) => (
  <svg viewBox="-6 -6 12 12" className="inline h-3 w-3" aria-hidden="true">
    {second ? (
      <circle r={4} fill="none" stroke="currentColor" strokeWidth={2} />
    ) : (
      <circle r={4.5} fill="currentColor" />
    )}
  </svg>
);

export function Group({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="rule mt-3 border-t pt-1">
      <h2 className="font-bold">{title}</h2>
      {children}
    </section>
  );
}

type Gap = Compare["differences"][number];
type RowProps = {
  label: string;
  rungs: Rung[];
  of: Of;
  gap?: Gap | undefined;
  fine?: boolean;
  expected?: Interval[];
};

/** Whose rungs stand in a row, and whether they are a mean. */
export type Of = { players: Numbers[]; units: Units; mean?: boolean };

/** A row that opens to the shots behind its rungs. */
function Folding({ rungs, of, children }: { rungs: Rung[]; of: Of; children: React.ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <div>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className={`${COLUMNS} hover:bg-base-200 w-full items-start py-0.5 text-left`}
      >
        {children}
      </button>
      {open && (
        <ShotsBehind
          measure={{ form: of.mean ? "mean" : "share", unit: of.mean ? "m" : "" }}
          players={of.players.map((n) => n.player)}
          questions={rungs.map((rung) => rung.asked)}
          names={of.players.map((n) => n.player.name)}
          units={of.units}
        />
      )}
    </div>
  );
}

export function RungRow({ label, rungs, of, gap, fine = false, expected }: RowProps) {
  const names = of.players.map((n) => n.player.name);
  return (
    <Folding rungs={rungs} of={of}>
      <span className={fine ? "quiet pl-4 text-sm" : "text-sm"}>{label}</span>
      <span className={DRAWN}>
        {rungs.map((rung, i) => (
          <Bar
            key={i}
            interval={rung.interval}
            second={i === 1}
            expected={expected?.[i]}
            name={names[i] ?? ""}
            label={label}
          />
        ))}
      </span>
      <span className="num text-right text-xs leading-4">
        {rungs.map((rung, i) => (
          <span key={i} className="block">
            {rung.interval.value === null ? (
              <span className="quiet">none yet</span>
            ) : (
              <>
                {percent(rung.interval.value)}{" "}
                <span className="quiet">
                  {rung.interval.k} of {rung.interval.n}
                </span>
              </>
            )}
          </span>
        ))}
        {gap && <GapWords gap={gap} />}
      </span>
    </Folding>
  );
}

export function GapWords({ gap }: { gap: Gap }) {
  if (gap.value === null || gap.low === null || gap.high === null) return null;
  const range = `${signed(share(gap.low))} to ${signed(share(gap.high))}`;
  return (
    <span
      className="block"
      style={{ color: gap.too_close ? undefined : gap.value > 0 ? "var(--gain)" : "var(--loss)" }}
    >
      {signed(share(gap.value))} ({range})
      {gap.too_close && <span className="quiet block font-sans">too close to call</span>}
    </span>
  );
}

export function Bar({
  interval,
  second,
  expected,
  name,
  label,
}: {
  interval: Interval;
  second: boolean;
  expected?: Interval | undefined;
  name: string;
  label: string;
}) {
  const { value, low, high } = interval;
  const said =
    value === null || low === null || high === null
      ? `${name}, ${label}: none yet`
      : `${name}, ${label}: ${percent(value)}, 95 % interval ${percent(low)} to ${percent(high)}`;
  return (
    <svg className="block h-4 w-full overflow-visible" role="img" aria-label={said}>
      <line x1="0" x2="100%" y1="8" y2="8" stroke="currentColor" strokeOpacity={0.18} />
      {low !== null && high !== null && (
        <line
          x1={`${share(low)}%`}
          x2={`${share(high)}%`}
          y1="8"
          y2="8"
          stroke="currentColor"
          strokeWidth={second ? 2 : 4}
          strokeOpacity={second ? 0.9 : 0.55}
        />
      )}
      {expected?.value !== null && expected?.value !== undefined && (
        <line
          x1={`${share(expected.value)}%`}
          x2={`${share(expected.value)}%`}
          y1="1"
          y2="15"
          stroke="currentColor"
          strokeWidth={1.5}
          strokeDasharray="1.5 2.5"
        >
          <title>expected under the model: {percent(expected.value)}</title>
        </line>
      )}
      {value !== null &&
        (second ? (
          <circle
            cx={`${share(value)}%`}
            cy="8"
            r="4.5"
            fill="var(--color-base-100)"
            stroke="currentColor"
            strokeWidth={2}
          />
        ) : (
          <circle cx={`${share(value)}%`} cy="8" r="5" fill="currentColor" />
        ))}
    </svg>
  );
}

/** A mean with its interval on an axis from -limit to limit. */
export function MeanBar({
  interval,
  limit,
  second,
  said,
}: {
  interval: Interval;
  limit: number;
  second: boolean;
  said: string;
}) {
  const { value, low, high } = interval;
  const at = (x: number) => `${around(x, limit)}%`;
  return (
    <svg className="block h-4 w-full overflow-visible" role="img" aria-label={said}>
      <line x1="0" x2="100%" y1="8" y2="8" stroke="currentColor" strokeOpacity={0.18} />
      <line x1="50%" x2="50%" y1="0" y2="16" stroke="currentColor" strokeOpacity={0.5} />
      {low !== null && high !== null && (
        <line
          x1={at(low)}
          x2={at(high)}
          y1="8"
          y2="8"
          stroke="currentColor"
          strokeWidth={second ? 2 : 4}
          strokeOpacity={second ? 0.9 : 0.55}
        />
      )}
      {value !== null && (
        <circle
          cx={at(value)}
          cy="8"
          r="4.5"
          fill={second ? "var(--color-base-100)" : "currentColor"}
          stroke="currentColor"
          strokeWidth={second ? 2 : 0}
        />
      )}
    </svg>
  );
}

export function BiasRow({ players, units }: Of) {
  const ends = players.flatMap((n) => [n.along.interval.low ?? 0, n.along.interval.high ?? 0]);
  const limit = limitFor(ends);
  return (
    <Folding rungs={players.map((n) => n.along)} of={{ players, units, mean: true }}>
      <span className="text-sm">Mean miss along</span>
      <span className={DRAWN}>
        <span className="num quiet flex justify-between text-xs">
          <span>{length(limit, units)} short</span>
          <span>0</span>
          <span>{length(limit, units)} long</span>
        </span>
        {players.map((n, i) => {
          const { value } = n.along.interval;
          const way =
            value === null
              ? "not known"
              : `${length(Math.abs(value), units)} ${value < 0 ? "short" : "long"}`;
          return (
            <MeanBar
              key={i}
              interval={n.along.interval}
              limit={limit}
              second={i === 1}
              said={`${n.player.name}: mean miss along the arrival ${way}`}
            />
          );
        })}
      </span>
      <span className="num text-right text-xs leading-4">
        {players.map((n) => {
          const { value, low, high, n: count } = n.along.interval;
          if (value === null)
            return (
              <span key={n.player.id} className="quiet block">
                none yet
              </span>
            );
          const settled = low !== null && high !== null && (low > 0 || high < 0);
          return (
            <span key={n.player.id} className="block">
              {length(Math.abs(value), units)} {value < 0 ? "short" : "long"}{" "}
              <span className="quiet">n {count}</span>
              {!settled && <span className="quiet block font-sans">too close to call</span>}
            </span>
          );
        })}
      </span>
    </Folding>
  );
}
