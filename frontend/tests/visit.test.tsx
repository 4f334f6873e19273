/** The plan of a visit: a draft that an older page kept is shown, and nothing of it is lost. */
import { act as flush } from "react";
import { createRoot, type Root } from "react-dom/client";
import { afterEach, beforeEach, expect, it } from "vitest";
import type { Shot, Words } from "../src/api/types";
import { VisitPlan } from "../src/slips/VisitPlan";

(globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;

let root: Root;
let place: HTMLElement;
const field = (label: string) => place.querySelector(`[aria-label="${label}"]`);

beforeEach(() => {
  place = document.body.appendChild(document.createElement("div"));
  root = createRoot(place);
});
afterEach(() => {
  flush(() => root.unmount());
  place.remove();
});

it("shows a plan without the fields that came later, with those empty", () => {
  const visit = { order: ["3", "5"], key_ball: null, break_ball: null, problems: [], insurance: ["5"] };
  const shot = { plan: { visit } } as unknown as Shot;
  const words = { groups: {}, plan_states: {} } as unknown as Words;
  const before = { cue: [500, 500], "3": [900, 400], "5": [1200, 600] } as const;
  flush(() =>
    root.render(
      <VisitPlan
        number={1}
        shot={shot}
        before={{ cue: [...before.cue], "3": [...before["3"]], "5": [...before["5"]] }}
        words={words}
      />,
    ),
  );
  expect((field("Order") as HTMLInputElement).value).toBe("3 5");
  expect((field("Insurance") as HTMLInputElement).value).toBe("5");
  expect((field("Other order") as HTMLInputElement).value).toBe("");
  expect((field("Combination") as HTMLInputElement).value).toBe("");
});
