import { afterEach, describe, expect, it, vi } from "vitest";
import { elapsed, play, SLOW, stop, usePlaying } from "../src/rack/playing";

const offered = { paths: [], seconds: 4 };

afterEach(() => usePlaying.setState({ offered: null, playing: null }));

describe("playing a strike", () => {
  it("plays nothing when nothing is offered", () => {
    play(1);
    expect(usePlaying.getState().playing).toBeNull();
  });
  it("starts, changes speed, and stops when asked again", () => {
    usePlaying.setState({ offered });
    play(1);
    expect(usePlaying.getState().playing?.rate).toBe(1);
    play(SLOW);
    expect(usePlaying.getState().playing?.rate).toBe(SLOW);
    play(SLOW);
    expect(usePlaying.getState().playing).toBeNull();
  });
  it("passes time at its rate", () => {
    vi.spyOn(performance, "now").mockReturnValue(1000);
    usePlaying.setState({ offered });
    play(SLOW);
    const playing = usePlaying.getState().playing;
    expect(playing && elapsed(playing, 3000)).toBeCloseTo(0.4);
    stop();
  });
});
