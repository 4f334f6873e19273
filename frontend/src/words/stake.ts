/** What is won by the shots of a game: straight pool is played over many racks. Pure: no React. */
import { disciplineOf } from "./disciplines";

const crosses = (discipline: string | undefined): boolean => disciplineOf(discipline).crosses_racks;

/** What a shot's chances are about. */
export const stake = (discipline: string | undefined): string =>
  crosses(discipline) ? "the game" : "the rack";

/** What chances add up to over recordings of these games. */
export function stakes(disciplines: string[]): string {
  const games = disciplines.filter(crosses).length;
  return games === 0 ? "racks" : games === disciplines.length ? "games" : "racks or games";
}
