/** A map on the table: fine lines of equal chance, the window in a heavier one, the dead zone dotted. */
import { memo, useMemo } from "react";
import type { Chart, Place, Places, TableView } from "../api/types";
import { figure, type Measure } from "../parts/measure";
import { linesAt } from "./contours";
import { highest, labelAt, levels, windowFrom, type Line } from "./lines";
import { Lettering } from "../table/Lettering";

type Props = {
  table: TableView;
  chart: Chart;
  measure: Measure;
  loss: number;
  balls: Places;
  /** The smallest step between two lines. */
  least?: number;
};

/** Share of the best chance under which a place is dead. */
const DEAD = 0.1;

export const ChartMarks = memo(function ChartMarks({ table, chart, measure, loss, balls, least }: Props) {
  const best = highest(chart);
  const { even, window, dead } = useMemo(() => {
    const inside = windowFrom(measure, best, loss);
    const [window] = linesAt(chart, [inside]);
    const [dead] = linesAt(chart, [best * DEAD]);
    return { even: linesAt(chart, levels(chart, least)), window, dead };
  }, [chart, measure, best, loss, least]);
  const path = (line: Line) =>
    line.parts
      .map(
        (part) => `M${part.map(([x, y]) => `${x.toFixed(0)},${(table.width - y).toFixed(0)}`).join("L")}`,
      )
      .join("");
  const free: Place[] = [
    ...(Object.values(balls) as Place[]),
    ...table.pockets.map((pocket) => pocket.mouth as Place),
  ];
  return (
    <g data-mark="chart" pointerEvents="none" fill="none" stroke="var(--table-ink)" strokeLinejoin="round">
      {even.map((line) => (
        <path key={line.level} d={path(line)} strokeWidth={2.6} strokeOpacity={0.5} />
      ))}
      {dead && (
        <path
          d={path(dead)}
          strokeWidth={5}
          strokeOpacity={0.75}
          strokeDasharray="1 13"
          strokeLinecap="round"
          data-mark="dead-zone"
        />
      )}
      {window && <path d={path(window)} strokeWidth={7} strokeOpacity={0.9} data-mark="computed-window" />}
      {even.map((line) => {
        const at = labelAt(line, free);
        return (
          at && (
            <Lettering
              key={line.level}
              x={at[0]}
              y={table.width - at[1]}
              size={table.length * 0.015}
              halo={14}
              number
            >
              {figure(measure, line.level)}
            </Lettering>
          )
        );
      })}
    </g>
  );
});
