/** Usual fractions of a hit, as people say them. */
export const FULLNESS: Record<string, string> = {
  "1": "full",
  "0.75": "three-quarter",
  "0.5": "half",
  "0.25": "quarter",
  "0.05": "graze",
};
