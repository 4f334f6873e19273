/** How the same position answers when the player is fresh or tired, or the other one stronger or weaker. */
import { useState } from "react";
import type { Choices } from "../api/types";
import { useAsked } from "../chart/useAsked";
import type { RackDoc } from "../rack/rackDoc";
import { percent } from "../units/units";
import { conditions, ended, scored, type Condition } from "./conditions";

type Props = {
  recording: number;
  discipline: string;
  number: number;
  doc: RackDoc;
  shot: number;
  beside: object;
  shown: Condition;
  show: (at: Condition) => void;
  usual: Choices | null;
};

export function Conditions({
  recording,
  discipline,
  number,
  doc,
  shot,
  beside,
  shown,
  show,
  usual,
}: Props) {
  const [asked, setAsked] = useState(false);
  const against = usual?.company === "opponent";
  return (
    <section aria-label="Under other conditions" className="rule mt-2 border-t pt-1 text-sm">
      <h2 className="font-bold">
        {against ? "If the player or the other were not as usual" : "If the player were not as usual"}
      </h2>
      {asked ? (
        <ul>
          {conditions(discipline, against).map((condition) => (
            <Row
              key={condition.words}
              words={condition.words}
              recording={recording}
              number={number}
              doc={doc}
              shot={shot}
              beside={beside}
              at={{ ...condition.at, company: shown.company }}
              shown={
                condition.at.form === shown.form &&
                condition.at.opponent === shown.opponent &&
                condition.at.ahead === shown.ahead
              }
              show={() => show({ ...condition.at, company: shown.company })}
            />
          ))}
        </ul>
      ) : (
        <p>
          <button
            type="button"
            className="text-primary underline"
            disabled={!ended(usual)}
            onClick={() => setAsked(true)}
          >
            Ask for fresh, tired{against && ", a stronger or weaker opponent"}
            {against && scored(discipline) && ", ahead or behind"}
          </button>
          <span className="quiet">; some ten to twenty seconds each</span>
        </p>
      )}
      <p className="quiet text-xs">
        Fresh: errors a tenth smaller; tired: a quarter larger
        {against && "; stronger: a quarter smaller; weaker: three tenths larger"}. The tool's own choice.
      </p>
    </section>
  );
}

type RowProps = {
  words: string;
  recording: number;
  number: number;
  doc: RackDoc;
  shot: number;
  beside: object;
  at: Condition;
  shown: boolean;
  show: () => void;
};

function Row({ words, recording, number, doc, shot, beside, at, shown, show }: RowProps) {
  const found = useAsked("choices", recording, number, doc, shot, true, { ...beside, ...at });
  const attack = found?.options.find((option) => option.ball !== null)?.attack;
  const said =
    { attack: "attack", safety: "safety", close: "too close to call" }[found?.verdict ?? ""] ?? "";
  const done = ended(found);
  return (
    <li>
      <button
        type="button"
        className={`grid w-full grid-cols-[10rem_1fr] gap-x-2 text-left ${shown ? "bg-base-200" : "hover:bg-base-200/60"}`}
        aria-pressed={shown}
        onClick={show}
        data-condition={words}
      >
        <span>{words}</span>
        <span>
          {done ? <b>{said || "–"}</b> : <i className="quiet">○ being worked out</i>}
          {done && found.break_even !== null && attack && (
            <span className="block">
              needs {even(found.break_even)}, is {percent(attack.value)}
            </span>
          )}
        </span>
      </button>
    </li>
  );
}

const even = (share: number): string =>
  share <= 0 ? "nothing" : share >= 1 ? "more than a sure pot" : percent(share);
