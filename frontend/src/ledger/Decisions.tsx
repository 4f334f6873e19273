/** The decisions of a ledger as lines, and one of them in words. */
import { useEffect } from "react";
import type { LedgerEntry, Words } from "../api/types";
import { lower } from "../parts/fields";
import { optionWords } from "../parts/optionWords";
import { chance } from "../units/units";
import { stake } from "../words/stake";
import { keyOf } from "./entries";

const POINTS = (cost: number, error: number) => (
  <>
    <b className="num" style={{ color: "var(--loss)" }}>
      −{(cost * 100).toFixed(0)}
    </b>{" "}
    <span className="num quiet">±{Math.max(1, Math.round(error * 100))}</span>
  </>
);
const CAME = (entry: LedgerEntry) =>
  entry.came_off === null ? "not known how it came out" : entry.came_off ? "it came off" : "it failed";
const HOW: Record<string, string> = {
  struck: " (read off what came)",
  meant: " (read off what came and what was planned)",
  best: " (the best that could have come so)",
};

/** One decision in words; how it came out stands last, apart from its grade. */
export function Told({
  one,
  game,
  words,
  name,
}: {
  one: LedgerEntry;
  game: string | undefined;
  words: Words;
  name: (player: string) => string;
}) {
  const grade =
    { right: "Right choice.", close: "Too close to call.", wrong: "Wrong choice." }[one.grade] ?? "";
  return (
    <div data-testid="told">
      <p>
        <b>{name(one.player)}</b>, rack {one.shot.rack}, shot {one.shot.shot}:{" "}
        {optionWords(one.made, words)}
        {HOW[one.how ?? ""] ?? ""}, <b className="num">{chance(one.made.value)}</b> to win {stake(game)}.{" "}
        {one.cost > 0 && (
          <>
            Best: {optionWords(one.best, words)}, <b className="num">{chance(one.best.value)}</b>.{" "}
          </>
        )}
        <b>{grade}</b>
        {one.fault && ` ${words.choice_faults[one.fault]}: `}
        {one.grade === "wrong" && POINTS(one.cost, one.error)}
        {one.grade === "wrong" && " points of chance."}
      </p>
      {one.best.reasons.length > 0 && one.cost > 0 && <p>For the best: {one.best.reasons.join("; ")}.</p>}
      {one.best.frees.length > 0 && !one.made.frees.length && (
        <p>It would free {one.best.frees.join(", ")} from a cluster.</p>
      )}
      <p className="quiet">
        Apart from that, {CAME(one)}.
        {one.own && ` The reviewer: ${lower(words.decisions[one.own] ?? one.own)}.`}
      </p>
    </div>
  );
}

/** The decisions as lines, each with what it gave away drawn to scale. */
export function Decisions({
  shown,
  words,
  name,
  picked,
  pick,
}: {
  shown: LedgerEntry[];
  words: Words;
  name: (player: string) => string;
  picked: number;
  pick: (k: number) => void;
}) {
  const most = Math.max(0.1, ...shown.map((entry) => entry.cost + entry.error));
  useEffect(() => {
    document.querySelector('[data-line][aria-current="true"]')?.scrollIntoView({ block: "nearest" });
  }, [picked]);
  if (!shown.length)
    return <p className="quiet py-2 text-sm">None among the decisions that are worked out.</p>;
  return (
    <ol data-testid="decisions">
      {shown.map((entry, k) => (
        <li key={keyOf(entry.shot)}>
          <button
            type="button"
            data-line
            aria-current={k === picked}
            className={`rule w-full border-t py-1 text-left text-sm ${k === picked ? "bg-base-200" : "hover:bg-base-200/60"}`}
            onClick={() => pick(k)}
          >
            <span className="flex items-baseline justify-between gap-2">
              <span>
                <span className="num quiet">
                  {entry.shot.rack}.{entry.shot.shot}
                </span>{" "}
                {name(entry.player).split(" ")[0]}: {optionWords(entry.made, words)}
              </span>
              <span className="whitespace-nowrap">
                {entry.grade === "right" ? (
                  "right"
                ) : entry.grade === "close" ? (
                  <span className="quiet">too close</span>
                ) : (
                  POINTS(entry.cost, entry.error)
                )}
              </span>
            </span>
            <span className="flex items-center gap-2">
              {entry.grade !== "right" && (
                <svg
                  viewBox="0 0 100 8"
                  preserveAspectRatio="none"
                  className="h-2 w-24 flex-none"
                  aria-hidden="true"
                >
                  <path
                    d={`M0,4 H${(100 * entry.cost) / most}`}
                    stroke="var(--loss)"
                    strokeWidth={entry.grade === "wrong" ? 6 : 2}
                  />
                  <path
                    d={`M${(100 * Math.max(0, entry.cost - entry.error)) / most},4 H${(100 * (entry.cost + entry.error)) / most}`}
                    stroke="var(--color-base-content)"
                    strokeWidth={1.2}
                    vectorEffect="non-scaling-stroke"
                  />
                </svg>
              )}
              <span className="quiet">
                {entry.fault && `${lower(words.choice_faults[entry.fault] ?? entry.fault)}; `}
                {entry.grade !== "right" && `best: ${optionWords(entry.best, words)}; `}
                {CAME(entry)}
              </span>
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}
