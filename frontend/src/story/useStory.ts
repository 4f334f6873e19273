/** A rack's story as far as it is worked out, and asking for the rest. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, take } from "../api/client";
import type { Story } from "../api/types";

const AGAIN_AFTER = 1000; // ms

export const storyKey = (recording: number, rack: number) => ["story", recording, rack];

/** `stored` changes whenever the rack is stored anew: what depends on it is then read, and worked out, again. */
export function useStory(
  recording: number,
  rack: number,
  stored: unknown,
): { story: Story | null; analyse: () => Promise<void> } {
  const queries = useQueryClient();
  const path = { recording_id: recording, number: rack };
  const asked = useQuery<Story>({
    queryKey: [...storyKey(recording, rack), stored],
    queryFn: () =>
      take<Story>(api.GET("/api/recordings/{recording_id}/racks/{number}/story", { params: { path } })),
    enabled: recording > 0 && rack > 0,
    placeholderData: (before, query) =>
      query?.queryKey[1] === recording && query.queryKey[2] === rack ? before : undefined,
    refetchInterval: (query) => (query.state.data?.wanted ? AGAIN_AFTER : false),
  });
  const analyse = async () => {
    await take(
      api.POST("/api/recordings/{recording_id}/analysis", {
        params: { path: { recording_id: recording } },
        body: { racks: [rack] },
      }),
    );
    await queries.invalidateQueries({ queryKey: storyKey(recording, rack) });
  };
  const story = asked.data ?? null;
  // A rack that was worked out once is kept so: what a change touched is asked for again.
  const stale = Boolean(
    story &&
    !asked.isPlaceholderData &&
    story.done + story.wanted > 0 &&
    story.done + story.wanted + story.failed < story.possible,
  );
  useEffect(() => {
    if (stale) void analyse().catch(() => undefined);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [stale, recording, rack, stored]);
  return { story, analyse };
}

export async function cancelAnalysis(recording: number): Promise<void> {
  await take(
    api.DELETE("/api/recordings/{recording_id}/analysis", {
      params: { path: { recording_id: recording } },
    }),
  );
}
