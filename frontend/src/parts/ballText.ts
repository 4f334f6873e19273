/** Balls as people type them: "3 5, 7" or "red blue". */
import { ballName } from "../table/colours";

export type BallsRead = { balls: string[]; fault: string };

/**
 * The balls of a text that are on the table, in their order; only those of `again` may stand twice. The first
 * word that is none is named.
 */
export function ballsOf(text: string, on: string[], again: string[] = []): BallsRead {
  const balls: string[] = [];
  for (const word of text
    .toLowerCase()
    .split(/[\s,;>-]+/)
    .filter(Boolean)) {
    const ball = on.find((one) => one === word || ballName(one).replaceAll(" ", "") === word);
    if (!ball)
      return {
        balls,
        fault: `“${word}” is no ball on the table; write for example ${on.slice(0, 3).join(" ") || "nothing"}`,
      };
    if (again.includes(ball) || !balls.includes(ball)) balls.push(ball);
  }
  return { balls, fault: "" };
}

export type Pair = [string, string];

/** Combinations of a text, two balls each and commas between them; the first part that is none is named. */
export function pairsOf(text: string, on: string[]): { pairs: Pair[]; fault: string } {
  const pairs: Pair[] = [];
  for (const part of text.split(/[,;]+/).filter((one) => one.trim())) {
    const { balls, fault } = ballsOf(part, on);
    const [by, ball] = balls;
    if (fault || !by || !ball || balls.length > 2)
      return {
        pairs,
        fault:
          fault ||
          `“${part.trim()}” is no combination; write two balls, the one hit first and the one potted`,
      };
    pairs.push([by, ball]);
  }
  return { pairs, fault: "" };
}
