/** What happened, beside what was stated of it. */
import type { Call } from "../api/types";

type Stated = NonNullable<Call["mine"]>;

export function CameSlip({ call }: { call: Call }) {
  const { came, mine } = call;
  if (!mine) return null;
  if (!came)
    return (
      <p className="mt-3">
        Kept: {said(mine)}. The shot has no result yet; it is scored as soon as one is logged.
      </p>
    );
  const others = came.stated.filter((one) => one.by !== mine.by);
  return (
    <div className="mt-3" role="status">
      <p>
        <b>{came.words}.</b> {call.plan && `Meant: ${call.plan}.`}
      </p>
      <p className="mt-2">
        You said {said(mine)}: {scored(mine)}
      </p>
      {mine.off !== null && (
        <p className="text-sm">
          The cue ball ended <span className="num">{Math.round(mine.off / 10)} cm</span> from your mark.
        </p>
      )}
      {others.length > 0 && (
        <ul className="rule mt-2 border-t pt-1 text-sm">
          {others.map((one) => (
            <li key={one.by}>
              {one.by}: {said(one)}, {scored(one)}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

const said = (one: Stated): string => `a ${one.said}, ${Math.round(one.chance * 100)} %`;

/** How one chance came out: its own part of a Brier score. */
function scored(one: Stated): string {
  if (one.as_said === false)
    return `a ${one.said === "pot" ? "safety" : "pot"} was played, so it is not scored.`;
  if (one.came === null) return "it is not known whether it came off.";
  const brier = (one.chance - (one.came ? 1 : 0)) ** 2;
  return `it ${one.came ? "came off" : "did not"}, ${brier.toFixed(2)} (0 is perfect, 1 the worst).`;
}
