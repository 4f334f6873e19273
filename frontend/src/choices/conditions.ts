/** Conditions under which the same position is asked about. Pure: no React. */
import type { RecordingView } from "../api/types";

export type Condition = { form: "usual" | "fresh" | "tired"; opponent: "usual" | "stronger" | "weaker" };
export const USUAL: Condition = { form: "usual", opponent: "usual" };
export const CONDITIONS: { words: string; at: Condition }[] = [
  { words: "as usual", at: USUAL },
  { words: "fresh", at: { form: "fresh", opponent: "usual" } },
  { words: "tired", at: { form: "tired", opponent: "usual" } },
  { words: "the other stronger", at: { form: "usual", opponent: "stronger" } },
  { words: "the other weaker", at: { form: "usual", opponent: "weaker" } },
];

/** An option somebody asks about, as the server takes it. */
export type Wish = { kind: string; ball: string; pocket: string | null; fullness: number; left: boolean; speed: number | null };

/** Racks that the shooter and the other player still need before this rack; null where there is no race. */
export function needs(recording: RecordingView, number: number, shooter: string): { needs: number; other_needs: number } | null {
  const race = recording.match.race_to;
  if (recording.match.kind !== "match" || recording.players.length !== 2 || !race) return null;
  const won = (mine: boolean) => recording.racks.filter((rack) => rack.number < number && rack.winner && (rack.winner === shooter) === mine).length;
  const [own, other] = [race - won(true), race - won(false)];
  return own > 0 && other > 0 ? { needs: own, other_needs: other } : null;
}
