/** Balls taken by hand on a drawn table: where one is held, and where it is let go. */
import { useRef, useState, type PointerEvent } from "react";
import type { Place, Places, TableView } from "../api/types";
import { settle } from "./geometry";

/** A press that moves less than this (mm) picks the ball and does not move it. */
const STILL = 8;

type Held = { ball: string; from: Place; at: Place };
type Hands = {
  move: (ball: string, to: Place) => void;
  pick?: (ball: string) => void;
  /** While a place is asked for: takes it, and no ball is held. */
  point?: ((to: Place) => void) | undefined;
};

export function useDrag(table: TableView, balls: Places, { move, pick, point }: Hands) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<Held | null>(null);
  const placeOf = (event: PointerEvent): Place => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return [0, 0];
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return [at.x, table.width - at.y];
  };
  const drag = (event: PointerEvent) => {
    if (!held) return;
    const to = placeOf(event);
    if (Math.hypot(to[0] - held.from[0], to[1] - held.from[1]) < STILL) return;
    const at = settle(table, balls, held.ball, to);
    if (at) setHeld({ ...held, at });
  };
  const drop = (event: PointerEvent) => {
    if (point) point(placeOf(event));
    if (!held) return;
    if (held.at === balls[held.ball]) pick?.(held.ball);
    else move(held.ball, held.at);
    setHeld(null);
  };
  const take = (ball: string, event: PointerEvent) => {
    if (point) return;
    svg.current?.setPointerCapture(event.pointerId);
    setHeld({ ball, from: placeOf(event), at: balls[ball] as Place });
  };
  return {
    held,
    take,
    table: { ref: svg, onPointerMove: drag, onPointerUp: drop, onPointerCancel: () => setHeld(null) },
  };
}
