import { describe, expect, it } from "vitest";
import * as clock from "../src/player/clock";
import { drawingOf, simplified } from "../src/drawing/strokes";
import type { Place } from "../src/api/types";
import { size } from "../src/units/units";

const part = (id: number, starts: number, ticks: number[], seconds: number): clock.Part => ({
  id,
  name: `part ${id}`,
  starts,
  seconds,
  width: 848,
  height: 480,
  frames: Uint32Array.from(ticks),
});
// Uneven frames at 0, 33, 70, 120 ms, then a gap of ten seconds, then frames at 0, 40, 80 ms.
const parts = [part(1, 0, [0, 330, 700, 1200], 0.16), part(2, 10.16, [0, 400, 800], 0.12)];

describe("the recording's clock", () => {
  it("shows a frame from its own time until the next one's", () => {
    const frames = parts[0]?.frames ?? new Uint32Array();
    expect([0, 0.0329, 0.033, 0.0699, 0.07, 0.12, 5].map((t) => clock.frameAt(frames, t))).toEqual([
      0, 1, 1, 2, 2, 3, 3,
    ]);
    expect(clock.frameAt(frames, 0.119)).toBe(2);
  });

  it("seeks to the middle of a frame, the last one's too", () => {
    const one = parts[0] as clock.Part;
    expect([0, 1, 2, 3].map((f) => clock.middleOf(one, f))).toEqual(
      [0.0165, 0.0515, 0.095, 0.14].map((t) => expect.closeTo(t, 9)),
    );
    for (let f = 0; f < 4; f++) expect(clock.frameAt(one.frames, clock.middleOf(one, f))).toBe(f);
  });

  it("finds the frame of a mark on any part; in a gap the first one after it", () => {
    for (const spot of [
      { part: 0, frame: 2 },
      { part: 1, frame: 0 },
      { part: 1, frame: 2 },
    ])
      expect(clock.spotAt(parts, Math.round(clock.clockOf(parts, spot) * 10000) / 10000)).toEqual(spot);
    expect(clock.spotAt(parts, 4)).toEqual({ part: 1, frame: 0 });
    expect(clock.spotAt(parts, 99)).toEqual({ part: 1, frame: 2 });
    expect(clock.spotAt([], 1)).toBeNull();
    expect([clock.isFilmed(parts, 0.1), clock.isFilmed(parts, 4), clock.isFilmed(parts, 10.2)]).toEqual([
      true,
      false,
      true,
    ]);
    expect(clock.gaps(parts)).toEqual([{ from: 0.16, to: 10.16 }]);
  });

  it("steps over the border of a part and stays at either end", () => {
    expect(clock.step(parts, { part: 0, frame: 3 }, 1)).toEqual({ part: 1, frame: 0 });
    expect(clock.step(parts, { part: 1, frame: 0 }, -2)).toEqual({ part: 0, frame: 2 });
    expect(clock.step(parts, { part: 0, frame: 0 }, -1)).toEqual({ part: 0, frame: 0 });
    expect(clock.step(parts, { part: 1, frame: 2 }, 5)).toEqual({ part: 1, frame: 2 });
  });

  it("names a frame in hundredths and never rounds up to the next", () => {
    expect([0, 57.876, 59.999, 60, 3661.5].map(clock.frameClock)).toEqual([
      "0:00.00",
      "0:57.87",
      "0:59.99",
      "1:00.00",
      "61:01.50",
    ]);
  });

  it("loops to the end, else to the next shot, else for a while", () => {
    expect([
      clock.loopEnd(5, 7, 9),
      clock.loopEnd(5, null, 9),
      clock.loopEnd(5, 4, null),
      clock.loopEnd(5, null, null),
    ]).toEqual([7, 9, 13, 13]);
  });
});

describe("the pencil", () => {
  const wavy: Place[] = Array.from({ length: 400 }, (_, i) => [i * 4, 300 + 60 * Math.sin(i / 30)]);

  it("keeps within what the eye forgives with far fewer points", () => {
    const kept = simplified(wavy, 8);
    expect(kept.length).toBeLessThan(40);
    for (const [x, y] of wavy) {
      const next = kept.findIndex((p) => p[0] >= x);
      const [[ax, ay], [bx, by]] = [kept[Math.max(0, next - 1)] as Place, kept[next] as Place];
      const on = bx === ax ? ay : ay + ((by - ay) * (x - ax)) / (bx - ax);
      expect(Math.abs(on - y)).toBeLessThan(12);
    }
  });

  it("takes a stroke too short to be meant for nothing", () => {
    expect(
      drawingOf(
        "table",
        "line",
        [
          [10, 10],
          [14, 12],
        ],
        8,
      ),
    ).toBeNull();
    expect(
      drawingOf(
        "picture",
        "zone",
        [
          [0.1, 0.1],
          [0.5, 0.4],
          [1.2, -0.1],
        ],
        0.004,
      )?.points,
    ).toEqual([
      [0.1, 0.1],
      [0.5, 0.4],
      [1, 0],
    ]);
  });

  it("never keeps more points than a drawing holds", () => {
    const mad: Place[] = Array.from({ length: 3000 }, (_, i) => [(i % 2) * 500, i]);
    expect(drawingOf("table", "line", mad, 8)?.points.length).toBeLessThanOrEqual(200);
  });
});

it("says how large a file is", () => {
  expect([900, 434377, 5e7, 2.147e9].map(size)).toEqual(["1 kB", "435 kB", "50.0 MB", "2.15 GB"]);
});
