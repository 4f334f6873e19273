/** Commands for the recording's picture and the pencil on it. */
import type { Command } from "../commands/commands";
import { switchHidden, takePencil } from "../drawing/pencil";
import * as control from "../player/control";
import { setShown, usePlayer } from "../player/playerStore";
import * as act from "../rack/actions";
import * as film from "./film";

export const FILM_COMMANDS: Command[] = [
  {
    id: "video-play",
    group: "Video",
    words: "Play or pause the video",
    keys: ["Space"],
    run: () => void control.toggle(),
  },
  {
    id: "frame-back",
    group: "Video",
    words: "One frame back",
    keys: [";"],
    run: () => control.stepFrames(-1),
  },
  { id: "frame-on", group: "Video", words: "One frame on", keys: ["'"], run: () => control.stepFrames(1) },
  {
    id: "skip-back",
    group: "Video",
    words: "Two seconds back",
    keys: ["Shift+Semicolon"],
    shown: "Shift ;",
    run: () => control.skip(-2),
  },
  {
    id: "skip-on",
    group: "Video",
    words: "Two seconds on",
    keys: ["Shift+Quote"],
    shown: "Shift '",
    run: () => control.skip(2),
  },
  {
    id: "slower",
    group: "Video",
    words: "Half as fast, down to 1/8",
    keys: ["-"],
    run: () => control.changeRate(true),
  },
  {
    id: "faster",
    group: "Video",
    words: "Twice as fast, up to as it was filmed",
    keys: ["="],
    run: () => control.changeRate(false),
  },
  {
    id: "loop",
    group: "Video",
    words: "Play this shot again and again, on or off",
    keys: ["l"],
    run: () => usePlayer.setState((s) => ({ looping: !s.looping })),
  },
  {
    id: "mark-start",
    group: "Video",
    words: "Mark the strike of this shot here",
    keys: ["u"],
    run: (c) => film.mark(c.shot, "time_s"),
  },
  {
    id: "mark-end",
    group: "Video",
    words: "Mark the end of this shot here: the balls lie still",
    keys: ["Shift+U"],
    run: (c) => film.mark(c.shot, "end_s"),
  },
  {
    id: "to-shot",
    group: "Video",
    words: "Show this shot's first frame",
    keys: ["z"],
    run: (c) => film.toShot(c.shot),
  },
  {
    id: "to-picture",
    group: "Video",
    words: "Go to the shot that the picture shows",
    keys: ["Shift+Z"],
    run: (c) => film.toPicture(c.go),
  },
  {
    id: "swap",
    group: "Video",
    words: "Picture and table change places",
    keys: ["Shift+P"],
    run: () => usePlayer.setState((s) => ({ swapped: !s.swapped, shown: true })),
  },
  {
    id: "player",
    group: "Video",
    words: "Show or hide the video",
    keys: ["Shift+R"],
    run: () => setShown(!usePlayer.getState().shown),
  },

  {
    id: "draw-line",
    group: "Pencil",
    words: "Pencil: lines on the table or the picture, on or off",
    keys: ["Shift+L"],
    run: () => takePencil("line"),
  },
  {
    id: "draw-zone",
    group: "Pencil",
    words: "Pencil: zones on the table or the picture, on or off",
    keys: ["Shift+O"],
    run: () => takePencil("zone"),
  },
  {
    id: "draw-hide",
    group: "Pencil",
    words: "Pencil: show or hide the marks",
    keys: ["Shift+H"],
    run: switchHidden,
  },
  {
    id: "draw-clear",
    group: "Pencil",
    words: "Pencil: clear the marks of this shot",
    keys: ["Shift+K"],
    run: (c) => act.clearDrawings(c.shot),
  },
];
