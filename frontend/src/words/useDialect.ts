/** Which words a screen speaks: those of its discipline, or those the member chose. Call it before anything is said. */
import { useQuery } from "@tanstack/react-query";
import { sessionQuery } from "../api/queries";
import { dialectOf, speak, type WordsChoice } from "./say";

export function useDialect(discipline?: string): void {
  const { data } = useQuery(sessionQuery);
  speak(dialectOf(discipline, (data?.words ?? "game") as WordsChoice), data?.names ?? []);
}
