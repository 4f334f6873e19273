/** The desk's commands: keys, menu, palette and help are all made from this table. */
import type { PocketName } from "../api/types";
import { register, type Command } from "../commands/commands";
import { nextLoss, nextPick, nextView } from "../chart/chartStore";
import * as act from "../rack/actions";
import { FILM_COMMANDS } from "./filmCommands";
import { setBlind, useDesk } from "../rack/deskStore";
import { putDown } from "../drawing/pencil";
import { play, SLOW, stop } from "../rack/playing";
import { target } from "../rack/targets";

/** Pocket keys lie as the pockets do on the screen. */
export const POCKET_KEYS: [string, PocketName, string][] = [
  ["q", "head-left", "upper left"],
  ["w", "side-left", "upper middle"],
  ["e", "foot-left", "upper right"],
  ["a", "head-right", "lower left"],
  ["s", "side-right", "lower middle"],
  ["d", "foot-right", "lower right"],
];

const ARROWS: [string, number, number, string][] = [
  ["ArrowLeft", -1, 0, "←"],
  ["ArrowRight", 1, 0, "→"],
  ["ArrowUp", 0, 1, "↑"],
  ["ArrowDown", 0, -1, "↓"],
];

export const COMMANDS = register([
  {
    id: "next",
    group: "Shot",
    words: "Next shot, new one at the end",
    keys: ["n"],
    run: (c) => act.next(c.shot, c.go),
  },
  {
    id: "back",
    group: "Shot",
    words: "Shot before",
    keys: ["b"],
    run: (c) => c.go(Math.max(1, c.shot - 1)),
  },
  { id: "first", group: "Shot", words: "First shot", keys: ["Home"], run: (c) => c.go(1) },
  { id: "last", group: "Shot", words: "Last shot", keys: ["End"], run: (c) => c.go(Math.max(1, c.shots)) },
  {
    id: "next-rack",
    group: "Shot",
    words: "Next rack, new one at the end",
    keys: ["g"],
    run: (c) => c.nextRack(),
  },
  {
    id: "insert",
    group: "Shot",
    words: "Put a shot in after this one",
    keys: ["Shift+N"],
    run: (c) => {
      act.addAfter(c.shot);
      c.go(c.shot + 1);
    },
  },
  {
    id: "remove",
    group: "Shot",
    words: "Remove this shot",
    keys: ["Shift+Delete"],
    run: (c) => act.removeShot(c.shot, c.go),
  },
  { id: "undo", group: "Shot", words: "Undo", keys: ["$mod+z"], shown: "Ctrl Z", run: () => act.undo() },
  {
    id: "redo",
    group: "Shot",
    words: "Redo",
    keys: ["$mod+Shift+z", "$mod+y"],
    shown: "Ctrl Shift Z",
    run: () => act.redo(),
  },

  {
    id: "ball-0",
    group: "Table",
    words: "Take the cue ball in hand",
    keys: ["0"],
    run: (c) => act.pickBall(c.shot, "cue"),
  },
  ...Array.from({ length: 9 }, (_, i): Command => ({
    id: `ball-${i + 1}`,
    group: "Table",
    words: `Ball ${i + 1}: plan it, or choose it in the result`,
    keys: [String(i + 1)],
    run: (c) => act.pickKey(c.shot, i + 1),
  })),
  ...Array.from({ length: 6 }, (_, i): Command => ({
    id: `ball-${i + 10}`,
    group: "Table",
    words: `Ball ${i + 10}: plan it, or choose it in the result`,
    keys: [`Shift+Digit${i}`],
    shown: `Shift ${i}`,
    run: (c) => act.pickKey(c.shot, i + 10),
  })),
  ...Array.from({ length: 9 }, (_, i): Command => ({
    id: `hold-${i + 1}`,
    group: "Table",
    words: `Take ball ${i + 1} in hand to move it`,
    keys: [`Alt+Digit${i + 1}`],
    shown: `Alt ${i + 1}`,
    run: (c) => act.holdKey(c.shot, i + 1),
  })),
  ...ARROWS.flatMap(([key, dx, dy, arrow]): Command[] => [
    {
      id: `nudge-${key}`,
      group: "Table",
      words: `Move the ball in hand 1 mm ${arrow}`,
      keys: [key],
      shown: arrow,
      run: (c) => act.nudge(c.shot, dx, dy, false),
    },
    {
      id: `step-${key}`,
      group: "Table",
      words: `Move the ball in hand a ball width ${arrow}`,
      keys: [`Shift+${key}`],
      shown: `Shift ${arrow}`,
      run: (c) => act.nudge(c.shot, dx, dy, true),
    },
  ]),
  {
    id: "centre",
    group: "Table",
    words: "Put the ball in hand on the middle of the table",
    keys: ["m"],
    run: (c) => {
      const { chosen, table } = useDesk.getState();
      if (chosen && table) act.putBall(c.shot, chosen, [table.length / 2, table.width / 2]);
    },
  },
  {
    id: "take-off",
    group: "Table",
    words: "Take the ball in hand off the table",
    keys: ["Delete", "Backspace"],
    run: (c) => {
      const { chosen } = useDesk.getState();
      if (chosen) act.takeOff(c.shot, chosen);
    },
  },
  {
    id: "let-go",
    group: "Table",
    words: "Let go of the ball in hand",
    keys: ["Escape"],
    run: () => {
      stop();
      putDown();
      act.choose(null);
    },
  },
  {
    id: "pattern",
    group: "Table",
    words: "Set the full rack for a break; again: the cue ball elsewhere",
    keys: ["t"],
    run: (c) => act.rackPattern(c.shot),
  },
  {
    id: "mirror",
    group: "Table",
    words: "Mirror the layout along the table",
    keys: ["Shift+M"],
    run: (c) => act.flip(c.shot, "mirror"),
  },
  {
    id: "turn",
    group: "Table",
    words: "Turn the layout to the other end",
    keys: ["Shift+T"],
    run: (c) => act.flip(c.shot, "turn"),
  },
  {
    id: "copy",
    group: "Table",
    words: "Copy the layout as text; paste text with Ctrl V",
    keys: ["Shift+C"],
    run: (c) => act.copyLayout(c.shot),
  },
  ...POCKET_KEYS.map(([key, pocket, where]): Command => ({
    id: `pocket-${pocket}`,
    group: "Table",
    words: `Pocket ${where}: plan it, or the ball fell there`,
    keys: [key],
    run: (c) => act.pickPocket(c.shot, pocket),
  })),

  {
    id: "choice",
    group: "Plan",
    words: "Attack, safety or two-way",
    keys: ["c"],
    run: (c) => act.nextChoice(c.shot),
  },
  {
    id: "kick",
    group: "Plan",
    words: "A kick; again: a direct shot",
    keys: ["Shift+X"],
    run: (c) => act.kick(c.shot),
  },
  {
    id: "no-target",
    group: "Plan",
    words: "No plan for the cue ball: just pot it",
    keys: ["j"],
    run: (c) => act.setPlan(c.shot, { target: target("none") }),
  },
  {
    id: "clear-target",
    group: "Plan",
    words: "Clear the target and its path",
    keys: ["Shift+J"],
    run: (c) => act.setPlan(c.shot, { target: target("unset"), via: [] }),
  },

  {
    id: "potted",
    group: "Result",
    words: "Potted as planned",
    keys: ["p"],
    run: (c) => act.potted(c.shot),
  },
  { id: "missed", group: "Result", words: "Not potted", keys: ["x"], run: (c) => act.missed(c.shot) },
  {
    id: "foul",
    group: "Result",
    words: "Foul: no rail after contact",
    keys: ["f"],
    run: (c) => {
      act.setResult(c.shot, { foul: "no-rail" });
      act.openSlip("result");
    },
  },

  {
    id: "lay-after",
    group: "Result",
    words: "Lay out the picture after the shot, ball by ball",
    keys: ["Shift+A"],
    run: (c) => act.layAfter(c.shot),
  },
  {
    id: "lay-stays",
    group: "Result",
    words: "Laying out: this ball did not move",
    keys: ["Shift+S"],
    run: (c) => act.layStays(c.shot),
  },
  {
    id: "respot",
    group: "Result",
    words: "Put balls that come back on their spots",
    keys: ["y"],
    run: (c) => act.respot(c.shot),
  },

  ...FILM_COMMANDS,

  {
    id: "blind",
    group: "Screen",
    words: "Judge the decision before the result is shown, on or off",
    keys: ["Shift+B"],
    run: () => setBlind(!useDesk.getState().blind),
  },
  {
    id: "slip-plan",
    group: "Screen",
    words: "Open the plan",
    keys: ["i"],
    run: () => act.openSlip("plan"),
  },
  {
    id: "slip-strike",
    group: "Screen",
    words: "Open the strike",
    keys: ["k"],
    run: () => act.openSlip("strike"),
  },
  {
    id: "slip-result",
    group: "Screen",
    words: "Open the result",
    keys: ["r"],
    run: () => act.openSlip("result"),
  },
  {
    id: "slip-worth",
    group: "Screen",
    words: "Open the worth",
    keys: ["o"],
    run: () => act.openSlip("worth"),
  },
  {
    id: "choices",
    group: "Screen",
    words: "Choices: what could be played at this shot, and what each is worth",
    keys: ["Shift+Q"],
    run: (c) => c.choices(),
  },
  {
    id: "keep-study",
    group: "Shot",
    words: "Keep this position as a study",
    keys: ["Shift+Y"],
    run: () => useDesk.setState((s) => ({ keepingStudy: s.doc.shots.length > 0 })),
  },
  {
    id: "map",
    group: "Screen",
    words:
      "What the tool shows on the table: chances for the next ball, routes, chances from here, the chance to win, the proposed order, a reading of the table, nothing",
    keys: ["."],
    run: () => nextView(),
  },
  {
    id: "map-pick",
    group: "Screen",
    words: "The next route, or the next way to open a cluster",
    keys: [","],
    run: () => nextPick(),
  },
  {
    id: "map-loss",
    group: "Screen",
    words: "How much may be lost inside the computed window",
    keys: ["Shift+W"],
    run: () => nextLoss(),
  },
  {
    id: "play",
    group: "Screen",
    words: "Play the strike at its true speed",
    keys: ["v"],
    run: () => play(1),
  },
  {
    id: "play-slow",
    group: "Screen",
    words: "Play the strike slowly",
    keys: ["Shift+V"],
    run: () => play(SLOW),
  },
  {
    id: "paths",
    group: "Screen",
    words: "Show or hide computed lines",
    keys: ["h"],
    run: () => useDesk.setState((s) => ({ showPaths: !s.showPaths })),
  },
]);
