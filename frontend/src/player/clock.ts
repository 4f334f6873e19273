/**
 * The recording's clock and the frames of its parts. Pure: no network, no React.
 * A frame is shown from its own time until the next one's; times come from the file, never from a rate.
 */
export type Part = {
  id: number;
  name: string;
  /** Its start on the recording's clock, s. */
  starts: number;
  seconds: number;
  width: number;
  height: number;
  /** When each frame is shown, in 0.1 ms of the file's own time; empty until it is loaded. */
  frames: Uint32Array;
};
/** A frame of a part, both counted from 0. */
export type Spot = { part: number; frame: number };

export const TICKS = 10_000;
/** s. A mark made on a frame names that frame though its time was rounded on the way. */
const NEAR = 0.0006;

/** The frame shown at a time of the file. */
export function frameAt(frames: Uint32Array, seconds: number): number {
  const ticks = (seconds + NEAR) * TICKS;
  let low = 0;
  let high = frames.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((frames[middle] ?? 0) <= ticks) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Where to seek so that a frame is shown and no neighbour: the middle of its time, s of the file. */
export function middleOf(part: Part, frame: number): number {
  const start = (part.frames[frame] ?? 0) / TICKS;
  const next = part.frames[frame + 1];
  const end = next === undefined ? Math.max(part.seconds, start + 0.002) : next / TICKS;
  return (start + end) / 2;
}

/** When a frame begins, on the recording's clock. */
export function clockOf(parts: Part[], spot: Spot): number {
  const part = parts[spot.part];
  return part ? part.starts + (part.frames[spot.frame] ?? 0) / TICKS : 0;
}

export const endOf = (part: Part): number => part.starts + part.seconds;
export const whole = (parts: Part[]): number =>
  parts.reduce((most, part) => Math.max(most, endOf(part)), 0);

/** The frame shown at a time of the recording; in a gap the first one after it. Null without any. */
export function spotAt(parts: Part[], clock: number): Spot | null {
  if (!parts.length) return null;
  const found = parts.findIndex((part) => clock < endOf(part) - NEAR);
  const at = found < 0 ? parts.length - 1 : found;
  const part = parts[at];
  if (!part?.frames.length) return null;
  return { part: at, frame: frameAt(part.frames, clock - part.starts) };
}

/** Whether the recording shows anything at this time. */
export const isFilmed = (parts: Part[], clock: number): boolean =>
  parts.some((part) => clock >= part.starts - NEAR && clock <= endOf(part) + NEAR);

/** Times between the parts that nothing was filmed in. */
export function gaps(parts: Part[]): { from: number; to: number }[] {
  const found: { from: number; to: number }[] = [];
  let end = 0;
  for (const part of parts) {
    if (part.starts > end + 0.05) found.push({ from: end, to: part.starts });
    end = Math.max(end, endOf(part));
  }
  return found;
}

/** Some frames on or back, over the border of a part where there is one; stays at either end. */
export function step(parts: Part[], spot: Spot, by: number): Spot {
  let { part, frame } = spot;
  frame += by;
  while (frame < 0 && part > 0) frame += parts[--part]?.frames.length ?? 0;
  while (part < parts.length - 1 && frame >= (parts[part]?.frames.length ?? 0))
    frame -= parts[part++]?.frames.length ?? 0;
  const last = (parts[part]?.frames.length ?? 1) - 1;
  return { part, frame: Math.max(0, Math.min(frame, last)) };
}

/** m:ss.hh, as a frame is named. */
export function frameClock(seconds: number): string {
  const hundredths = Math.floor(seconds * 100 + 1e-6);
  const minutes = Math.floor(hundredths / 6000);
  return `${minutes}:${String(Math.floor(hundredths / 100) % 60).padStart(2, "0")}.${String(hundredths % 100).padStart(2, "0")}`;
}

/** When a shot is over for playing it: its end, else the next shot's start, else a while after its start. */
export function loopEnd(start: number, end: number | null, next: number | null): number {
  if (end !== null && end > start) return end;
  return next !== null && next > start ? next : start + 8;
}
