import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { recordingsQuery } from "../api/queries";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { RecordingList } from "./RecordingList";

export function RecordingsPage() {
  const recordings = useQuery(recordingsQuery);
  return (
    <Shell>
      <title>Recordings · Aretane</title>
      <div className="mx-auto w-full max-w-4xl px-4 py-6">
        <h1 className="text-2xl font-bold">Recordings</h1>
        <p className="mt-2 flex gap-4">
          <Link className="go" to="/recordings/new">Make a recording</Link>
          <Link className="go" to="/import">Import a match file</Link>
        </p>
        {recordings.error ? <Problem error={recordings.error} /> : <RecordingList recordings={recordings.data} />}
      </div>
    </Shell>
  );
}
