/** Colours of the real sets, and how balls are called: what is printed on the balls, nothing coded. */
const SOLIDS: Record<string, string> = {
  "1": "#e8b923",
  "2": "#2b53a8",
  "3": "#c8342c",
  "4": "#5d3a86",
  "5": "#dd6b1f",
  "6": "#1f6f46",
  "7": "#7d2a24",
  "8": "#1b1b1d",
};
const RED = "#b8271f";
const YELLOW = "#e8b923";
export const SNOOKER: Record<string, string> = {
  yellow: "#e8c832",
  green: "#1f6f46",
  brown: "#7a4a25",
  blue: "#2b53a8",
  pink: "#e79ab0",
  black: "#1b1b1d",
};
const COLOURS = Object.keys(SNOOKER);

export const isColour = (ball: string): boolean => COLOURS.includes(ball);

export const isRed = (ball: string): boolean => /^r\d+$/.test(ball);
const isYellow = (ball: string): boolean => /^y\d+$/.test(ball);

export function ballColour(ball: string): string {
  if (ball === "cue") return "#fbf8ef";
  if (isRed(ball)) return RED;
  if (isYellow(ball)) return YELLOW;
  return SNOOKER[ball] ?? SOLIDS[ball] ?? SOLIDS[String(Number(ball) - 8)] ?? "#999";
}

export const isStripe = (ball: string): boolean => Number(ball) > 8;

/** What stands on the ball: its number, a colour's points. Nothing on reds and the black; yellows have a ring. */
export function ballMark(ball: string): string {
  const points = COLOURS.indexOf(ball);
  if (points >= 0) return ball === "black" ? "" : String(points + 2);
  return isRed(ball) || isYellow(ball) || ball === "cue" ? "" : ball;
}
export const isRinged = isYellow;

/** The ball by name: "4 ball", "red 3", "blue". */
export function ballName(ball: string): string {
  if (ball === "cue") return "cue ball";
  if (isRed(ball)) return `red ${ball.slice(1)}`;
  if (isYellow(ball)) return `yellow ${ball.slice(1)}`;
  return COLOURS.includes(ball) ? ball : `${ball} ball`;
}

/** The shortest name, for a row of balls: "4", "red 3", "blue". */
export const shortName = (ball: string): string => (/^\d+$/.test(ball) ? ball : ballName(ball));

/** The ball in a sentence: "the 4", "red 3", "the blue". */
export function theBall(ball: string): string {
  if (isRed(ball) || isYellow(ball)) return ballName(ball);
  return ball === "cue" ? "the cue ball" : `the ${ball}`;
}

/** "the 5 and the 9", "the 2, the 5 and the 9". */
export function theBalls(balls: string[]): string {
  const names = balls.map(theBall);
  return names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;
}

/** Order of balls: the cue ball, numbers, reds, yellows, colours by points. */
export function rank(ball: string): number {
  if (ball === "cue") return 0;
  if (isRed(ball)) return 100 + Number(ball.slice(1));
  if (isYellow(ball)) return 200 + Number(ball.slice(1));
  const colour = COLOURS.indexOf(ball);
  return colour >= 0 ? 300 + colour : Number(ball);
}

/**
 * The ball that a number key means. Pool: its number. Snooker: the points, 1 for a red. English: 1 for a red,
 * 2 for a yellow, 8 for the black. Asked again, the next red or yellow comes.
 */
export function ballForKey(key: number, balls: string[], now: string | null): string | null {
  if (balls.includes(String(key))) return String(key);
  const english = balls.includes("y1");
  const colour = english ? (key === 8 ? "black" : undefined) : COLOURS[key - 2];
  if (colour && balls.includes(colour)) return colour;
  const group = balls
    .filter(key === 1 ? isRed : key === 2 && english ? isYellow : () => false)
    .sort((a, b) => rank(a) - rank(b));
  const next = group.indexOf(now ?? "") + 1;
  return group[next % Math.max(1, group.length)] ?? null;
}
