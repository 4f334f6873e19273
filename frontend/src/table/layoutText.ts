/** Layouts as plain text, a ball a line: "4 1270 635" in mm, or "4 4.0d 2.0d" in diamonds. A first line
 *  "table 2540 1270" says of which playing area; on a table of another size the layout is rescaled. */
import type { Place, Places, TableView } from "../api/types";
import { ballName, rank } from "./colours";
import { inside, overlaps, round } from "./geometry";

export type ReadLayout = { places: Places; faults: string[]; rescaled: boolean };

export function writeLayout(places: Places, table?: TableView): string {
  const lines = Object.keys(places)
    .sort((a, b) => rank(a) - rank(b))
    .map((ball) => `${ball} ${(places[ball] as Place).map((v) => v.toFixed(1)).join(" ")}`);
  if (table) lines.unshift(`table ${table.length.toFixed(0)} ${table.width.toFixed(0)}`);
  return lines.join("\n");
}

/** Reads a layout; every line that cannot be read is named and the rest is kept. */
export function readLayout(text: string, table: TableView, balls: string[]): ReadLayout {
  const places: Places = {};
  const faults: string[] = [];
  let scale: Place = [1, 1];
  text.split(/\r?\n|;/).forEach((line, index) => {
    const words = line
      .trim()
      .split(/[\s,:=]+/)
      .filter(Boolean);
    if (!words.length) return;
    const where = `line ${index + 1}`;
    const ball = (words[0] as string).toLowerCase();
    const at = words.slice(1).map((word, axis) => {
      const found = number(word, table.diamond);
      return found === null || word.toLowerCase().endsWith("d") ? found : found * (scale[axis] ?? 1);
    });
    if (ball === "table" && at.length === 2 && at[0] && at[1])
      scale = [table.length / at[0], table.width / at[1]];
    else if (ball !== "cue" && !balls.includes(ball))
      faults.push(`${where}: “${words[0]}” is no ball of this game`);
    else if (at.length !== 2 || at.some((v) => v === null))
      faults.push(`${where}: write the ball, then x and y in mm, or in diamonds as 4.0d`);
    else if (ball in places) faults.push(`${where}: the ${ballName(ball)} stands twice; the first is kept`);
    else {
      const place = at as Place;
      const held = inside(table, ball, place);
      const other = Object.entries(places).find(([name, there]) =>
        overlaps(table, ball, place, name, there),
      );
      if (Math.hypot(held[0] - place[0], held[1] - place[1]) > 1)
        faults.push(`${where}: the ${ballName(ball)} is off the table`);
      else if (other) faults.push(`${where}: the ${ballName(ball)} overlaps the ${ballName(other[0])}`);
      else places[ball] = round(held);
    }
  });
  const rescaled = scale.some((by) => Math.abs(by - 1) > 0.002);
  return { places, faults, rescaled };
}

function number(word: string, diamond: number): number | null {
  const found = /^(-?\d+(?:\.\d+)?)(d?)$/.exec(word.toLowerCase());
  return found ? Number(found[1]) * (found[2] ? diamond : 1) : null;
}

/** The layout seen in a mirror along the table, or turned to its other end. */
export const mirrored = (places: Places, table: TableView): Places =>
  moved(places, ([x, y]) => [x, table.width - y]);
export const turned = (places: Places, table: TableView): Places =>
  moved(places, ([x, y]) => [table.length - x, table.width - y]);

function moved(places: Places, how: (place: Place) => Place): Places {
  return Object.fromEntries(Object.entries(places).map(([ball, place]) => [ball, round(how(place))]));
}
