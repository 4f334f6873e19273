/** Pure layout of a rose: rings a hand apart, and where misses lie; the arrival points up. */

/** mm between two rings: about a hand. */
export const HAND = 100;
/** Half the side of the drawing, in its own units. */
export const HALF = 100;

type Miss = { along: number; across: number };

/** How far (mm) the outermost ring lies: nine of ten misses are inside, and one ring at least. */
export function reach(misses: Miss[]): number {
  const far = misses.map((m) => Math.hypot(m.along, m.across)).sort((a, b) => a - b);
  const most = far[Math.min(far.length - 1, Math.floor(far.length * 0.9))] ?? HAND;
  return Math.max(HAND, Math.ceil(most / HAND) * HAND);
}

/** The rings (mm) of a drawing that reaches so far; few enough to be told apart. */
export function rings(far: number): number[] {
  const step = HAND * Math.max(1, Math.ceil(far / HAND / 4));
  return Array.from({ length: Math.floor(far / step) }, (_, k) => (k + 1) * step);
}

/** Where a miss lies in the drawing; beyond the edge it is put on it, `outside`. */
export function placed(miss: Miss, far: number): { x: number; y: number; outside: boolean } {
  const off = Math.hypot(miss.along, miss.across);
  const edge = far * 1.08;
  const times = (off > edge ? edge / off : 1) * (HALF / (far * 1.12));
  return { x: -miss.across * times, y: -miss.along * times, outside: off > edge };
}

/** A length (mm) in the drawing. */
export const drawn = (mm: number, far: number): number => (mm * HALF) / (far * 1.12);
