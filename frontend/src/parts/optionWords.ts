/** What an option is called. Pure: no React. */
import type { WouldPlay, Option, Words } from "../api/types";
import { theBall } from "../table/colours";
import { thickness } from "../units/units";

export type Named = Pick<Option, "kind" | "ball" | "pocket" | "hit" | "rails" | "fullness" | "route">;

/** "the 7, foot right", "bank: the 9, side left", "safety off the 3: half ball (draw, off 1 rail)". */
export function optionWords(one: Named, words: Words): string {
  const kind = (words.option_kinds[one.kind] ?? one.kind).toLowerCase();
  if (one.ball) {
    const where = `${theBall(one.ball)}, ${words.pockets[one.pocket ?? ""] ?? ""}${one.route && ` (${one.route})`}`;
    return one.kind === "pot" ? where : `${kind}: ${where}`;
  }
  if (one.kind === "push-out")
    return `${kind}${one.hit ? ` off ${theBall(one.hit)}` : one.rails > 0 ? `, ${rails(one)}` : ""}`;
  if (one.kind === "foul") return `${kind}${one.hit ? `: hits ${theBall(one.hit)}` : ""}`;
  if (one.kind === "jump" || one.kind === "swerve")
    return `${kind} to hit ${one.hit ? theBall(one.hit) : "a ball"}`;
  return `${kind}${one.hit ? ` off ${theBall(one.hit)}` : ""}: ${hitWords(one)}${one.route && ` (${one.route})`}`;
}

/** What somebody would have played: "the 7, foot right", "safety off the 3". */
export function advisedWords(one: WouldPlay, words: Words): string {
  const kind = (words.option_kinds[one.kind] ?? one.kind).toLowerCase();
  const ball = one.ball ? theBall(one.ball) : "";
  if (one.pocket)
    return one.kind === "pot"
      ? `${ball}, ${words.pockets[one.pocket] ?? one.pocket}`
      : `${kind}: ${ball}, ${words.pockets[one.pocket] ?? one.pocket}`;
  return ball ? `${kind} off ${ball}` : kind;
}

/** How a safety is hit: "half ball", "over 2 rails". */
function hitWords(one: Named): string {
  if (one.rails > 0) return rails(one);
  const full = thickness(one.fullness ?? 0);
  return full === "full" || full === "graze" ? full : `${full} ball`;
}

const rails = (one: Named): string => `over ${one.rails} rail${one.rails > 1 ? "s" : ""}`;
