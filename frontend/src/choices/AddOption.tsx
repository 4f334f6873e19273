/** Asks about an option that somebody had in mind, or that nobody thought of. */
import { useState } from "react";
import type { Choices, Words } from "../api/types";
import { lower } from "../parts/fields";
import { theBall } from "../table/colours";
import type { Units } from "../units/units";
import type { AskPlace, Wish } from "./conditions";
import { WishForm } from "./WishForm";

const MOST = 4;

type Props = {
  balls: string[];
  words: Words;
  units: Units;
  wishes: Wish[];
  /** What became of them, in the same order; empty while it is worked out. */
  answers: Choices["added"];
  inHand: boolean;
  set: (wishes: Wish[]) => void;
  askPlace: AskPlace;
};

export function AddOption({ balls, words, units, wishes, answers, inHand, set, askPlace }: Props) {
  const [open, setOpen] = useState(false);
  const link = "text-primary underline";
  return (
    <section aria-label="Another option" className="rule mt-2 border-t pt-1 text-sm">
      <h2 className="font-bold">Another option</h2>
      {wishes.map((one, k) => (
        <p key={JSON.stringify(one)}>
          {called(one, words)}: {became(answers[k])}{" "}
          <button type="button" className={link} onClick={() => set(wishes.filter((w) => w !== one))}>
            drop it
          </button>
        </p>
      ))}
      {!open && wishes.length < MOST && (
        <button type="button" className={link} onClick={() => setOpen(true)}>
          Ask about one the player had in mind, or one nobody thought of
        </button>
      )}
      {!open && wishes.length >= MOST && (
        <p className="quiet">
          Four are asked about.{" "}
          <button type="button" className={link} onClick={() => set([])}>
            Drop them
          </button>
        </p>
      )}
      {open && (
        <WishForm
          balls={balls}
          words={words}
          units={units}
          inHand={inHand}
          askPlace={askPlace}
          ask={(wish) => {
            set([...wishes, wish]);
            setOpen(false);
          }}
          close={() => {
            askPlace(null);
            setOpen(false);
          }}
        />
      )}
    </section>
  );
}

/** What is asked about, in short. */
function called(one: Wish, words: Words): string {
  const kind = words.option_kinds[one.kind] ?? one.kind;
  const safety = one.pocket === null && !["safety", "push-out", "foul"].includes(one.kind);
  const ball = one.ball ? `, ${theBall(one.ball)}` : "";
  const where = one.pocket ? `, ${lower(words.pockets[one.pocket] ?? one.pocket)}` : "";
  return `${kind}${safety ? " as a safety" : ""}${ball}${where}`;
}

/** What became of it. */
function became(answer: Choices["added"][number] | undefined): string {
  if (!answer) return "○ being worked out.";
  if (answer.reason) return `○ ${answer.reason}.`;
  if (answer.option === null) return "○ being worked out.";
  const own = `number ${answer.option + 1}`;
  return answer.listed === null
    ? `${own}.`
    : `${own}; it was listed already, as number ${answer.listed + 1}.`;
}
