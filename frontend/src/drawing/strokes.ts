/** Strokes of the pencil as plain geometry. */
import type { Drawing, Place } from "../api/types";

const MOST = 200;
/** Points of a stroke that are looked at; a hand that draws for half a minute gives more. */
const LOOKED_AT = 1000;

/** A stroke with fewer points that stays within `off` of the drawn one (Ramer, Douglas and Peucker). */
export function simplified(points: Place[], off: number): Place[] {
  if (points.length < 3) return points;
  const kept = new Set([0, points.length - 1]);
  const open: [number, number][] = [[0, points.length - 1]];
  for (let span = open.pop(); span; span = open.pop()) {
    const [from, to] = span;
    let far = off;
    let at = -1;
    for (let i = from + 1; i < to; i++) {
      const away = fromSegment(points[i] as Place, points[from] as Place, points[to] as Place);
      if (away > far) [far, at] = [away, i];
    }
    if (at < 0) continue;
    kept.add(at);
    open.push([from, at], [at, to]);
  }
  return points.filter((_, i) => kept.has(i));
}

function fromSegment([x, y]: Place, [ax, ay]: Place, [bx, by]: Place): number {
  const [dx, dy] = [bx - ax, by - ay];
  const long = dx * dx + dy * dy;
  const t = long ? Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / long)) : 0;
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}

/** A drawing of a finished stroke; null when it is too short to be meant. `off`: what the eye forgives. */
export function drawingOf(
  on: Drawing["on"],
  kind: Drawing["kind"],
  points: Place[],
  off: number,
): Drawing | null {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  if (Math.max(...xs) - Math.min(...xs) < 4 * off && Math.max(...ys) - Math.min(...ys) < 4 * off)
    return null;
  const every = Math.ceil(points.length / LOOKED_AT);
  const thinned = points.filter((_, i) => i % every === 0 || i === points.length - 1);
  let kept = simplified(thinned, off);
  for (let more = off * 2; kept.length > MOST; more *= 2) kept = simplified(thinned, more);
  return {
    on,
    kind,
    points: kept.map(([x, y]) => (on === "table" ? [Math.round(x), Math.round(y)] : [short(x), short(y)])),
  };
}

const short = (share: number): number => Math.max(0, Math.min(1, Math.round(share * 10000) / 10000));

export function pathOf(points: Place[], closed: boolean): string {
  return (
    points.map(([x, y], i) => `${i ? "L" : "M"}${x.toFixed(1)} ${y.toFixed(1)}`).join("") +
    (closed ? "Z" : "")
  );
}
