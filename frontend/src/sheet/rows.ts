/** The rows of a sheet: words, and a cell a player. */
import type { CountedShare, PlayerSheet, Sheet } from "../api/types";

export type Cell = { value: string; fine: string };
export type Row = { words: string; cells: Cell[] };
export type Group = { title: string; rows: Row[] };

const plain = (value: string | number, fine = ""): Cell => ({ value: String(value), fine });

/** A share with its count and interval. */
export function share({ k, n, value, low, high }: CountedShare): Cell {
  if (value === null || low === null || high === null) return plain("none yet");
  const part = (x: number) => (x * 100).toFixed(0);
  return plain(`${k} of ${n}`, `${part(value)} % (${part(low)}–${part(high)})`);
}

const mean = (sum: number, n: number): Cell =>
  n ? plain((sum / n).toFixed(2), `n ${n}`) : plain("none yet");
const seconds = (value: number | null): Cell =>
  value === null ? plain("not marked") : plain(`${value.toFixed(1)} s`);

/** The rows that the match has something for. */
export function rowsOf(sheet: Sheet): Group[] {
  const row = (words: string, cell: (one: PlayerSheet) => Cell): Row => ({
    words,
    cells: sheet.players.map(cell),
  });
  const all = (one: PlayerSheet) => one.breaks[0];
  const seen = new Map(sheet.players.flatMap((one) => one.breaks.slice(1)).map((b) => [b.kind, b.words]));
  const kinds = seen.size > 1 ? [...seen] : []; // one kind alone is what stands above
  const ways = named(sheet, (one) => one.ways);
  const gave = named(sheet, (one) => one.gave);
  const broke = sheet.players.some((one) => (all(one)?.n ?? 0) > 0);
  const countAndWon = [
    row("Breaks", (one) => plain(all(one)?.n ?? 0)),
    row("Racks won after breaking", (one) => share(all(one)?.won ?? NONE)),
  ];
  const breaks: Row[] = !broke
    ? []
    : sheet.points // a break that is meant to pot nothing
      ? countAndWon
      : [
          ...countAndWon,
          row("Balls a break", (one) => mean(all(one)?.balls ?? 0, all(one)?.n ?? 0)),
          row("Wet", (one) => share(all(one)?.wet ?? NONE)),
          row("Legal", (one) => share(all(one)?.legal ?? NONE)),
          row("Kept the table", (one) => share(all(one)?.kept ?? NONE)),
          row("Open shot after a kept one", (one) => share(all(one)?.open_after ?? NONE)),
          row("Scratches", (one) => plain(all(one)?.scratched ?? 0)),
          ...kinds.flatMap(([kind, words]) => [
            row(`${words}: balls a break`, (one) => {
              const own = one.breaks.find((b) => b.kind === kind);
              return mean(own?.balls ?? 0, own?.n ?? 0);
            }),
            row(`${words}: racks won`, (one) =>
              share(one.breaks.find((b) => b.kind === kind)?.won ?? NONE),
            ),
          ]),
        ];
  const unit = sheet.points ? "points" : "balls";
  return [
    {
      title: "Racks",
      rows: [
        row("Won", (one) => plain(one.won)),
        ...ways.map(([code, words]) => row(words, (one) => plain(count(one.ways, code)))),
        ...gave.map(([code, words]) => row(`Lost by ${words}`, (one) => plain(count(one.gave, code)))),
      ],
    },
    { title: "Breaks", rows: breaks },
    {
      title: "Chances and visits",
      rows: [
        row("First chances taken", (one) => share(one.first_chances)),
        row("Visits", (one) => plain(one.visits)),
        row(`A visit, ${unit}`, (one) => mean(sheet.points ? (one.points ?? 0) : one.balls, one.visits)),
        row(`Best run, ${unit}`, (one) => plain(one.best_run)),
      ],
    },
    {
      title: "Shots",
      rows: [
        row("Pots", (one) => share(one.pots)),
        row("Safeties that held", (one) => share(one.safeties)),
        row("Fouls", (one) => plain(one.fouls)),
        row("Scratches, with a ball potted", (one) =>
          plain(`${one.scratches}, ${one.scratches_with_ball}`),
        ),
        row("Time a shot", (one) => seconds(one.seconds)),
        row("Time before a shot", (one) => seconds(one.waited)),
      ],
    },
  ].filter((group) => group.rows.length > 0);
}

const NONE: CountedShare = { k: 0, n: 0, value: null, low: null, high: null };

type Ways = PlayerSheet["ways"];

/** Codes and words that any player has, each once. */
const named = (sheet: Sheet, of: (one: PlayerSheet) => Ways): [string, string][] => [
  ...new Map(sheet.players.flatMap(of).map((way) => [way.code, way.words])),
];

const count = (ways: Ways, code: string) => ways.find((way) => way.code === code)?.n ?? 0;
