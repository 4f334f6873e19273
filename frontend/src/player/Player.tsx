/** The player's controls under the picture: play, speed, frames, loop, marks, and two strips of time. */
import type { ReactNode } from "react";
import { keyOf } from "../commands/commands";
import { frameClock, isFilmed, whole, clockOf } from "./clock";
import * as control from "./control";
import { RATES, RATE_WORDS, usePlayer } from "./playerStore";
import { Strip, type Marked } from "./Strip";

/** s around now that the lower strip shows. */
const NEAR = 20;

type Props = {
  number: number;
  marked: Marked[];
  mark: (which: "time_s" | "end_s") => void;
  toShot: () => void;
  swap: () => void;
  noTime: boolean;
};

export function Player({ number, marked, mark, toShot, swap, noTime }: Props) {
  const { parts, at, playing, rate, looping } = usePlayer();
  if (!at || !parts.length) return null;
  const now = clockOf(parts, at);
  const end = whole(parts);
  const from = Math.max(0, Math.min(now - NEAR, end - 2 * NEAR));
  const one = marked.find((m) => m.number === number);
  const filmed = one ? isFilmed(parts, one.start) : true;
  return (
    <div role="group" aria-label="Player" className="text-sm">
      <Strip
        parts={parts}
        from={0}
        to={end}
        now={now}
        marked={marked}
        current={number}
        label="Whole recording"
      />
      {end > 2.5 * NEAR && (
        <Strip
          parts={parts}
          from={from}
          to={Math.min(end, from + 2 * NEAR)}
          now={now}
          marked={marked}
          current={number}
          label="Recording around now"
          thick
        />
      )}
      <div className="flex flex-wrap items-center gap-x-1">
        <Do id="video-play" words={playing ? "Pause" : "Play"} run={() => void control.toggle()}>
          {playing ? "❚❚" : "▶"}
        </Do>
        <Do id="frame-back" words="−1 frame" run={() => control.stepFrames(-1)}>
          −1
        </Do>
        <Do id="frame-on" words="+1 frame" run={() => control.stepFrames(1)}>
          +1
        </Do>
        <span className="num px-1" data-testid="clock">
          {frameClock(now)}
        </span>
        {parts.length > 1 && (
          <span className="quiet">
            part {at.part + 1}/{parts.length}
          </span>
        )}
        <span className="ml-auto flex" role="group" aria-label="How fast it plays">
          {RATES.map((r) => (
            <button
              key={r}
              type="button"
              className="pick num"
              aria-pressed={rate === r}
              aria-label={`Plays at ${RATE_WORDS[r]}`}
              title={r === 1 ? "As it was filmed" : `Plays at ${RATE_WORDS[r]}`}
              onClick={() => control.setRate(r)}
            >
              {RATE_WORDS[r]}
            </button>
          ))}
        </span>
      </div>
      <div className="flex flex-wrap items-center">
        <Do id="mark-start" words="Mark the strike of this shot here" named run={() => mark("time_s")}>
          struck <Key id="mark-start" />
        </Do>
        <Do
          id="mark-end"
          words="Mark the end of this shot here: the balls lie still"
          named
          run={() => mark("end_s")}
        >
          still <Key id="mark-end" />
        </Do>
        <Do id="to-shot" words="Show this shot's first frame" named run={toShot} off={noTime}>
          shot <Key id="to-shot" />
        </Do>
        <button
          type="button"
          className="pick"
          aria-pressed={looping}
          title={`Play this shot again and again (${keyOf("loop")})`}
          onClick={() => usePlayer.setState({ looping: !looping })}
        >
          loop <Key id="loop" />
        </button>
        <Do id="swap" words="Picture and table change places" named run={swap}>
          swap
        </Do>
      </div>
      {!filmed && (
        <p className="text-warning">
          ▲ This shot is marked at {frameClock(one?.start ?? 0)}, where nothing was filmed.
        </p>
      )}
    </div>
  );
}

const Key = ({ id }: { id: string }) => (
  <kbd className="key" aria-hidden="true">
    {keyOf(id)}
  </kbd>
);

/** `named`: what it shows is its name already. */
function Do({
  id,
  words,
  run,
  off = false,
  named = false,
  children,
}: {
  id: string;
  words: string;
  run: () => void;
  off?: boolean;
  named?: boolean;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      className="pick disabled:opacity-50"
      aria-label={named ? undefined : words}
      title={`${words} (${keyOf(id)})`}
      disabled={off}
      onClick={run}
    >
      {children}
    </button>
  );
}
