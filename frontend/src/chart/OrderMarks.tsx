/** The proposed order on the table: the ways of the cue ball and of the balls, three ahead in front. */
import { memo } from "react";
import type { Leg, Path, TableView } from "../api/types";
import { NumberedPaths } from "./NumberedPaths";

const FRONT = 3;

export const OrderMarks = memo(function OrderMarks({ table, legs }: { table: TableView; legs: Leg[] }) {
  const shots = legs.map((leg, k) => ({
    number: k + 1,
    paths: leg.paths as Path[],
    opacity: k < FRONT ? 1 : 0.3,
    width: 6,
    numbered: k < FRONT,
  }));
  return <NumberedPaths mark="order" table={table} shots={shots.reverse()} />;
});
