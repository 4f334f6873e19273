/** Pure geometry of the drawing, in mm. The drawing's y grows downwards; the table's upwards. */
import type { Place, Places, TableView } from "../api/types";

export const CUSHION = 62;
export const FRAME = 44;

export function radius(table: TableView, ball: string): number {
  return ball === "cue" ? table.cue_ball_radius : table.ball_radius;
}

export function distance(a: Place, b: Place): number {
  return Math.hypot(a[0] - b[0], a[1] - b[1]);
}

export function round(place: Place): Place {
  return [Math.round(place[0] * 10) / 10, Math.round(place[1] * 10) / 10];
}

/** The place held inside the cushions. */
export function inside(table: TableView, ball: string, place: Place): Place {
  const r = radius(table, ball);
  return [
    Math.min(Math.max(place[0], r), table.length - r),
    Math.min(Math.max(place[1], r), table.width - r),
  ];
}

/**
 * The nearest place to the wanted one where the ball is on the table and overlaps no other.
 * Pushes the ball out of the others and back inside in turns; null when there is no room.
 */
export function settle(table: TableView, balls: Places, ball: string, wanted: Place): Place | null {
  let at = inside(table, ball, wanted);
  const others = Object.entries(balls).filter(([name]) => name !== ball);
  for (let pass = 0; pass < 60; pass += 1) {
    const hit = others.find(([name, other]) => overlaps(table, ball, at, name, other));
    if (!hit) return up(table, others, ball, at);
    const [name, other] = hit;
    const need = radius(table, ball) + radius(table, name) + 0.1;
    const gap = distance(at, other);
    const away: Place =
      gap > 1e-6 ? [(at[0] - other[0]) / gap, (at[1] - other[1]) / gap] : [Math.cos(pass), Math.sin(pass)];
    const turned = turn(away, pass > 20 ? pass * 0.7 : 0);
    at = inside(table, ball, [other[0] + turned[0] * need, other[1] + turned[1] * need]);
  }
  return null;
}

/** Rounds to 0.1 mm without letting the rounding make an overlap. */
function up(table: TableView, others: [string, Place][], ball: string, at: Place): Place {
  const near = round(at);
  return others.some(([name, other]) => overlaps(table, ball, near, name, other)) ? at : near;
}

function turn([x, y]: Place, angle: number): Place {
  return [x * Math.cos(angle) - y * Math.sin(angle), x * Math.sin(angle) + y * Math.cos(angle)];
}

export function overlaps(table: TableView, a: string, at: Place, b: string, other: Place): boolean {
  return distance(at, other) < radius(table, a) + radius(table, b) - 0.05;
}

/** The point `far` mm from a place in a direction given in degrees. */
export function along(place: Place, angle: number, far: number): Place {
  const radians = (angle * Math.PI) / 180;
  return [place[0] + Math.cos(radians) * far, place[1] + Math.sin(radians) * far];
}
