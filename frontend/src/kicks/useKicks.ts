/** The counts of a kick or bank as they stand on the screen. */
import { useQuery } from "@tanstack/react-query";
import { api, take } from "../api/client";
import type { Kicks, Places } from "../api/types";

export type Kicked = {
  balls: Places;
  ball: string;
  pocket: string | null;
  rails: number;
  speed: number;
  side: number;
  height: number;
  shooter: string;
};

export function useKicks(recording: number, asked: Kicked | null): { found: Kicks | null; error: unknown } {
  const query = useQuery<Kicks>({
    queryKey: ["kicks", recording, asked],
    queryFn: async () =>
      (await take(
        api.POST("/api/recordings/{recording_id}/kicks", {
          params: { path: { recording_id: recording } },
          body: asked as never,
        }),
      )) as unknown as Kicks,
    enabled: asked !== null,
    staleTime: Infinity,
    retry: false,
    placeholderData: (before) => before,
  });
  return { found: asked ? (query.data ?? null) : null, error: query.error };
}
