/** What a screen shows otherwise from discipline to discipline; the records come from the core (`./aretane types`). */
import records from "./disciplines.json";

export type Discipline = {
  dialect: "pool" | "snooker";
  table: string;
  order: string;
  groups: string[];
  measure: string;
  crosses_racks: boolean;
  fouls_score: boolean;
};

/** While the discipline is not known yet, that of any pool game. */
const UNKNOWN: Discipline = {
  dialect: "pool",
  table: "pool-9",
  order: "any-order",
  groups: [],
  measure: "chance",
  crosses_racks: false,
  fouls_score: false,
};

export const disciplineOf = (code: string | undefined): Discipline =>
  (records as Record<string, Discipline>)[code ?? ""] ?? UNKNOWN;
