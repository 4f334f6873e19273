/** What an option is called. Pure: no React. */
import type { WouldPlay, Option, Words } from "../api/types";
import { theBall } from "../table/colours";
import { thickness } from "../units/units";

export type Named = Pick<Option, "kind" | "ball" | "pocket" | "hit" | "rails" | "fullness" | "route"> & {
  free_ball?: boolean;
};

/** "the 7, foot right", "bank: the 9, side left", "safety off the 3: half ball (draw, off 1 rail)". */
export function optionWords(named: Named, words: Words): string {
  const kind = (words.option_kinds[named.kind] ?? named.kind).toLowerCase();
  if (named.ball) {
    const where = `${theBall(named.ball)}, ${words.pockets[named.pocket ?? ""] ?? ""}${named.route && ` (${named.route})`}`;
    if (named.free_ball) return `free ball: ${where}`;
    return named.kind === "pot" ? where : `${kind}: ${where}`;
  }
  if (named.kind === "again" || named.kind === "put-back") return kind;
  if (named.kind === "push-out")
    return `${kind}${named.hit ? ` off ${theBall(named.hit)}` : named.rails > 0 ? `, ${rails(named)}` : ""}`;
  if (named.kind === "foul") return `${kind}${named.hit ? `: hits ${theBall(named.hit)}` : ""}`;
  if (named.kind === "jump" || named.kind === "swerve")
    return `${kind} to hit ${named.hit ? theBall(named.hit) : "a ball"}`;
  return `${kind}${named.hit ? ` off ${theBall(named.hit)}` : ""}: ${hitWords(named)}${named.route && ` (${named.route})`}`;
}

/** What somebody would have played: "the 7, foot right", "safety off the 3". */
export function advisedWords(wouldPlay: WouldPlay, words: Words): string {
  const kind = (words.option_kinds[wouldPlay.kind] ?? wouldPlay.kind).toLowerCase();
  const ball = wouldPlay.ball ? theBall(wouldPlay.ball) : "";
  if (wouldPlay.pocket)
    return wouldPlay.kind === "pot"
      ? `${ball}, ${words.pockets[wouldPlay.pocket] ?? wouldPlay.pocket}`
      : `${kind}: ${ball}, ${words.pockets[wouldPlay.pocket] ?? wouldPlay.pocket}`;
  return ball ? `${kind} off ${ball}` : kind;
}

/** How a safety is hit: "half ball", "over 2 rails". */
function hitWords(named: Named): string {
  if (named.rails > 0) return rails(named);
  const full = thickness(named.fullness ?? 0);
  return full === "full" || full === "graze" ? full : `${full} ball`;
}

const rails = (named: Named): string => `over ${named.rails} rail${named.rails > 1 ? "s" : ""}`;
