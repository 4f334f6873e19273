/** The pointer on the table: a ball taken, cloth clicked or drawn on, a pencil stroke. Each is press, move, release. */
import { useState, type PointerEvent, type RefObject } from "react";
import type { Place, Places, PocketName, Shot, TableView } from "../api/types";
import { usePencil } from "../drawing/pencil";
import { drawingOf } from "../drawing/strokes";
import * as act from "../rack/actions";
import { useDesk } from "../rack/deskStore";
import * as rd from "../rack/rackDoc";
import { preview } from "../rack/saving";
import { CUSHION, distance, inside, round, settle } from "../table/geometry";

/** Where it began and is, mm; `pressed` in pixels. */
type Drag = { from: Place; at: Place; pressed: Place; moved: boolean };

export type Gesture =
  | ({ kind: "ball"; ball: string } & Drag)
  | ({ kind: "cloth"; rail: boolean } & Drag)
  | { kind: "stroke"; points: Place[] };

/** Pixels on the screen before a press becomes a drag; a thumb trembles more than a mouse. */
const MOVES_AFTER = { mouse: 2.5, touch: 8 };
/** mm that the eye forgives in a stroke. */
const OFF = 8;
const GRIP = 46; // mm; a thumb is wider than a ball

/** What lies on the stage: the shot with its layout before it, and the balls that are shown. */
type Stage = {
  number: number;
  id: string;
  shot: Shot;
  before: Places;
  shown: Places;
  ended: boolean;
  table: TableView;
};

export function useGestures(svg: RefObject<SVGSVGElement | null>, stage: Stage) {
  const { number, id, shot, before, shown, ended, table } = stage;
  const [gesture, setGesture] = useState<Gesture | null>(null);
  const { pencil } = usePencil();
  const slip = useDesk((s) => s.slip);
  const chosen = useDesk((s) => s.chosen);
  const laying = useDesk((s) => s.laying);

  const placeOf = (event: PointerEvent): Place => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return [0, 0];
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [p.x, table.width - p.y];
  };

  const grab = (at: Place): string | null =>
    Object.entries(shown)
      .map(([ball, place]) => ({ ball, far: distance(place, at) }))
      .filter((one) => one.far < GRIP)
      .sort((a, b) => a.far - b.far)[0]?.ball ?? null;

  const press = (event: PointerEvent) => {
    if (event.button !== 0) return;
    const at = placeOf(event);
    if (pencil) {
      svg.current?.setPointerCapture(event.pointerId);
      return setGesture({ kind: "stroke", points: [at] });
    }
    const off = laying || (!ended && chosen && !(chosen in before));
    const ball = off ? null : grab(at);
    svg.current?.setPointerCapture(event.pointerId);
    const drag: Drag = { from: at, at, pressed: [event.clientX, event.clientY], moved: false };
    if (ball) setGesture({ kind: "ball", ball, ...drag });
    else setGesture({ kind: "cloth", rail: event.shiftKey, ...drag });
  };

  const move = (event: PointerEvent) => {
    const at = placeOf(event);
    useDesk.setState({ pointer: at });
    if (!gesture) return;
    if (gesture.kind === "stroke") return setGesture({ ...gesture, points: [...gesture.points, at] });
    const far = distance(gesture.pressed, [event.clientX, event.clientY]);
    const moved = gesture.moved || far > MOVES_AFTER[event.pointerType === "touch" ? "touch" : "mouse"];
    setGesture({ ...gesture, at, moved });
    if (gesture.kind === "ball" && moved) previewMove(gesture.ball, at);
  };

  const previewMove = (ball: string, wanted: Place) => {
    const place = settle(table, shown, ball, wanted);
    if (!place) return;
    const doc = rd.changeShot(useDesk.getState().doc, id, (s) =>
      ended ? rd.placeAfter(s, ball, place) : rd.placeBefore(s, ball, place),
    );
    preview(doc);
  };

  const release = (event: PointerEvent) => {
    const done = gesture;
    setGesture(null);
    if (!done) return;
    if (done.kind === "stroke") {
      const made = pencil && done.points.length > 1 ? drawingOf("table", pencil, done.points, OFF) : null;
      if (made) act.addDrawing(number, made);
      return;
    }
    const at = placeOf(event);
    if (done.kind === "ball") {
      if (done.moved) act.putBall(number, done.ball, at);
      else act.pickBall(number, done.ball);
      return;
    }
    const pocket = pocketAt(table, done.from);
    if (pocket && !done.moved) return act.pickPocket(number, pocket);
    if (!onCloth(table, done.from)) return;
    if (done.rail && slip === "plan")
      return act.setPlan(number, { via: [...shot.plan.via, onCushion(table, done.from)] });
    const start = round(inside(table, "cue", done.from));
    if (done.moved && slip === "plan" && distance(done.from, at) > 60)
      act.drawTarget(number, start, round(inside(table, "cue", at)));
    else act.clickCloth(number, start);
  };

  return { gesture, press, move, release, cancel: () => setGesture(null) };
}

function pocketAt(table: TableView, at: Place): PocketName | null {
  const near = table.pockets.find((p) => distance(p.mouth as Place, at) < (p.side ? 85 : 100));
  return (near?.name as PocketName | undefined) ?? null;
}

const onCloth = (table: TableView, [x, y]: Place) =>
  x > -CUSHION && y > -CUSHION && x < table.length + CUSHION && y < table.width + CUSHION;

/** The nearest place where the cue ball's centre meets a cushion. */
function onCushion(table: TableView, at: Place): Place {
  const r = table.cue_ball_radius;
  const [x, y] = inside(table, "cue", at);
  const sides: [number, Place][] = [
    [x, [r, y]],
    [table.length - x, [table.length - r, y]],
    [y, [x, r]],
    [table.width - y, [x, table.width - r]],
  ];
  return round(sides.sort((a, b) => a[0] - b[0])[0]?.[1] ?? at);
}
