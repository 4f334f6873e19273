/** The next rack of a recording, with its breaker as far as the log tells. */
import { disciplineOf } from "../words/disciplines";
import { api, take } from "../api/client";
import { recordingQuery } from "../api/queries";
import type { RecordingView } from "../api/types";

/** Who breaks the next rack under the recording's break order; null where the log does not tell. */
export function nextBreaker(recording: RecordingView): string | null {
  const ids = recording.players.map((p) => p.id);
  const last = recording.racks.at(-1);
  if (disciplineOf(recording.match.discipline).crosses_racks && last) return null; // whoever is at the table goes on
  if (ids.length < 2 || !last) return ids[0] ?? null;
  if (recording.match.break_order === "winner") return last.winner;
  return last.breaker ? (ids.find((p) => p !== last.breaker) ?? null) : null;
}

export const emptyRack = (breaker: string | null) => ({
  breaker,
  depth: "full" as const,
  winner: null,
  how: null,
  notes: "",
  shots: [] as never[],
});

/** Adds a rack at the end; its number. */
export async function addNextRack(recording: RecordingView): Promise<number> {
  const number = recording.racks.length + 1;
  await take(
    api.POST("/api/recordings/{recording_id}/racks", {
      params: { path: { recording_id: recording.id } },
      body: { number, rack: emptyRack(nextBreaker(recording)) },
    }),
  );
  return number;
}

/** The rack after this one: the one that is there, or a new one made from what is stored now. */
export async function rackAfter(recordingId: number, number: number): Promise<number> {
  const { queryFn } = recordingQuery(recordingId);
  const recording = await (queryFn as () => Promise<RecordingView>)();
  return recording.racks.some((r) => r.number === number + 1) ? number + 1 : addNextRack(recording);
}
