/** The proposed order on the table: the ways of the first balls, three of them in front, and the balls it ends with. */
import { memo } from "react";
import type { Leg, Path, Place, Places, TableView } from "../api/types";
import { radius } from "../table/geometry";
import { NamedPlace } from "../table/NamedPlace";
import { NumberedPaths } from "./NumberedPaths";

const FRONT = 3;
const DRAWN = 5; // the ways of more shots than these hide the table

type Props = {
  table: TableView;
  legs: Leg[];
  keyBall: string | null;
  breakBall: string | null;
  balls: Places;
};

export const OrderMarks = memo(function OrderMarks({ table, legs, keyBall, breakBall, balls }: Props) {
  const shots = legs.slice(0, DRAWN).map((leg, k) => ({
    number: k + 1,
    paths: leg.paths as Path[],
    opacity: k < FRONT ? 1 : 0.3,
    width: 6,
    numbered: k < FRONT,
  }));
  const named = [
    { ball: breakBall, word: "break ball" },
    { ball: keyBall, word: "key ball" },
  ];
  return (
    <>
      <NumberedPaths mark="order" table={table} shots={shots.reverse()} />
      {named.map(
        ({ ball, word }) =>
          ball &&
          balls[ball] && (
            <NamedPlace
              key={word}
              table={table}
              place={balls[ball] as Place}
              word={word}
              ring={radius(table, ball) * 1.5}
              balls={balls}
            />
          ),
      )}
    </>
  );
});
