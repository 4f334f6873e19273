/** Which rows of the ledger are shown, in which order. Pure: no React. */
import type { LedgerEntry } from "../api/types";

export type Filter = "wrong" | "unlucky" | "lucky" | "close" | "all";
export const FILTERS: [Filter, string][] = [
  ["wrong", "Wrong choices"],
  ["lucky", "Wrong, came off"],
  ["unlucky", "Right, failed"],
  ["close", "Too close to call"],
  ["all", "All"],
];

const SHOWN: Record<Filter, (entry: LedgerEntry) => boolean> = {
  wrong: (entry) => entry.grade === "wrong",
  lucky: (entry) => entry.grade === "wrong" && entry.came_off === true,
  unlucky: (entry) => entry.grade === "right" && entry.came_off === false,
  close: (entry) => entry.grade === "close",
  all: () => true,
};

/** The rows of a filter: those of "all" as they were played, of others the dearest first. */
export function rows(entries: LedgerEntry[], filter: Filter): LedgerEntry[] {
  const found = entries.filter(SHOWN[filter]);
  return filter === "all" ? found : [...found].sort((entry, other) => other.cost - entry.cost);
}

export const count = (entries: LedgerEntry[], filter: Filter): number =>
  entries.filter(SHOWN[filter]).length;

/** A shot's address in one word. */
export const keyOf = (shot: LedgerEntry["shot"]): string => `${shot.recording}/${shot.rack}/${shot.shot}`;
