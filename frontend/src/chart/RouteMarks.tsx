/** Routes to the next ball: the picked one fine and dotted, the others fainter and without the object ball. */
import { memo } from "react";
import type { Path, Routes, TableView } from "../api/types";
import { NumberedPaths } from "./NumberedPaths";
import { turnOf } from "./ways";

type Props = { table: TableView; routes: Routes; picked: number };

export const RouteMarks = memo(function RouteMarks({ table, routes, picked }: Props) {
  const chosen = turnOf(picked, routes.routes.length);
  const shots = routes.routes
    .map((route, k) => {
      const front = k === chosen;
      const paths = (route.paths as Path[]).filter((path) => front || path.ball === "cue");
      return { number: k + 1, paths, opacity: front ? 1 : 0.4, width: front ? 7 : 4, numbered: true };
    })
    .sort((a, b) => a.opacity - b.opacity);
  return <NumberedPaths mark="routes" table={table} shots={shots} />;
});
