import { createElement, Fragment } from "react";
import { expect, it } from "vitest";
import { dialectOf, speak, translator } from "../src/words/say";
import { translated } from "../src/words/translated";

// The same pairs as in tests/core/test_glossary.py, where the trade's words are checked.
const PAIRS: [string, string][] = [
  ["Where did the cue ball end? Place it.", "Where did the white end? Place it."],
  ["no rail after contact, two rails before", "no cushion after contact, two cushions before"],
  ["run of 5, best run 20", "break of 5, best break 20"],
  ["illegal break; the black is down on the break", "foul break-off; the black is down on the break-off"],
  ["a scratch is logged", "an in-off is logged"],
  ["foot left corner; left side pocket", "top left corner; left middle pocket"],
  ["a two-rail kick", "a two-cushion escape"],
  ["Racks, breakable", "Frames, breakable"],
];

it("speaks snooker as the core does", () => {
  const say = translator("snooker", []);
  for (const [canonical, snooker] of PAIRS) expect(say(canonical)).toBe(snooker);
  expect(translator("pool", [])("Plan the whole visit; two visits")).toBe(
    "Plan the whole inning; two innings",
  );
});

it("leaves names as they are, also where they look like a pattern", () => {
  const say = translator("snooker", ["Lena Banks", "Run (1+1)"]);
  expect(say("Lena Banks banks; Run (1+1) and a run")).toBe("Lena Banks doubles; Run (1+1) and a break");
});

it("follows the game, or the member's choice", () => {
  expect([
    dialectOf("snooker", "game"),
    dialectOf("nine-ball", "game"),
    dialectOf(undefined, "game"),
  ]).toEqual(["snooker", "pool", "pool"]);
  expect([dialectOf("snooker", "pool"), dialectOf("nine-ball", "snooker")]).toEqual(["pool", "snooker"]);
});

it("translates what the page's elements say and nothing else", () => {
  speak("snooker", []);
  expect(
    translated("p", {
      title: "the rack",
      children: ["a rail", 3, " rails"],
      className: "rack",
      value: "rail",
    }),
  ).toEqual({
    title: "the frame",
    children: ["a cushion", 3, " cushions"],
    className: "rack",
    value: "rail",
  });
  expect(translated(Fragment, { children: ["the cue ball ", 3] }).children).toEqual(["the white ", 3]);
  const written = { translate: "no", children: "my rail" };
  expect(translated("p", written)).toBe(written);
  const own = { label: "rail", children: "rail" };
  expect(translated(() => null, own)).toBe(own); // said once, by the element inside it
  expect((createElement("p", null, "rail").props as { children: string }).children).toBe("rail"); // without the runtime
  speak("pool", []);
});
