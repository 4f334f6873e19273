import { queryOptions } from "@tanstack/react-query";
import { api, take } from "./client";
import type { Compare, DeskView, Player, RecordingView, Session, Words } from "./types";

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: () => take<Session>(api.GET("/api/session")),
  staleTime: Infinity,
});

export const wordsQuery = queryOptions({
  queryKey: ["words"],
  queryFn: () => take<Words>(api.GET("/api/words")),
  staleTime: Infinity,
});

export const todayQuery = queryOptions({
  queryKey: ["today"],
  queryFn: () => take(api.GET("/api/today")),
});

export const playersQuery = queryOptions({
  queryKey: ["players"],
  queryFn: async () => (await take<{ players: Player[] }>(api.GET("/api/players"))).players,
});

export const recordingsQuery = queryOptions({
  queryKey: ["recordings"],
  queryFn: async () =>
    (await take<{ recordings: RecordingView[] }>(api.GET("/api/recordings"))).recordings,
});

export const recordingQuery = (id: number) =>
  queryOptions({
    queryKey: ["recordings", id],
    queryFn: () =>
      take<RecordingView>(
        api.GET("/api/recordings/{recording_id}", { params: { path: { recording_id: id } } }),
      ),
  });

export const deskQuery = (recording: number, number: number) =>
  queryOptions({
    queryKey: ["desk", recording, number],
    queryFn: async () =>
      (await take(
        api.GET("/api/recordings/{recording_id}/racks/{number}", {
          params: { path: { recording_id: recording, number } },
        }),
      )) as unknown as DeskView,
    staleTime: 0,
    gcTime: 0,
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
  });

export const numbersQuery = (asked: {
  player: number;
  against?: number;
  recording?: number;
  kind?: "match" | "practice";
}) =>
  queryOptions({
    queryKey: ["numbers", asked],
    queryFn: () => take<Compare>(api.GET("/api/numbers", { params: { query: asked } })),
  });

export const videoQuery = (recording: number) =>
  queryOptions({
    queryKey: ["video", recording],
    queryFn: () => take(api.GET("/api/recordings/{recording_id}/video", { params: { path: { recording_id: recording } } })),
    // While a file is being examined its progress is asked for again and again.
    refetchInterval: (query) => (query.state.data?.intakes.some((one) => one.state === "checking") ? 400 : false),
  });

export const folderQuery = queryOptions({
  queryKey: ["video-folder"],
  queryFn: () => take(api.GET("/api/video-folder")),
});
