import { describe, expect, it } from "vitest";
import { fileName } from "../src/parts/picture";

describe("a picture's file name", () => {
  it("keeps letters and digits, and nothing a folder cannot hold", () => {
    expect(fileName("Stated by Nadia Quill")).toBe("stated-by-nadia-quill");
    expect(fileName('a/b\\c:"<>|?*')).toBe("a-b-c");
    expect(fileName("🎱")).toBe("picture");
    expect(fileName("")).toBe("picture");
  });
});
