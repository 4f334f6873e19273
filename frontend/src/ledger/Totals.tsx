/** What each player's decisions came to, in racks or games over the match, by kind of fault. */
import type { Ledger, LedgerTotal, Words } from "../api/types";
import { stakes } from "../words/stake";

/** Decisions under which the tool says that they prove little. */
const FEW = 30;

export function Totals({ ledger, words }: { ledger: Ledger; words: Words }) {
  if (!ledger.totals.length) return null;
  const most = Math.max(0.25, ...ledger.totals.flatMap((total) => total.faults.map((fault) => fault.cost)));
  return (
    <section aria-label="What the choices cost" className="mt-1">
      {ledger.totals.map((total) => (
        <Player
          key={total.player.id}
          one={total}
          unit={stakes(Object.values(ledger.disciplines))}
          words={words}
          most={most}
        />
      ))}
    </section>
  );
}

function Player({
  one,
  unit,
  words,
  most,
}: {
  one: LedgerTotal;
  unit: string;
  words: Words;
  most: number;
}) {
  return (
    <div className="mt-1 text-sm" data-testid="total">
      <p>
        <b>{one.player.name}</b> gave away{" "}
        <b className="num" style={{ color: one.cost > 0 ? "var(--loss)" : "inherit" }}>
          {one.cost.toFixed(2)}
        </b>{" "}
        <span className="num quiet">±{one.error.toFixed(2)}</span> {unit} in{" "}
        <span className="num">{one.wrong}</span> of <span className="num">{one.decisions}</span> decisions
        <span className="quiet">
          ; <span className="num">{one.right}</span> right, <span className="num">{one.close}</span> too
          close to call
        </span>
      </p>
      {one.faults.map((fault) => (
        <p key={fault.code} className="flex items-center gap-2">
          <span className="w-44 text-right">{words.choice_faults[fault.code] ?? fault.code}</span>
          <svg viewBox="0 0 100 8" preserveAspectRatio="none" className="h-2 w-28" aria-hidden="true">
            <path d={`M0,4 H${(100 * fault.cost) / most}`} stroke="var(--loss)" strokeWidth={6} />
          </svg>
          <span className="num">{fault.cost.toFixed(2)}</span>
          <span className="quiet">
            <span className="num">{fault.n}</span> ×
          </span>
        </p>
      ))}
      {one.decisions < FEW && <p className="quiet">So few decisions prove nothing about a habit.</p>}
    </div>
  );
}
