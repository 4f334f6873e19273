/** Paths for the drawing. */
import type { Path, TableView } from "../api/types";

export const wayOf = (table: TableView, path: Path): string =>
  path.points.map(([, x, y]) => `${x.toFixed(0)},${(table.width - y).toFixed(0)}`).join(" ");

/** The one of `count` that is picked: picking goes round. */
export const turnOf = (picked: number, count: number): number => (count ? picked % count : 0);
