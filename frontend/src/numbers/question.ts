/** A question as its address says it, and its words; no drawing. */
import type { AnswerBand, Asked, Catalog, Held, Split } from "../api/types";
import { length, speed, type Units } from "../units/units";
import { signed } from "./axis";

/** Parts of a question that are no condition on a shot. */
export const PARTS = ["measure", "by", "player", "against", "discipline", "kind", "since", "until"];

/** Kinds of recording, as they are picked. */
export const KINDS: [string, string][] = [
  ["", "matches and practice"],
  ["match", "matches"],
  ["practice", "practice"],
  ["team", "team runs"],
  ["drill", "drills"],
];

/** Disciplines, as they are picked: pool unless one is named. */
export const inGames = (games: [string, string][]): [string, string][] => [
  ["", "pool"],
  ["all", "pool and snooker"],
  ...games,
];

/** A question from its address: what it says, and the usual where it says nothing. */
export const questionOf = (search: URLSearchParams): Record<string, string> => ({
  measure: "pots",
  by: "cut",
  ...Object.fromEntries([...search].filter(([, value]) => value !== "")),
});

/** The question as it is asked: without a split where nothing is split. */
export const askedFor = (question: Record<string, string>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(question).filter(([code, value]) => !(code === "by" && value === "none")),
  );

/** Conditions on a shot: a split and a band of it. */
export const conditionsOf = (question: Record<string, string>): [string, string][] =>
  Object.entries(question).filter(([code]) => !PARTS.includes(code));

/** What is grouped, under the heads of the groups, in order. */
export function grouped(
  every: { code: string; words: string; group: string }[],
  first: [string, string][] = [],
): Map<string, [string, string][]> {
  const found = new Map<string, [string, string][]>(first.length ? [["", first]] : []);
  for (const one of every) found.set(one.group, [...(found.get(one.group) ?? []), [one.code, one.words]]);
  return found;
}

type Ends = { low?: number | null | undefined; high?: number | null | undefined };

/** A band in words: its own, or the values it holds, in the unit people read. */
export function bandWords(split: Split, code: string, words: string, units: Units): string {
  const band: Ends & { words?: string } = split.bands.find((one) => one.code === code) ?? {};
  if (words) return words;
  if (band.words) return band.words;
  if (band.low === null || band.low === undefined) return code;
  return range(split.unit, band.low, band.high ?? null, units);
}

function range(unit: string, low: number, high: number | null, units: Units): string {
  const one = (value: number) => inUnit(unit, value, units);
  if (high === null) return `${one(low)} and more`;
  return low === 0 ? `under ${one(high)}` : `${one(low)} to ${one(high)}`;
}

/** A value in a unit of the catalog: metres, m/s, degrees, seconds, chances. */
function inUnit(unit: string, value: number, units: Units): string {
  if (unit === "m") return length(value * 1000, units);
  if (unit === "m/s") return speed(value, units);
  if (unit === "chance") return `${Math.round(value * 100)} %`;
  return unit === "°" ? `${value}°` : `${value} ${unit}`;
}

/** A value of an answer with its unit; lengths come in mm. */
export function valueWords(form: string, unit: string, value: number | null, units: Units): string {
  if (value === null) return "none yet";
  if (form === "share") return `${(value * 100).toFixed(0)} %`;
  if (form === "count") return `${(value * 100).toFixed(0)} % of them`;
  if (unit === "m") return `${value < 0 ? "−" : ""}${length(Math.abs(value), units)}`;
  if (unit === "chance") return `${signed(value * 100, 1)} points`;
  if (unit === "s") return `${value.toFixed(1)} s`;
  return `${value.toFixed(2)} ${unit}`;
}

/** Two groups held against each other in words: how far apart, how sure, and what would tell. */
export function heldWords(asked: Asked, held: Held, units: Units): string {
  const { form, unit } = asked.measure;
  const points = form === "share" || unit === "chance";
  const far = points
    ? `${signed(held.value * 100)} points`
    : `${held.value < 0 ? "−" : "+"}${valueWords(form, unit, Math.abs(held.value), units)}`;
  const more =
    held.verdict === "clear" || held.more === null || held.more === undefined || held.more === 0
      ? ""
      : `; about ${rounded(held.more)} more shots of each would tell`;
  return `${far}, ${held.verdict}${more}`;
}

/** A count that is an estimate, to two figures. */
export function rounded(count: number): string {
  const power = 10 ** Math.max(0, Math.floor(Math.log10(Math.max(1, count))) - 1);
  return String(Math.ceil(count / power) * power);
}

/** The bands of all players, each once, in order, with each player's answer. */
export function rowsOf(
  asked: Asked,
): { code: string; words: string; answers: (AnswerBand | undefined)[] }[] {
  const order = new Map(asked.split?.bands.map((band, k) => [band.code, k]) ?? []);
  const codes = new Map<string, string>();
  for (const one of asked.series) for (const { band } of one.bands) codes.set(band.code, band.words);
  const place = (code: string) => order.get(code) ?? order.size;
  return [...codes]
    .sort(([a], [b]) => place(a) - place(b))
    .map(([code, words]) => ({
      code,
      words,
      answers: asked.series.map((one) => one.bands.find(({ band }) => band.code === code)),
    }));
}

/** What a measure counts, in one sentence. */
export function definition(catalog: Catalog, code: string): string {
  const one = catalog.measures.find((measure) => measure.code === code);
  if (!one) return "";
  const what = { share: "Share of", mean: "Mean over", count: "Counted of" }[one.form] ?? "";
  const known = one.known ? `, where it is known: ${one.known}` : "";
  const counts = one.form === "share" ? `Counts: ${one.counts}` : `Here: ${one.counts}`;
  return `${what} ${one.of}${known}. ${counts}.`;
}
