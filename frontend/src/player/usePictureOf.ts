/**
 * Keeps the picture with the shot on the desk: its first frame when the desk goes there, its loop, what is hidden.
 */
import { useEffect } from "react";
import { useDesk } from "../rack/deskStore";
import { loopEnd } from "./clock";
import { seekClock, setLimit, setLoop } from "./control";
import { usePlayer } from "./playerStore";

/** Sends a paused picture to a shot's first frame, where it is marked; not twice, since one may have stepped on by then. */
export function goAlong(id: string): void {
  const { parts, playing, along } = usePlayer.getState();
  if (!parts.length || along === id) return;
  usePlayer.setState({ along: id });
  const time = useDesk.getState().doc.shots.find((s) => s.id === id)?.shot.time_s ?? null;
  if (time !== null && !playing) seekClock(time);
}

export function usePictureOf(
  id: string,
  start: number | null,
  end: number | null,
  next: number | null,
  hidden: boolean,
): void {
  const loaded = usePlayer((s) => s.parts.length > 0);
  useEffect(() => {
    setLoop(start === null ? null : { start, end: loopEnd(start, end, next) });
  }, [start, end, next]);
  useEffect(() => {
    const blocked = () => useDesk.setState({ message: "The result is hidden: judge the decision first." });
    setLimit(hidden && start !== null ? { clock: start, blocked } : null);
    return () => setLimit(null);
  }, [hidden, start]);
  useEffect(() => {
    // Another shot came on the desk: a paused picture goes along. Marking a shot moves nothing.
    if (loaded) goAlong(id);
  }, [id, loaded]);
}
