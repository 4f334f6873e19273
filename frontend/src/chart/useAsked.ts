/** What is asked of the position on the desk: as the shot stands, again until it is fine. */
import { useQuery } from "@tanstack/react-query";
import { api, take } from "../api/client";
import type { Choices, Outlook, Reading, Routes, Winning } from "../api/types";
import { useQuiet } from "../parts/useQuiet";
import type { RackDoc } from "../rack/rackDoc";

const AGAIN_AFTER = 350; // ms

/** What the answers depend on: the shots so far; of this one the result only where `ended`. */
export function content(rack: number, doc: RackDoc, shot: number, beside: object, ended = false): string {
  const shots = doc.shots.slice(0, shot).map(({ shot: one }, k) => ({
    ...one,
    result: k === shot - 1 && !ended ? null : one.result,
    notes: "",
    tags: [],
    drawings: [],
  }));
  return JSON.stringify({ number: rack, breaker: doc.breaker, depth: doc.depth, shots, shot, ...beside });
}

type Body = { params: { path: { recording_id: number } }; body: never };
const ASK = {
  outlook: (body: Body) => take(api.POST("/api/recordings/{recording_id}/outlook", body)),
  routes: (body: Body) => take(api.POST("/api/recordings/{recording_id}/routes", body)),
  reading: (body: Body) => take(api.POST("/api/recordings/{recording_id}/reading", body)),
  winning: (body: Body) => take(api.POST("/api/recordings/{recording_id}/winning", body)),
  choices: (body: Body) => take(api.POST("/api/recordings/{recording_id}/choices", body)),
};
type Answers = {
  outlook: Outlook;
  routes: Routes;
  reading: Reading;
  winning: Winning;
  choices: Choices;
};

/** Whether an answer is on its way. */
function unfinished(what: keyof Answers, answer: Answers[keyof Answers] | undefined): boolean {
  if (!answer) return false;
  if (what === "reading" && (answer as Reading).nudge_waits) return true;
  return (
    ["waiting", "rough"].includes(answer.stage) || (what === "outlook" && (answer as Outlook).own_waits)
  );
}

/** What the answer is so far, without the reason why there is none. */
export function useAsked<W extends keyof Answers>(
  ...asked: Parameters<typeof useAnswer<W>>
): Answers[W] | null {
  return useAnswer(...asked).answer;
}

/** The answer so far, and why there is none any more. `beside`: what else is asked, added to the body. */
export function useAnswer<W extends keyof Answers>(
  what: W,
  recording: number,
  rack: number,
  doc: RackDoc,
  shot: number,
  wanted: boolean,
  beside: object = {},
): { answer: Answers[W] | null; trouble: string } {
  const ended = what === "choices"; // what a safety left says how it was struck
  const quiet = useQuiet(wanted ? content(rack, doc, shot, beside, ended) : "");
  const asked = useQuery<Answers[W]>({
    queryKey: [what, recording, quiet],
    queryFn: async () =>
      (await ASK[what]({
        params: { path: { recording_id: recording } },
        body: JSON.parse(quiet) as never,
      })) as unknown as Answers[W],
    staleTime: Infinity,
    retry: false,
    enabled: wanted && quiet !== "",
    refetchInterval: (query) => (unfinished(what, query.state.data) ? AGAIN_AFTER : false),
  });
  return { answer: wanted ? (asked.data ?? null) : null, trouble: asked.error?.message ?? "" };
}
