import { describe, expect, it } from "vitest";
import { conditions, scored } from "../src/choices/conditions";
import { stake, stakes } from "../src/words/stake";

describe("what is at stake", () => {
  it("is the rack, and in straight pool the game", () => {
    expect(stake("nine-ball")).toBe("the rack");
    expect(stake("straight-pool")).toBe("the game");
    expect(stake(undefined)).toBe("the rack");
  });
  it("is named for all that is added up", () => {
    expect(stakes(["nine-ball", "snooker"])).toBe("racks");
    expect(stakes(["straight-pool"])).toBe("games");
    expect(stakes(["straight-pool", "nine-ball"])).toBe("racks or games");
  });
});

describe("conditions", () => {
  it("ask about the score where points decide", () => {
    expect(scored("straight-pool") && scored("snooker")).toBe(true);
    const words = (game: string) =>
      conditions(game, true)
        .map((condition) => condition.words)
        .join();
    expect(words("straight-pool")).toContain("points worse off");
    expect(words("nine-ball")).not.toContain("points");
  });
});
