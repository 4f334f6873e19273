/** Colours of the real pool set: what is printed on the balls, nothing coded. */
const SOLIDS: Record<string, string> = {
  "1": "#e8b923", "2": "#2b53a8", "3": "#c8342c", "4": "#5d3a86", "5": "#dd6b1f",
  "6": "#1f6f46", "7": "#7d2a24", "8": "#1b1b1d",
};

export function ballColour(ball: string): string {
  if (ball === "cue") return "#fbf8ef";
  return SOLIDS[ball] ?? SOLIDS[String(Number(ball) - 8)] ?? "#999";
}

export const isStripe = (ball: string): boolean => Number(ball) > 8;

export const ballName = (ball: string): string => (ball === "cue" ? "cue ball" : `${ball} ball`);
