import { describe, expect, it } from "vitest";
import { shownKey } from "../src/commands/commands";
import { COMMANDS } from "../src/desk/commands";
import { leads } from "../src/parts/ScoreLine";
import { around, limitFor, signed } from "../src/numbers/axis";
import { matches } from "../src/shell/Palette";
import * as u from "../src/units/units";

describe("units", () => {
  const metric = { length: "mm", speed: "kmh" } as const;
  const imperial = { length: "in", speed: "mph" } as const;

  it("read as people say them", () => {
    expect(u.length(26, metric)).toBe("26 mm");
    expect(u.length(435, metric)).toBe("44 cm");
    expect(u.length(1436, metric)).toBe("1.44 m");
    expect(u.length(57.15, imperial)).toBe("2.3 in");
    expect(u.speed(10, metric)).toBe("36.0 km/h");
    expect(u.speed(10, imperial)).toBe("22.4 mph");
  });

  it("never call a chance certain or nothing, and say when it is not known", () => {
    expect(u.chance(1)).toBe(">99 %");
    expect(u.chance(0)).toBe("<1 %");
    expect(u.chance(0.614)).toBe("61 %");
    expect(u.chance(null)).toBe("not analysed");
    expect(u.percent(1)).toBe("100 %");
  });

  it("name the thickness of the handbook cuts", () => {
    const at = (cut: number) => u.thickness(1 - Math.sin((cut * Math.PI) / 180));
    expect([0, 14.48, 30, 48.59, 61.04, 85].map(at)).toEqual([
      "full",
      "three-quarter",
      "half",
      "quarter",
      "eighth",
      "graze",
    ]);
  });

  it("read and write times", () => {
    expect(u.seconds("1:15")).toBe(75);
    expect(u.seconds("1:02:03.5")).toBe(3723.5);
    expect(u.seconds("soon")).toBeNull();
    expect(u.clock(75)).toBe("1:15");
    expect(u.clock(747.8)).toBe("12:27.8");
  });
});

describe("commands", () => {
  it("share no key and no name", () => {
    const keys = COMMANDS.flatMap((c) => c.keys);
    expect(new Set(keys).size).toBe(keys.length);
    const names = COMMANDS.map((c) => c.words);
    expect(new Set(names).size).toBe(names.length);
    for (const command of COMMANDS) expect(shownKey(command)).not.toBe("");
  });
});

describe("drawn numbers", () => {
  it("lead up for the first player and down for the second", () => {
    const racks = ["a", "b", "b", null].map((winner, i) => ({ id: i, number: i + 1, winner }));
    expect(leads({ players: [{ id: "a" }, { id: "b" }], racks } as never)).toEqual([1, 0, -1, -1]);
  });

  it("hold every value on the axis", () => {
    for (const values of [
      [-3, 8],
      [-222, 40],
      [1400, -9],
    ]) {
      const limit = limitFor(values);
      for (const value of values) expect(around(value, limit)).toBeGreaterThanOrEqual(0);
      for (const value of values) expect(around(value, limit)).toBeLessThanOrEqual(100);
    }
    expect([signed(7.4), signed(-12), signed(0)]).toEqual(["+7", "−12", "±0"]);
  });
});

it("finds menu entries by the words typed, not by letters strewn about", () => {
  expect(matches("Picture and table change places swap", "inches")).toBe(0);
  expect(matches("Units: inches and mph imperial", "inch mph")).toBe(1);
  expect(matches("Units: inches and mph imperial", "ches")).toBe(0.5);
});
