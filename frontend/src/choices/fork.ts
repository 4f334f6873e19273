/** The fork as numbers: how thick each branch is and where it ends. Pure: no React. */
import type { Branch, Option } from "../api/types";
import type { Measure } from "../parts/measure";

/** Heights in the fork's own unit. */
export const ROW = 80;
export const FULL = 34; // a branch whose player is sure to win
const THIN = 0.6;

/** How thick a share of the racks won is drawn. */
export const thick = (share: number): number => Math.max(THIN, share * FULL);

/** What a branch of full thickness is worth: a sure win, or the best run where there are points or balls. */
export const fullOf = (measure: Measure, options: Option[]): number =>
  measure === "points" || measure === "balls" ? Math.max(1, ...options.map((one) => one.value)) : 1;

export type Twig = {
  name: "made" | "missed" | "foul";
  word: string;
  share: number;
  equity: number;
  from: number;
  width: number;
  to: number;
};

/**
 * The twigs of a branch. A branch is as thick as the racks it wins and splits into what wins them: what is
 * made, missed and fouled, each as thick as its share of strikes times the chance to win after it (of a run its
 * worth, `most` as thick as can be). Where
 * nothing is made the rest is called legal.
 */
export function twigs(option: Option, most = 1): Twig[] {
  const named: [Twig["name"], Branch][] = [
    ["made", option.made],
    ["missed", option.missed],
    ["foul", option.foul],
  ];
  const there = named.filter(([, branch]) => branch.share > 0.005 && branch.equity !== null);
  const whole = there.reduce((sum, [, branch]) => sum + branch.share * (branch.equity ?? 0), 0);
  const mayMake = there.some(([name]) => name === "made");
  const words = { made: "made", missed: mayMake ? "not" : "legal", foul: "foul" };
  let from = -((whole / most) * FULL) / 2;
  return there.map(([name, { share, equity }], k) => {
    const width = ((share * (equity ?? 0)) / most) * FULL;
    const twig = {
      name,
      word: words[name],
      share,
      equity: equity ?? 0,
      from: from + width / 2,
      width,
      to: (k - (there.length - 1) / 2) * 22,
    };
    from += width;
    return twig;
  });
}
