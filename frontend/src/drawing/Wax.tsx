/** What a person drew: broad soft strokes, as of a wax pencil. Zones are filled faintly. */
import type { Drawing, Place } from "../api/types";
import { pathOf } from "./strokes";

type Props = {
  drawings: Drawing[];
  on: Drawing["on"];
  /** From the drawing's own measure to the surface's. */
  to: (place: Place) => Place;
  /** Stroke width on the surface. */
  broad: number;
};

export function Wax({ drawings, on, to, broad }: Props) {
  return (
    <g
      data-mark="drawn"
      fill="none"
      stroke="var(--wax)"
      strokeWidth={broad}
      strokeLinecap="round"
      strokeLinejoin="round"
      strokeOpacity={0.72}
      pointerEvents="none"
    >
      {drawings.map((drawing, i) =>
        drawing.on !== on ? null : (
          <path
            key={i}
            d={pathOf(
              drawing.points.map((p) => to(p as Place)),
              drawing.kind === "zone",
            )}
            fill={drawing.kind === "zone" ? "var(--wax)" : "none"}
            fillOpacity={0.18}
            data-kind={drawing.kind}
          />
        ),
      )}
    </g>
  );
}
