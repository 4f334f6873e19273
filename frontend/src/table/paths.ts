/** Paths in time: [seconds, x mm, y mm], rising. */
import type { Path, Place } from "../api/types";

/** Where a path is at a time; before its start its first place, after its end its last. */
export function placeAt(points: Path["points"], t: number): Place {
  const first = points[0];
  const last = points[points.length - 1];
  if (!first || !last) return [0, 0];
  if (t <= first[0]) return [first[1], first[2]];
  if (t >= last[0]) return [last[1], last[2]];
  let low = 0;
  let high = points.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((points[middle] as [number, number, number])[0] <= t) low = middle;
    else high = middle;
  }
  const a = points[low] as [number, number, number];
  const b = points[high] as [number, number, number];
  const share = b[0] > a[0] ? (t - a[0]) / (b[0] - a[0]) : 1;
  return [a[1] + (b[1] - a[1]) * share, a[2] + (b[2] - a[2]) * share];
}

/** Whether the ball has fallen by then. */
export const fallen = (path: Path, t: number): boolean =>
  path.falls && t >= (path.points[path.points.length - 1]?.[0] ?? Infinity);

/** Length of a path, mm. */
export function pathLength(points: Path["points"]): number {
  let sum = 0;
  for (let i = 1; i < points.length; i += 1) {
    const a = points[i - 1] as [number, number, number];
    const b = points[i] as [number, number, number];
    sum += Math.hypot(b[1] - a[1], b[2] - a[2]);
  }
  return sum;
}
