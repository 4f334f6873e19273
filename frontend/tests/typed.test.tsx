/** Text is taken while it is typed: a reload in the middle of a word loses nothing, and undo takes it back whole. */
import { act as flush } from "react";
import { createRoot, type Root } from "react-dom/client";
import { afterEach, beforeEach, expect, it } from "vitest";
import { TypedInput } from "../src/keeping/typed";

(globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;

let root: Root;
let place: HTMLElement;
const taken: [string, boolean][] = [];
let grouped = false;
const asOneStep = (change: () => void) => {
  grouped = true;
  change();
  grouped = false;
};
const show = (value: string) =>
  flush(() =>
    root.render(
      <TypedInput
        aria-label="Notes"
        value={value}
        asOneStep={asOneStep}
        take={(text) => taken.push([text, grouped])}
      />,
    ),
  );
const field = () => place.querySelector("input") as HTMLInputElement;
const type = (text: string) =>
  flush(() => {
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set?.call(field(), text);
    field().dispatchEvent(new Event("input", { bubbles: true }));
  });

beforeEach(() => {
  taken.length = 0;
  place = document.body.appendChild(document.createElement("div"));
  root = createRoot(place);
});
afterEach(() => {
  flush(() => root.unmount());
  place.remove();
});

it("takes every letter at once, the later ones as part of the first one's step", () => {
  show("");
  type("l");
  type("lo");
  type("lon");
  expect(taken).toEqual([
    ["l", false],
    ["lo", true],
    ["lon", true],
  ]);
});

it("shows what is typed even where it is not taken yet, and the value again when the field is left", () => {
  show("12");
  type("12x");
  expect(field().value).toBe("12x");
  flush(() => field().dispatchEvent(new FocusEvent("focusout", { bubbles: true })));
  expect(field().value).toBe("12");
  type("13");
  expect(taken.at(-1)).toEqual(["13", false]);
});
