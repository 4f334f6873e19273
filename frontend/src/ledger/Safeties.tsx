/** Safeties, each judged three times: as it was meant, as it came, and by what the other then did. */
import type { LedgerSafety, Words } from "../api/types";
import { optionWords } from "../parts/optionWords";
import { theBall } from "../table/colours";
import { chance, length, percent, type Units } from "../units/units";
import { keyOf } from "./entries";

type Props = {
  shown: LedgerSafety[];
  words: Words;
  units: Units;
  name: (player: string) => string;
  picked: number;
  pick: (k: number) => void;
};

export function Safeties({ shown, words, units, name, picked, pick }: Props) {
  if (!shown.length) return <p className="quiet py-2 text-sm">No safety is logged here.</p>;
  return (
    <ol data-testid="safeties">
      {shown.map((safety, k) => (
        <li key={keyOf(safety.shot)}>
          <button
            type="button"
            aria-current={k === picked}
            className={`rule w-full border-t py-1 text-left text-sm ${k === picked ? "bg-base-200" : "hover:bg-base-200/60"}`}
            onClick={() => pick(k)}
          >
            <span>
              <span className="num quiet">
                {safety.shot.rack}.{safety.shot.shot}
              </span>{" "}
              <b>{name(safety.player).split(" ")[0]}</b>
              {safety.meant && `: ${optionWords(safety.meant, words)}`}
            </span>
            <span className="grid grid-cols-[4.5rem_1fr] gap-x-2">
              <span className="quiet text-right">meant</span>
              <span>
                {safety.meant ? (
                  <>
                    leaves the other <b className="num">{chance(1 - safety.meant.value)}</b> on average,
                    hides <span className="num">{percent(safety.meant.hidden)}</span>, fouls{" "}
                    <span className="num">{percent(safety.meant.foul)}</span>
                  </>
                ) : (
                  <i className="quiet">○ {safety.how ? "not valued" : "not worked out"}</i>
                )}
              </span>
              <span className="quiet text-right">came</span>
              <span>
                {safety.left ? (
                  <Left left={safety.left} units={units} />
                ) : (
                  <i className="quiet">○ {safety.outcome === "own-foul" ? "a foul" : "not worked out"}</i>
                )}
              </span>
              <span className="quiet text-right">then</span>
              <span>{(words.safety_outcomes[safety.outcome] ?? safety.outcome).toLowerCase()}</span>
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}

const ANSWERS: Record<string, string> = {
  pot: "a pot of",
  safety: "a safety off",
  kick: "a kick at",
  hit: "a hit of",
};

function Left({ left, units }: { left: NonNullable<LedgerSafety["left"]>; units: Units }) {
  if (left.in_hand)
    return (
      <>
        left <b className="num">{chance(left.chance)}</b>, the cue ball in hand
      </>
    );
  const blocked = left.blockers.length;
  return (
    <>
      left <b className="num">{chance(left.chance)}</b>:{" "}
      {left.hidden >= 1 ? (
        "hooked"
      ) : (
        <>
          <span className="num">{percent(left.hidden)}</span> hidden
        </>
      )}
      {blocked > 0 && (
        <>
          , {blocked === 1 ? "one ball" : `${blocked} balls`} in the way{left.behind && ", close behind it"}
        </>
      )}
      , <span className="num">{length(left.far, units)}</span> off; best answer{" "}
      {ANSWERS[left.answer] ?? left.answer} {left.ball ? theBall(left.ball) : "a ball"} (
      <span className="num">{percent(left.good)}</span>, fouls{" "}
      <span className="num">{percent(left.foul)}</span>)
    </>
  );
}
