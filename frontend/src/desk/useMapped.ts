/** What the maps of what follows say of the shot on the desk: in place, the next ball, the proposed grade. */
import { useQuery } from "@tanstack/react-query";
import { api, take } from "../api/client";
import type { Mapped, Review, Shot } from "../api/types";
import { useQuiet } from "../parts/useQuiet";
import { useDesk } from "../rack/deskStore";
import type { RackDoc } from "../rack/rackDoc";

/** The shot on the desk: while its decision is judged first (`hidden`) without its result. */
type Looked = { number: number; shot: Shot; review: Review | undefined; hidden: boolean };

const AGAIN_AFTER = 350; // ms
/** Kinds of targets that a map judges; the others have a measure of their own. */
const BY_MAP = ["point", "window", "either"];
/** Kinds that are judged, once the shot is played, by the map of the chance to win. */
const TO_WIN = ["bank", "safe"];

/** The shots up to the one after, which says what was played next; none of its results while it is hidden. */
function content(rack: number, doc: RackDoc, here: Looked): string {
  const shots = doc.shots.slice(0, here.number + (here.hidden ? 0 : 1)).map(({ shot }, k) => ({
    ...shot,
    result: k === here.number - 1 && here.hidden ? null : shot.result,
    notes: "",
    tags: [],
    drawings: [],
  }));
  return JSON.stringify({ number: rack, breaker: doc.breaker, depth: doc.depth, shots, shot: here.number });
}

/** Asked for while the strike or the worth is looked at; once it is known it stays. */
export function useMapped(recording: number, here: Looked | null): Mapped | null {
  const doc = useDesk((s) => s.doc);
  const rack = useDesk((s) => s.number);
  const slip = useDesk((s) => s.slip);
  const plan = here?.shot.plan;
  const may =
    Boolean(plan?.ball && BY_MAP.includes(plan.target.kind)) ||
    Boolean(!here?.hidden && here?.shot.result && plan?.ball && TO_WIN.includes(plan.target.kind)) ||
    (!here?.hidden && here?.review?.leave?.known === "likeliest");
  const now = here && may ? content(rack, doc, here) : "";
  const quiet = useQuiet(now);
  const asked = useQuery({
    queryKey: ["mapped", recording, quiet],
    queryFn: async () =>
      (await take(
        api.POST("/api/recordings/{recording_id}/mapped", {
          params: { path: { recording_id: recording } },
          body: JSON.parse(quiet) as never,
        }),
      )) as unknown as Mapped,
    staleTime: Infinity,
    retry: false,
    enabled: quiet !== "" && (slip === "strike" || slip === "worth"),
    refetchInterval: (query) => (query.state.data?.stage === "waiting" ? AGAIN_AFTER : false),
  });
  return may && quiet === now ? (asked.data ?? null) : null;
}

/** The review with what the maps say. */
export function withMaps(review: Review | undefined, mapped: Mapped | null): Review | undefined {
  if (!review || mapped?.stage !== "fine") return review;
  return { ...review, leave: mapped.leave ?? review.leave, proposal: mapped.proposal ?? review.proposal };
}
