/** The ledger of choices as far as it is worked out; asking for the rest, and taking it back. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { api, take } from "../api/client";
import type { Ledger } from "../api/types";

const AGAIN_AFTER = 1500; // ms
const SOON = 700;

/** A recording's decisions, a player's, or that player's in it. */
export type Whose = { recording?: number; player?: number };

export function useLedger(whose: Whose) {
  const queries = useQueryClient();
  const key = ["ledger", whose.recording ?? 0, whose.player ?? 0];
  const asked = useQuery<Ledger>({
    queryKey: key,
    queryFn: async () =>
      (await take(api.GET("/api/ledger", { params: { query: whose } }))) as unknown as Ledger,
    refetchInterval: (query) =>
      query.state.data?.working ? SOON : query.state.data?.wanted ? AGAIN_AFTER : false,
  });
  const keep = (found: unknown) => queries.setQueryData(key, found);
  return {
    ledger: asked.data ?? null,
    error: asked.error,
    workOut: async () => {
      const body = { recording: whose.recording ?? null, player: whose.player ?? null };
      let found = (await take(api.POST("/api/ledger", { body }))) as unknown as Ledger;
      while (found.working) {
        // what there is to work out is being counted
        keep(found);
        await new Promise((done) => setTimeout(done, SOON));
        found = (await take(api.POST("/api/ledger", { body }))) as unknown as Ledger;
      }
      keep(found);
    },
    stop: async () => keep(await take(api.DELETE("/api/ledger", { params: { query: whose } }))),
  };
}
