/** What the planned strike comes to, and how a logged shot was probably struck: asked as the shot stands. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, take } from "../api/client";
import type { Finding, Forecast, Places, Shot } from "../api/types";

const QUIET_FOR = 220; // ms without a change before the server is asked

/** The value once it has not changed for a moment. */
function useQuiet(text: string): string {
  const [quiet, setQuiet] = useState(text);
  useEffect(() => {
    const timer = window.setTimeout(() => setQuiet(text), QUIET_FOR);
    return () => window.clearTimeout(timer);
  }, [text]);
  return quiet;
}

/** Only what the answer depends on, so that a note or a grade does not ask again. */
function content(before: Places, shot: Shot | undefined, withResult: boolean): string {
  if (!shot) return "";
  const plan = { ...shot.plan, reason: null, intent: null, via: [], better_error: null, next_ball: null, next_pocket: null, wanted_angle: null };
  const asked = { before, shot: { shooter: shot.shooter, plan, result: withResult ? shot.result : null } };
  return JSON.stringify(asked);
}

export function useForecast(recording: number, before: Places, shot: Shot | undefined): { data: Forecast | undefined; waiting: boolean } {
  const now = content(before, shot, false);
  const text = useQuiet(now);
  const asked = useQuery({
    queryKey: ["forecast", recording, text],
    queryFn: async () =>
      (await take(api.POST("/api/recordings/{recording_id}/forecast", {
        params: { path: { recording_id: recording } }, body: JSON.parse(text) as never,
      }))) as unknown as Forecast,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: Boolean(text && before.cue && shot?.plan.ball && shot.plan.pocket),
  });
  const known = Boolean(shot?.plan.ball && shot.plan.pocket);
  return { data: known ? asked.data : undefined, waiting: now !== text || asked.isFetching };
}

export function useFinding(recording: number, before: Places, shot: Shot | undefined, wanted: boolean): { data: Finding | undefined; waiting: boolean } {
  const now = content(before, shot, true);
  const text = useQuiet(now);
  const told = Boolean(text && before.cue && shot?.result && (shot.result.cue_end || shot.result.potted.some((p) => p.ball === "cue")));
  const asked = useQuery({
    queryKey: ["strikes", recording, text],
    queryFn: async () =>
      (await take(api.POST("/api/recordings/{recording_id}/strikes", {
        params: { path: { recording_id: recording } }, body: JSON.parse(text) as never,
      }))) as unknown as Finding,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: wanted && told,
  });
  return { data: told ? asked.data : undefined, waiting: now !== text || asked.isFetching };
}

