/** Balls and combinations that are insurance, in words. */
import type { Combination, Words } from "../api/types";
import { theBall, theBalls } from "../table/colours";

export function insured(balls: string[], combinations: Combination[], words: Words): string {
  const off = combinations.map(
    ({ ball, by, pocket }) =>
      `${theBall(ball)} off ${theBall(by)} (combination, ${words.pockets[pocket] ?? pocket})`,
  );
  return [...(balls.length ? [theBalls(balls)] : []), ...off].join("; ");
}
