/** What the planned strike comes to, and how a logged shot was probably struck: asked as the shot stands. */
import { useQuery } from "@tanstack/react-query";
import { api, take } from "../api/client";
import { useQuiet } from "../parts/useQuiet";
import type { Finding, Forecast, Places, Shot } from "../api/types";

/** Only what the answer depends on, so that a note or a grade does not ask again. */
function content(before: Places, shot: Shot | undefined, withResult: boolean): string {
  if (!shot) return "";
  const plan = {
    ...shot.plan,
    reason: null,
    intent: null,
    better_error: null,
  };
  const asked = { before, shot: { shooter: shot.shooter, plan, result: withResult ? shot.result : null } };
  return JSON.stringify(asked);
}

type Answer<T> = { data: T | undefined; waiting: boolean };
type Door = "/api/recordings/{recording_id}/forecast" | "/api/recordings/{recording_id}/strikes";

/** `id` names the shot: what was answered for another one is never shown for this one. */
function useAsked<T>(door: Door, recording: number, id: string, now: string, wanted: boolean): Answer<T> {
  const quiet = useQuiet(`${id}\n${now}`);
  const [shot, text] = quiet.split("\n") as [string, string];
  const asked = useQuery<Forecast | Finding>({
    queryKey: [door, recording, shot, text],
    queryFn: async () =>
      (await take(
        api.POST(door, { params: { path: { recording_id: recording } }, body: JSON.parse(text) as never }),
      )) as unknown as Forecast | Finding,
    placeholderData: (before, query) => (query?.queryKey[2] === shot ? before : undefined),
    staleTime: Infinity,
    retry: false,
    enabled: wanted && text !== "" && shot === id,
  });
  return {
    data: wanted && shot === id ? (asked.data as T | undefined) : undefined,
    waiting: quiet !== `${id}\n${now}` || asked.isFetching,
  };
}

export function useForecast(
  recording: number,
  id: string,
  before: Places,
  shot: Shot | undefined,
): Answer<Forecast> {
  const potless = shot?.plan.choice === "safety" || shot?.plan.kind === "break";
  const complete = Boolean(before.cue && shot?.plan.ball && (potless || shot.plan.pocket));
  return useAsked<Forecast>(
    "/api/recordings/{recording_id}/forecast",
    recording,
    id,
    content(before, shot, false),
    complete,
  );
}

export function useFinding(
  recording: number,
  id: string,
  before: Places,
  shot: Shot | undefined,
  wanted: boolean,
): Answer<Finding> {
  const result = shot?.result;
  const complete = Boolean(
    before.cue && result && (result.cue_end || result.potted.some((p) => p.ball === "cue")),
  );
  return useAsked<Finding>(
    "/api/recordings/{recording_id}/strikes",
    recording,
    id,
    content(before, shot, true),
    wanted && complete,
  );
}
