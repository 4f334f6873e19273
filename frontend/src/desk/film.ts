/** Where the picture and the shots meet: marks set at the frame on the screen, and the way between the two. */
import { frameClock } from "../player/clock";
import { now, seekClock } from "../player/control";
import { hasPicture } from "../player/playerStore";
import { setShot, tell, type Go } from "../rack/actions";
import { useDesk } from "../rack/deskStore";

/** Marks a shot at the frame on the screen: its strike, or its balls lying still. */
export function mark(n: number, which: "time_s" | "end_s"): void {
  if (!hasPicture()) return tell("There is no video to mark: add one on the recording's page.");
  const clock = Math.round(now() * 10000) / 10000;
  const shot = useDesk.getState().doc.shots[n - 1]?.shot;
  if (!shot) return;
  if (which === "end_s" && shot.time_s === null)
    return tell("Mark the frame in which the cue ball is struck first.");
  // A new start after the old end would leave a shot that ends before it begins.
  const ends = which === "time_s" && shot.end_s !== null && shot.end_s < clock ? { end_s: null } : {};
  setShot(n, { [which]: clock, ...ends });
  tell(`${which === "time_s" ? "Struck" : "Still"} at ${frameClock(clock)}.`);
}

/** The picture goes to the shot's first frame. */
export function toShot(n: number): void {
  const time = useDesk.getState().doc.shots[n - 1]?.shot.time_s ?? null;
  if (!hasPicture()) tell("There is no video: add one on the recording's page.");
  else if (time === null) tell("This shot is not marked in the video yet.");
  else seekClock(time);
}

/** The desk goes to the shot that the picture shows: the last one struck by then. */
export function toPicture(go: Go): void {
  if (!hasPicture()) return tell("There is no video: add one on the recording's page.");
  const clock = now() + 0.0006;
  const started = useDesk
    .getState()
    .doc.shots.map((s, i) => ({ number: i + 1, time: s.shot.time_s }))
    .filter((s) => s.time !== null && s.time <= clock);
  const last = started[started.length - 1];
  if (last) go(last.number);
  else tell("No shot of this rack is marked before this picture.");
}
