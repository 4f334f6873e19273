/** How far the decisions are worked out: ask for the rest, or stop. */
import { useState } from "react";
import type { Ledger } from "../api/types";
import { AtWork } from "../shell/AtWork";
import { Problem } from "../shell/Problem";
import { Stop } from "../shell/Stop";

type Props = { ledger: Ledger; workOut: () => Promise<unknown>; stop: () => Promise<unknown> };

export function WorkOut({ ledger, workOut, stop }: Props) {
  const [error, setError] = useState<unknown>(null);
  const tell = (work: Promise<unknown>) => void work.then(() => setError(null), setError);
  const { possible, wanted, done, failed, left_out: out } = ledger;
  if (ledger.working)
    return <AtWork what="recordings read" working={ledger.working} stop={() => tell(stop())} />;
  if (!possible) return <p className="quiet text-sm">Nothing to work out: {ledger.reason}.</p>;
  return (
    <div className="text-sm">
      {error ? <Problem error={error} /> : null}
      {wanted > 0 ? (
        <p role="status">
          <progress
            className="progress progress-primary mr-2 w-32 align-middle"
            value={done}
            max={possible}
          />
          <span className="num">{done}</span> of <span className="num">{possible}</span> decisions worked
          out <Stop stop={stop} tell={tell} />
        </p>
      ) : done < possible ? (
        <p>
          <button type="button" className="text-primary underline" onClick={() => tell(workOut())}>
            Work out {done || failed ? "the rest of " : ""}the decisions
          </button>
          <span className="quiet">
            : <span className="num">{possible - done}</span> to go, some ten seconds each; the work goes on
            while you do something else
          </span>
          {failed > 0 && (
            <span className="quiet">
              ; <span className="num">{failed}</span> could not be worked out
            </span>
          )}
        </p>
      ) : null}
      {out > 0 && (
        <p className="quiet">
          <span className="num">{out}</span> {out === 1 ? "rack is" : "racks are"} left out: logged as key
          moments, and chosen shots prove nothing.
        </p>
      )}
    </div>
  );
}
