/** A page about one shot: the table with a few lines under it, and beside it what is said. */
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { RecordingView } from "../api/types";
import { ScoreLine } from "../parts/ScoreLine";
import { STUDY } from "../rack/rackDoc";
import { Shell } from "./Shell";

type Props = {
  recording: RecordingView;
  rack: number;
  /** Of the browser's tab. */
  title: string;
  /** What the column beside the table holds, for those who hear the page. */
  label: string;
  table: ReactNode;
  under: ReactNode;
  /** Runs along the bottom of the page. */
  foot?: ReactNode;
  children: ReactNode;
};

export function TablePage({ recording, rack, title, label, table, under, foot, children }: Props) {
  const top = (
    <span className="flex items-center gap-3">
      {recording.match.kind === STUDY && (
        <Link className="go text-sm" to="/studies">
          Studies
        </Link>
      )}
      <Link className="hidden text-sm hover:underline md:inline" to={`/recordings/${recording.id}`}>
        {recording.match.title}
      </Link>
      {recording.match.kind !== STUDY && <ScoreLine recording={recording} current={rack} />}
    </span>
  );
  return (
    <Shell top={top}>
      <title>{`${title} · Aretane`}</title>
      <div className="flex min-h-0 flex-1 flex-col">
        <div className="flex min-h-0 flex-1 flex-col overflow-y-auto lg:flex-row lg:overflow-visible">
          <section
            aria-label="Table"
            className="flex min-w-0 flex-none flex-col px-2 pt-1 lg:min-h-0 lg:flex-1"
          >
            <div className="h-[54vw] flex-none lg:h-auto lg:min-h-0 lg:flex-1">{table}</div>
            <div className={`px-1 py-1 text-sm ${foot ? "" : "min-h-24"}`} aria-live="polite">
              {under}
            </div>
          </section>
          <aside
            aria-label={label}
            className="rule w-full flex-none px-3 pb-2 lg:w-[26rem] lg:overflow-y-auto lg:border-l"
          >
            {children}
          </aside>
        </div>
        {foot}
      </div>
    </Shell>
  );
}
