/** A shot in a few words: what stands beside a closed slip. */
import type { Review, Shot, Words } from "../api/types";
import { lower } from "../parts/fields";
import { theBall } from "../table/colours";
import { chance, length, thickness, type Units } from "../units/units";

export function planLine({ plan }: Shot, words: Words): string {
  const { ball, pocket, choice, kind } = plan;
  if (kind === "break" || kind === "push-out") return lower(words.shot_kinds[kind] ?? kind);
  const what = ball
    ? `${theBall(ball)}${pocket && choice !== "safety" ? `, ${words.pockets[pocket]}` : ""}`
    : "no ball yet";
  return `${lower(words.choices[choice] ?? choice)}: ${what}`;
}

/** `value`: the chance of the pot as it is planned, where that is known. */
export function strikeLine(review: Review | undefined, value: number | undefined): string {
  const pot = review?.pot;
  if (!pot) return "not measured";
  const cut = Math.abs(pot.cut);
  const full = cut < 90 ? `${thickness(pot.fullness)} ball` : "";
  return `${chance(value ?? pot.chance)} · ${cut.toFixed(0)}° ${full}`;
}

export function worthLine(shot: Shot, review: Review | undefined, words: Words, units: Units): string {
  const grade = shot.judgement.grade ?? review?.proposal?.grade ?? null;
  const along = review?.miss?.along.mm ?? null;
  const parts: string[] = [];
  if (grade) parts.push(lower(words.grades[grade] ?? grade));
  if (along !== null && Math.abs(along) >= 0.5)
    parts.push(`${length(Math.abs(along), units)} ${along > 0 ? "long" : "short"}`);
  return parts.join(" · ") || "not judged";
}
