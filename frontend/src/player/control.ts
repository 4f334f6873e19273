/** Moves the picture: every seek goes to the middle of a frame, and only the last of several wishes is followed. */
import { clockOf, middleOf, spotAt, step, type Part, type Spot } from "./clock";
import { RATES, usePlayer } from "./playerStore";

const videos = new Map<number, HTMLVideoElement>();
let wanted: Spot | null = null;
/** The frame that the last seek goes to. */
let target: Spot | null = null;
/** s on the recording's clock that the picture may not pass, while a result is hidden. */
let limit: { clock: number; blocked: () => void } | null = null;
let loop: { start: number; end: number } | null = null;

export function setLimit(next: typeof limit): void {
  limit = next;
  const { at } = usePlayer.getState();
  if (next && at && now() > next.clock + 0.001) seekClock(next.clock);
}

export function setLoop(next: typeof loop): void {
  loop = next;
}

/** The time of the frame on the screen, on the recording's clock. */
export function now(): number {
  const { parts, at } = usePlayer.getState();
  return at ? clockOf(parts, at) : 0;
}

const video = (spot: Spot | null): HTMLVideoElement | undefined => {
  const part = spot && usePlayer.getState().parts[spot.part];
  return part ? videos.get(part.id) : undefined;
};

/** Takes a video in hand; returns how to let it go. Every frame it shows is reported by its own time. */
export function attach(part: Part, element: HTMLVideoElement): () => void {
  videos.set(part.id, element);
  let asked = 0;
  const shown = (_: number, frame: { mediaTime: number }) => {
    asked = element.requestVideoFrameCallback(shown);
    report(part.id, frame.mediaTime);
  };
  asked = element.requestVideoFrameCallback(shown);
  const ended = () => onward(part.id);
  const paused = () => usePlayer.setState({ playing: false });
  const started = () => usePlayer.setState({ playing: true });
  const seeked = () => {
    const next = wanted;
    wanted = null;
    if (next) seek(next);
  };
  const failed = () => {
    usePlayer.setState({
      problem: `this browser cannot show ${part.name}: convert it to WebM with VP9, or to MP4 with H.264`,
    });
  };
  const { at, playing } = usePlayer.getState();
  const mine = at && usePlayer.getState().parts[at.part]?.id === part.id;
  element.currentTime = middleOf(part, mine ? at.frame : 0);
  if (mine && playing) void toggle(true);
  const on: [string, () => void][] = [
    ["ended", ended],
    ["pause", paused],
    ["play", started],
    ["seeked", seeked],
    ["error", failed],
  ];
  on.forEach(([name, run]) => element.addEventListener(name, run));
  return () => {
    on.forEach(([name, run]) => element.removeEventListener(name, run));
    element.cancelVideoFrameCallback(asked);
    videos.delete(part.id);
  };
}

/** A frame came on the screen: note it, and stay inside a loop or before what is hidden. */
function report(partId: number, mediaTime: number): void {
  const { parts, at } = usePlayer.getState();
  const index = parts.findIndex((part) => part.id === partId);
  const part = parts[index];
  if (!part || (at && at.part !== index)) return;
  const spot = spotAt([part], part.starts + mediaTime);
  // A frame of a seek that was overtaken by another is no longer where the picture stands.
  if (!spot || wanted || (!usePlayer.getState().playing && target && spot.frame !== target.frame)) return;
  usePlayer.setState({ at: { part: index, frame: spot.frame } });
  const clock = now();
  if (limit && clock > limit.clock + 0.001) {
    video(at)?.pause();
    limit.blocked();
    seekClock(limit.clock);
  } else if (
    loop &&
    usePlayer.getState().looping &&
    usePlayer.getState().playing &&
    (clock >= loop.end || clock < loop.start - 0.5)
  )
    seekClock(loop.start);
}

/** A part is over: the next one goes on. */
function onward(partId: number): void {
  const { parts, looping } = usePlayer.getState();
  if (looping && loop) {
    seekClock(loop.start);
    void toggle(true);
    return;
  }
  const index = parts.findIndex((part) => part.id === partId);
  if (index < 0 || index + 1 >= parts.length) return;
  seek({ part: index + 1, frame: 0 });
  void toggle(true);
}

/** Shows a frame. */
export function seek(spot: Spot): void {
  const { parts, at } = usePlayer.getState();
  const part = parts[spot.part];
  const element = video(spot);
  if (!part || !element) return;
  if (at && at.part !== spot.part) video(at)?.pause();
  usePlayer.setState({ at: spot });
  const same = target?.part === spot.part && target.frame === spot.frame;
  if (element.seeking) {
    wanted = same ? null : spot;
    return;
  }
  const to = middleOf(part, spot.frame);
  if (same && Math.abs(element.currentTime - to) < 1e-4) return;
  target = spot;
  element.currentTime = to;
}

export function seekClock(clock: number): void {
  const spot = spotAt(usePlayer.getState().parts, limit ? Math.min(clock, limit.clock) : clock);
  if (spot) seek(spot);
}

/** Plays or pauses. */
export async function toggle(on = !usePlayer.getState().playing): Promise<void> {
  const { at, rate } = usePlayer.getState();
  const element = video(at);
  if (!element) return;
  if (!on) return element.pause();
  if (loop && usePlayer.getState().looping && (now() < loop.start || now() >= loop.end))
    seekClock(loop.start);
  element.playbackRate = rate;
  try {
    await element.play();
  } catch {
    usePlayer.setState({ playing: false });
  }
}

export function stepFrames(by: number): void {
  const { parts, at } = usePlayer.getState();
  if (!at) return;
  video(at)?.pause();
  seek(step(parts, wanted ?? at, by));
}

export const skip = (seconds: number): void => seekClock(Math.max(0, now() + seconds));

/** Half as fast, down to an eighth; or twice as fast, up to true speed. */
export function changeRate(slower: boolean): void {
  const { rate, at } = usePlayer.getState();
  const index = RATES.indexOf(rate as (typeof RATES)[number]) + (slower ? 1 : -1);
  setRate(RATES[Math.max(0, Math.min(index, RATES.length - 1))] ?? 1, at);
}

export function setRate(rate: number, at = usePlayer.getState().at): void {
  usePlayer.setState({ rate });
  const element = video(at);
  if (element) element.playbackRate = rate;
}
