/** How far a count over many recordings is, how long it will take, and the way to stop it. */
import type { Working } from "../api/types";

type Props = { what: string; working: Working; stop: (() => void) | null };

export function AtWork({ what, working, stop }: Props) {
  const { done, of, seconds_left: left, before } = working;
  if (!stop) return null;
  return (
    <p role="status" className="mt-3 text-sm">
      <progress
        className="progress progress-primary mr-2 w-40 align-middle"
        value={done}
        max={Math.max(of, 1)}
      />
      <span className="num">{done}</span> of <span className="num">{of}</span> {what}
      {before > 0 ? (
        <span className="quiet">; another count goes first</span>
      ) : left != null ? (
        <span className="quiet">, about {inWords(left)} to go</span>
      ) : null}{" "}
      <button type="button" className="text-primary underline" onClick={stop}>
        stop
      </button>
    </p>
  );
}

const inWords = (seconds: number) =>
  seconds < 90 ? `${Math.max(1, Math.round(seconds))} s` : `${Math.round(seconds / 60)} min`;
