/** The maps of the position on the desk: asked for as the shot stands, again until they are fine. */
import { useQuery } from "@tanstack/react-query";
import { api, take } from "../api/client";
import type { Outlook } from "../api/types";
import { useQuiet } from "../desk/striking";
import type { RackDoc } from "../desk/rackDoc";

const AGAIN_AFTER = 350; // ms

/** What the maps depend on: the shots so far, this one without its result and verdicts. */
function content(rack: number, doc: RackDoc, shot: number): string {
  const shots = doc.shots.slice(0, shot).map(({ shot: one }, k) => ({
    ...one,
    result: k === shot - 1 ? null : one.result,
    notes: "", tags: [], drawings: [],
  }));
  return JSON.stringify({ number: rack, breaker: doc.breaker, depth: doc.depth, shots, shot });
}

export function useOutlook(recording: number, rack: number, doc: RackDoc, shot: number, wanted: boolean): Outlook | null {
  const quiet = useQuiet(wanted ? content(rack, doc, shot) : "");
  const asked = useQuery<Outlook>({
    queryKey: ["outlook", recording, quiet],
    queryFn: async () =>
      (await take(api.POST("/api/recordings/{recording_id}/outlook", { params: { path: { recording_id: recording } }, body: JSON.parse(quiet) as never }))) as unknown as Outlook,
    staleTime: Infinity,
    retry: false,
    enabled: wanted && quiet !== "",
    refetchInterval: (query) => (["waiting", "rough"].includes(query.state.data?.stage ?? "") ? AGAIN_AFTER : false),
  });
  return wanted ? (asked.data ?? null) : null;
}
