/** How a race stands, and what a rack is worth to it. */
import type { MatchWorth, RecordingView } from "../api/types";

/** Racks that the shooter and the other player still need before this rack; null where there is no race. */
export function needs(
  recording: RecordingView,
  number: number,
  shooter: string,
): { needs: number; other_needs: number } | null {
  const race = recording.match.race_to;
  if (recording.match.kind !== "match" || recording.players.length !== 2 || !race) return null;
  const won = (mine: boolean) =>
    recording.racks.filter(
      (rack) => rack.number < number && rack.winner && (rack.winner === shooter) === mine,
    ).length;
  const [own, other] = [race - won(true), race - won(false)];
  return own > 0 && other > 0 ? { needs: own, other_needs: other } : null;
}

/** The chance to win the match where the rack is won with this chance. */
export const inMatch = (match: MatchWorth, rack: number): number =>
  rack * match.won + (1 - rack) * match.lost;
