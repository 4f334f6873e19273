/** Which words a screen speaks: those of its discipline, or those the member chose. */
import { useQuery } from "@tanstack/react-query";
import { sessionQuery } from "../api/queries";
import { follow, type WordsChoice } from "./say";

/** Call it before anything is said. A screen without a discipline of its own keeps the one of the screen it is in. */
export function useDialect(own?: string): void {
  const { data } = useQuery(sessionQuery);
  follow(own, (data?.words ?? "game") as WordsChoice, data?.names ?? []);
}
