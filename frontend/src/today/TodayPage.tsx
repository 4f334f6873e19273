/** Today: what to do next, then the recordings. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { recordingsQuery, sessionQuery, todayQuery } from "../api/queries";
import { RecordingList } from "../recording/RecordingList";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";

const LABELS: Record<string, string> = {
  waits: "waits",
  habit: "habit",
  flag: "check",
  damaged: "damaged",
  start: "start",
};

export function TodayPage() {
  const today = useQuery(todayQuery);
  const recordings = useQuery(recordingsQuery(1));
  const session = useQuery(sessionQuery);
  const error = today.error ?? recordings.error ?? session.error;
  return (
    <Shell>
      <title>Today · Aretane</title>
      <div className="mx-auto w-full max-w-4xl px-4 py-6">
        <h1 className="text-2xl font-bold">Today</h1>
        <p className="quiet text-sm">
          {session.data ? `${session.data.club}, for ${session.data.member}` : ""}
        </p>
        {error && <Problem error={error} />}
        <ul className="rule mt-4 border-t">
          {today.data?.lines.map((line) => (
            <li key={line.words} className="rule border-b">
              <Link
                to={line.link}
                className="hover:bg-base-200 grid grid-cols-[4rem_1fr_auto] items-baseline gap-3 px-1 py-2.5"
              >
                <span className="quiet text-sm">{LABELS[line.kind] ?? line.kind}</span>
                <span>{line.words}</span>
                <span className="text-primary text-sm" aria-hidden="true">
                  open →
                </span>
              </Link>
            </li>
          ))}
          {today.data && today.data.uncounted > 0 && (
            <li className="quiet rule border-b px-1 py-2 text-sm" aria-live="polite">
              <span className="num">{today.data.uncounted}</span>{" "}
              {today.data.uncounted === 1 ? "rack is" : "racks are"} being counted; what they say comes in a
              moment.
            </li>
          )}
          {today.data?.lines.length === 0 && !today.data.uncounted && (
            <li className="py-3">Nothing waits: every shot has a result and every rack balances.</li>
          )}
        </ul>
        <div className="mt-8 flex items-baseline justify-between">
          <h2 className="text-lg font-bold">Recordings</h2>
          <span className="flex gap-4">
            <Link className="go" to="/import">
              Import a match file
            </Link>
            <Link className="go" to="/recordings/new">
              Make a recording
            </Link>
          </span>
        </div>
        <RecordingList recordings={recordings.data?.recordings.slice(0, 6)} />
      </div>
    </Shell>
  );
}
