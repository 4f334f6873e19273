import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { recordingsQuery } from "../api/queries";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { RecordingList } from "./RecordingList";

export function RecordingsPage() {
  const page = Math.max(1, Number(useSearchParams()[0].get("page")) || 1);
  const recordings = useQuery(recordingsQuery(page));
  const { pages, total } = recordings.data ?? { pages: 1, total: 0 };
  return (
    <Shell>
      <title>Recordings · Aretane</title>
      <div className="mx-auto w-full max-w-4xl px-4 py-6">
        <h1 className="text-2xl font-bold">Recordings</h1>
        <p className="mt-2 flex flex-wrap items-baseline gap-4">
          <Link className="go" to="/recordings/new">
            Make a recording
          </Link>
          <Link className="go" to="/import">
            Import a match file
          </Link>
          {pages > 1 && <Pages page={page} pages={pages} total={total} />}
        </p>
        {recordings.error ? (
          <Problem error={recordings.error} />
        ) : (
          <RecordingList recordings={recordings.data?.recordings} />
        )}
        {pages > 1 && (
          <p className="mt-3 flex">
            <Pages page={page} pages={pages} total={total} />
          </p>
        )}
      </div>
    </Shell>
  );
}

/** Which page this is, and the ways to the ones beside it. */
function Pages({ page, pages, total }: { page: number; pages: number; total: number }) {
  return (
    <span className="quiet ml-auto flex gap-3 text-sm">
      {page > 1 && (
        <Link className="go" to={`/recordings?page=${page - 1}`}>
          newer
        </Link>
      )}
      <span>
        page <span className="num">{page}</span> of <span className="num">{pages}</span>,{" "}
        <span className="num">{total}</span> recordings
      </span>
      {page < pages && (
        <Link className="go" to={`/recordings?page=${page + 1}`}>
          older
        </Link>
      )}
    </span>
  );
}
