/** Where a word is written beside a place so that it lies on no ball. */
import type { Place, Places, TableView } from "../api/types";
import { radius } from "./geometry";

const WIDE = 0.56; // of its height, a letter on average

/** The middle of the word: above, below, right or left of the place, the first with room or the one with most. */
export function beside(
  table: TableView,
  place: Place,
  word: string,
  size: number,
  away: number,
  balls: Places,
): Place {
  const [half, tall] = [(word.length * size * WIDE) / 2, size / 2];
  const [x, y] = place;
  const tries: Place[] = [
    [x, y + away + tall],
    [x, y - away - tall],
    [x + away + half, y],
    [x - away - half, y],
  ];
  const room = ([mx, my]: Place): number => {
    const rim = Math.min(mx - half, table.length - mx - half, my - tall, table.width - my - tall);
    const gaps = Object.entries(balls).map(([ball, at]) => {
      if (!at) return Infinity;
      const dx = Math.max(0, Math.abs(at[0] - mx) - half);
      const dy = Math.max(0, Math.abs(at[1] - my) - tall);
      return Math.hypot(dx, dy) - radius(table, ball);
    });
    return Math.min(rim, ...gaps);
  };
  return tries.find((one) => room(one) >= 0) ?? tries.reduce((a, b) => (room(b) > room(a) ? b : a));
}
