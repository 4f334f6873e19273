/** The table of a shot to call: before it, or after it with where the cue ball was said to end. */
import { useRef } from "react";
import type { Call, Place } from "../api/types";
import { Ball } from "../table/Ball";
import { CUSHION, FRAME, inside, round } from "../table/geometry";
import { TableBed } from "../table/TableBed";

type Props = { call: Call; end: Place | null; place: ((end: Place) => void) | null };

export function CallTable({ call, end, place }: Props) {
  const drawing = useRef<SVGSVGElement>(null);
  const { table } = call;
  const edge = CUSHION + FRAME;
  const balls = call.came?.after ?? call.balls;
  const was = call.came ? call.balls.cue : undefined;
  const put = (event: React.MouseEvent) => {
    const matrix = drawing.current?.getScreenCTM();
    if (!place || !matrix) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    place(round(inside(table, "cue", [at.x, table.width - at.y])));
  };
  return (
    <svg
      ref={drawing}
      viewBox={`${-edge} ${-edge} ${table.length + 2 * edge} ${table.width + 2 * edge}`}
      className={`block w-full ${place ? "cursor-crosshair" : ""}`}
      role="img"
      aria-label={call.came ? "The table after the shot" : "The table before the shot"}
      onClick={put}
    >
      <TableBed table={table} />
      {was && call.came && <Ball table={table} ball="cue" at={was as Place} faint />}
      {Object.entries(balls).map(([ball, at]) => (
        <Ball key={ball} table={table} ball={ball} at={at as Place} />
      ))}
      {end && (
        <g data-mark="said-end" stroke="var(--mark-line)" fill="none" strokeWidth={6}>
          {call.came?.after.cue && (
            <line
              x1={end[0]}
              y1={table.width - end[1]}
              x2={call.came.after.cue[0]}
              y2={table.width - call.came.after.cue[1]}
              strokeDasharray="6 10"
            />
          )}
          <circle
            cx={end[0]}
            cy={table.width - end[1]}
            r={table.cue_ball_radius + 8}
            strokeDasharray="16 10"
          />
        </g>
      )}
    </svg>
  );
}
