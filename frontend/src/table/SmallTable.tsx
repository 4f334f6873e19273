/** A table with its balls, small: for lists. */
import type { Place, Places, TableView } from "../api/types";
import { Ball } from "./Ball";
import { CUSHION, FRAME } from "./geometry";
import { TableBed } from "./TableBed";

const RADIUS = 44; // mm, drawn larger than a ball is, so that its colour can be seen

export function SmallTable({ table, balls, label }: { table: TableView; balls: Places; label: string }) {
  const edge = CUSHION + FRAME;
  const drawn = { ...table, ball_radius: RADIUS, cue_ball_radius: RADIUS };
  return (
    <svg
      viewBox={`${-edge} ${-edge} ${table.length + 2 * edge} ${table.width + 2 * edge}`}
      className="block w-full"
      role="img"
      aria-label={label}
    >
      <TableBed table={table} plain />
      {Object.entries(balls).map(([ball, at]) => (
        <Ball key={ball} table={drawn} ball={ball} at={at as Place} small />
      ))}
    </svg>
  );
}
