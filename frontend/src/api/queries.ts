import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { api, take } from "./client";
import { knowSession } from "./own";
import type {
  Asked,
  AskedQuery,
  Call,
  Causes,
  Catalog,
  Compare,
  FoundShots,
  Habits,
  Judges,
  DeskView,
  Player,
  PlayerModel,
  PlayerWorth,
  RecordingView,
  Roses,
  Session,
  Sheet,
  Study,
  Then,
  Words,
} from "./types";

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: async () => {
    const session = await take<Session>(api.GET("/api/session"));
    knowSession(session);
    return session;
  },
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
  // While racks are being counted, what they say is still to come.
  refetchInterval: (query) => (query.state.data?.uncounted || query.state.data?.looking ? 1500 : false),
});

export const playersQuery = queryOptions({
  queryKey: ["players"],
  queryFn: async () => (await take<{ players: Player[] }>(api.GET("/api/players"))).players,
});

export const recordingsQuery = (page: number) =>
  queryOptions({
    queryKey: ["recordings", "page", page],
    queryFn: () => take(api.GET("/api/recordings", { params: { query: { page } } })),
    placeholderData: keepPreviousData,
    refetchInterval: (query) =>
      query.state.data?.recordings.some((recording) => recording.racks.some((rack) => !rack.counted))
        ? 1500
        : false,
  });

export const studiesQuery = (asked: { page: number; words: string; tag: string }) =>
  queryOptions({
    queryKey: ["studies", asked],
    queryFn: async () => {
      const found = await take(api.GET("/api/studies", { params: { query: asked } }));
      return { ...found, studies: found.studies as unknown as Study[] };
    },
    placeholderData: keepPreviousData,
  });

export const titlesQuery = queryOptions({
  queryKey: ["recordings", "titles"],
  queryFn: async () => (await take(api.GET("/api/recordings/titles"))).recordings,
});

export const stateQuery = queryOptions({
  queryKey: ["state"],
  queryFn: async () => (await take(api.GET("/api/state"))).troubles,
  retry: false,
  staleTime: 0,
  refetchInterval: (query) => (query.state.error || query.state.data?.length ? 1500 : 3000),
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
  kind?: string;
  discipline?: string;
}) =>
  queryOptions({
    queryKey: ["numbers", asked],
    queryFn: () => take<Compare>(api.GET("/api/numbers", { params: { query: asked } })),
    refetchInterval: (query) => (query.state.data?.waiting ? 1500 : false),
  });

export const sheetQuery = (recording: number) =>
  queryOptions({
    queryKey: ["sheet", recording],
    queryFn: () =>
      take<Sheet>(
        api.GET("/api/recordings/{recording_id}/sheet", { params: { path: { recording_id: recording } } }),
      ),
  });

export const habitsQuery = (player: number) =>
  queryOptions({
    queryKey: ["habits", player],
    queryFn: () =>
      take<Habits>(api.GET("/api/players/{player_id}/habits", { params: { path: { player_id: player } } })),
    refetchInterval: (query) => (query.state.data?.waiting ? 1500 : false),
  });

const ofPlayer = (player: number) => ({ params: { path: { player_id: player } } });

export const playerModelQuery = (player: number) =>
  queryOptions({
    queryKey: ["player-model", player],
    queryFn: () => take<PlayerModel>(api.GET("/api/players/{player_id}/model", ofPlayer(player))),
    refetchInterval: (query) => (query.state.data?.waiting ? 1500 : false),
  });

export const playerWorthQuery = (player: number) =>
  queryOptions({
    queryKey: ["player-worth", player],
    queryFn: () => take<PlayerWorth>(api.GET("/api/players/{player_id}/worth", ofPlayer(player))),
    refetchInterval: (query) => (query.state.data?.waiting ? 1500 : false),
  });

export const causesQuery = (player: number) =>
  queryOptions({
    queryKey: ["causes", player],
    queryFn: () => take<Causes>(api.GET("/api/players/{player_id}/causes", ofPlayer(player))),
    refetchInterval: (query) => (query.state.data?.waiting ? 1500 : false),
  });

export const thenQuery = (player: number, day: string | null) =>
  queryOptions({
    queryKey: ["then", player, day],
    queryFn: () =>
      take<Then>(
        api.GET("/api/players/{player_id}/then", {
          params: { path: { player_id: player }, query: day === null ? {} : { day } },
        }),
      ),
    refetchInterval: (query) => (query.state.data?.waiting ? 1500 : false),
    placeholderData: keepPreviousData,
  });

/** A shot to call; what happened comes only to whom has called it. */
export const callQuery = (at: { recording: number; rack: number; shot: number }, by: string) =>
  queryOptions({
    queryKey: ["call", at, by],
    queryFn: async () =>
      (await take(
        api.GET("/api/recordings/{recording_id}/racks/{number}/shots/{shot}/stated", {
          params: {
            path: { recording_id: at.recording, number: at.rack, shot: at.shot },
            query: { by },
          },
        }),
      )) as unknown as Call,
    placeholderData: keepPreviousData,
  });

export const judgesQuery = (player: number | null) =>
  queryOptions({
    queryKey: ["judges", player],
    queryFn: async () =>
      (await take(
        api.GET("/api/stated", { params: { query: player === null ? {} : { player } } }),
      )) as unknown as Judges,
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (query.state.data?.waiting ? 1500 : false),
  });

export const catalogQuery = queryOptions({
  queryKey: ["catalog"],
  queryFn: () => take<Catalog>(api.GET("/api/numbers/catalog")),
  staleTime: 60_000,
});

/** A question as its address says it; while racks are being counted it is asked again. */
export const askedQuery = (asked: Record<string, string>) =>
  queryOptions({
    queryKey: ["asked", asked],
    queryFn: () => take<Asked>(api.GET("/api/numbers/asked", { params: { query: asked as AskedQuery } })),
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (query.state.data?.waiting ? 1500 : false),
  });

export const rosesQuery = (asked: Record<string, string>) =>
  queryOptions({
    queryKey: ["asked", "rose", asked],
    queryFn: async () =>
      (await take(
        api.GET("/api/numbers/asked/rose", { params: { query: asked as AskedQuery } }),
      )) as unknown as Roses,
    placeholderData: keepPreviousData,
  });

export const shotsQuery = (
  asked: Record<string, string>,
  page: number,
  order: "newest" | "highest" | "lowest",
) =>
  queryOptions({
    queryKey: ["asked", "shots", asked, page, order],
    queryFn: () =>
      take<FoundShots>(
        api.GET("/api/numbers/asked/shots", {
          params: { query: { ...(asked as AskedQuery), page, order } },
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const videoQuery = (recording: number) =>
  queryOptions({
    queryKey: ["video", recording],
    queryFn: () =>
      take(
        api.GET("/api/recordings/{recording_id}/video", { params: { path: { recording_id: recording } } }),
      ),
    // While a file is being examined its progress is asked for again and again.
    refetchInterval: (query) =>
      query.state.data?.intakes.some((intake) => intake.state === "checking") ? 400 : false,
  });

export const folderQuery = queryOptions({
  queryKey: ["video-folder"],
  queryFn: () => take(api.GET("/api/video-folder")),
});
