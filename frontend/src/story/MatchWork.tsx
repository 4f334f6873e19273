/** How far the chances of a whole recording are worked out: ask for the rest, or stop. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, take } from "../api/client";
import type { RackProgress } from "../api/types";
import { Problem } from "../shell/Problem";
import { Stop } from "../shell/Stop";
import { cancelAnalysis } from "./useStory";

const AGAIN_AFTER = 1000; // ms

export function useWork(recording: number): RackProgress[] {
  const asked = useQuery({
    queryKey: ["analysis", recording],
    queryFn: async () =>
      (
        await take<{ racks: RackProgress[] }>(
          api.GET("/api/recordings/{recording_id}/analysis", {
            params: { path: { recording_id: recording } },
          }),
        )
      ).racks,
    refetchInterval: (query) => (query.state.data?.some((rack) => rack.wanted > 0) ? AGAIN_AFTER : false),
  });
  return asked.data ?? [];
}

export function MatchWork({ recording }: { recording: number }) {
  const racks = useWork(recording);
  const queries = useQueryClient();
  const [error, setError] = useState<unknown>(null);
  const sum = (of: (rack: RackProgress) => number) => racks.reduce((all, rack) => all + of(rack), 0);
  const [possible, wanted, done] = [sum((r) => r.possible), sum((r) => r.wanted), sum((r) => r.done)];
  const tell = (work: Promise<unknown>) =>
    void work
      .then(() => setError(null), setError)
      .then(() => queries.invalidateQueries({ queryKey: ["analysis", recording] }));
  const ask = () =>
    take(
      api.POST("/api/recordings/{recording_id}/analysis", {
        params: { path: { recording_id: recording } },
        body: { racks: null },
      }),
    );
  if (!possible) return null;
  return (
    <div className="mt-3 text-sm">
      {error ? <Problem error={error} /> : null}
      {wanted > 0 ? (
        <p role="status">
          <progress
            className="progress progress-primary mr-2 w-40 align-middle"
            value={done}
            max={possible}
          />
          Chances to run out: <span className="num">{done}</span> of <span className="num">{possible}</span>{" "}
          shots worked out <Stop stop={() => cancelAnalysis(recording)} tell={tell} />
        </p>
      ) : done < possible ? (
        <p>
          <button type="button" className="text-primary underline" onClick={() => tell(ask())}>
            Work out the chances to run out
          </button>
          <span className="quiet">
            : <span className="num">{possible - done}</span> shots to go; the work goes on while you do
            something else
          </span>
        </p>
      ) : (
        <p className="quiet">
          The chances to run out are worked out for all <span className="num">{possible}</span> shots that
          have one.
        </p>
      )}
    </div>
  );
}
