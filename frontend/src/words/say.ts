/**
 * The words of a dialect: pool's or snooker's. Everything the program says is written once, in canonical
 * words; the JSX runtime beside this file puts all of it through `say`, so that no screen is half translated.
 * The table comes from the core's glossary (`./aretane types`).
 */
import { disciplineOf } from "./disciplines";
import glossary from "./glossary.json";

export type Dialect = keyof typeof glossary;
export type WordsChoice = "game" | "pool" | "snooker";

export function dialectOf(discipline: string | undefined, choice: WordsChoice): Dialect {
  return choice === "game" ? disciplineOf(discipline).dialect : choice;
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");

/** Phrases that a dialect says otherwise, and those that hold one of them and are said as they are. */
function needed(table: Record<string, string>): string[] {
  const keys = Object.keys(table);
  const changed = keys.filter((key) => table[key] !== key);
  return keys.filter((key) => changed.some((one) => key.includes(one)));
}

/** A translator of one dialect; `names` of people and recordings stay as they are. */
export function translator(dialect: Dialect, names: string[]): (text: string) => string {
  const table: Record<string, string> = glossary[dialect];
  const words = needed(table).map((key) => `[${key[0]}${key[0]?.toUpperCase()}]${escaped(key.slice(1))}`);
  const kept = [...names].sort((a, b) => b.length - a.length).map(escaped);
  const pattern = new RegExp(
    `(${kept.join("|") || "$^"})|(?<![\\p{L}\\p{N}_])(${words.join("|")})(?![\\p{L}\\p{N}_-])`,
    "gu",
  );
  const known = new Map<string, string>();
  return (text) => {
    const before = known.get(text);
    if (before !== undefined) return before;
    const said = text.replace(
      pattern,
      (all: string, name: string | undefined, found: string | undefined) => {
        if (name || !found) return all;
        const word = table[found.charAt(0).toLowerCase() + found.slice(1)] ?? found;
        return found.charAt(0) === found.charAt(0).toUpperCase()
          ? word.charAt(0).toUpperCase() + word.slice(1)
          : word;
      },
    );
    if (known.size > 5000) known.clear();
    known.set(text, said);
    return said;
  };
}

let current = { dialect: "pool" as Dialect, names: "", say: translator("pool", []) };

/** Takes a dialect for everything drawn from now on. */
export function speak(dialect: Dialect, names: string[]): void {
  const joined = names.join("\n");
  if (current.dialect !== dialect || current.names !== joined)
    current = { dialect, names: joined, say: translator(dialect, names) };
}

/** The discipline of the screen that is open, once that is known. */
let discipline: string | undefined;

/** Another screen opens, whose discipline is not known yet. */
export function forgetDiscipline(): void {
  discipline = undefined;
}

/** Speaks the words of a discipline, or those the member chose; without one, of the discipline already open. */
export function follow(own: string | undefined, choice: WordsChoice, names: string[]): void {
  discipline = own ?? discipline;
  speak(dialectOf(discipline, choice), names);
}

export const say = (text: string): string => current.say(text);
