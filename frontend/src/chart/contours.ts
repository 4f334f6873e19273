/** Lines of equal chance from a map's grid. */
import { contours } from "d3-contour";
import type { Chart, Place } from "../api/types";
import type { Line } from "./lines";

/** The lines at these levels, in mm and in order of level; where a line would run along the edge of the grid it is left open. */
export function linesAt(chart: Chart, at: number[]): Line[] {
  const { columns, rows } = chart;
  const across = Array.from(
    { length: columns * rows },
    (_, k) => chart.values[(k % columns) * rows + Math.floor(k / columns)] ?? 0,
  );
  const place = ([u, v]: [number, number]): Place => [
    chart.left + (u - 0.5) * chart.step_x,
    chart.low + (v - 0.5) * chart.step_y,
  ];
  const onEdge = ([u, v]: [number, number]) =>
    u <= 0.5 || v <= 0.5 || u >= columns - 0.5 || v >= rows - 0.5;
  return contours()
    .size([columns, rows])
    .thresholds(at)(across)
    .map((found) => ({
      level: found.value,
      parts: found.coordinates
        .flat()
        .flatMap((ring) =>
          open(ring as [number, number][], onEdge).map((part) => rounded(rounded(part.map(place)))),
        ),
    }));
}

function open(ring: [number, number][], onEdge: (at: [number, number]) => boolean): [number, number][][] {
  const parts: [number, number][][] = [];
  let part: [number, number][] = [];
  for (const at of ring) {
    if (onEdge(at)) {
      if (part.length > 1) parts.push(part);
      part = [];
    } else part.push(at);
  }
  if (part.length > 1) parts.push(part);
  return parts;
}

/** Corners cut off, ends kept: the grid is coarser than what it stands for. */
function rounded(part: Place[]): Place[] {
  const between = part.slice(1).flatMap((b, k): Place[] => {
    const a = part[k] as Place;
    return [
      [0.75 * a[0] + 0.25 * b[0], 0.75 * a[1] + 0.25 * b[1]],
      [0.25 * a[0] + 0.75 * b[0], 0.25 * a[1] + 0.75 * b[1]],
    ];
  });
  return [part[0] as Place, ...between.slice(1, -1), part.at(-1) as Place];
}
