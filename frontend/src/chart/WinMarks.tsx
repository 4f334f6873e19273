/** On a map of the chance to win: where each kind of stroke that is the best one somewhere is worth most. */
import { memo } from "react";
import type { Places, TableView, WinChart } from "../api/types";
import { chance } from "../units/units";
import { radius } from "../table/geometry";
import { NamedPlace } from "../table/NamedPlace";
import { bestPlaces, PLAY } from "./win";

type Props = { table: TableView; chart: WinChart; balls: Places };

export const WinMarks = memo(function WinMarks({ table, chart, balls }: Props) {
  return (
    <g data-mark="win">
      {bestPlaces(chart).map(({ kind, place, value }) => (
        <NamedPlace
          key={kind}
          table={table}
          place={place}
          word={`${PLAY[kind]} ${chance(value)}`}
          ring={radius(table, "cue")}
          dashed
          balls={balls}
        />
      ))}
    </g>
  );
});
