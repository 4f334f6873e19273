/** One of the four slips, open or closed to a line; and what stands in place of a hidden result. */
import type { ReactNode } from "react";
import type { Words } from "../api/types";
import { keyOf } from "../commands/commands";
import { Pick, plainWords } from "../parts/fields";
import * as act from "../rack/actions";
import type { Slip } from "../rack/deskStore";

export function SlipBox({
  slip,
  now,
  line,
  children,
}: {
  slip: Slip;
  now: Slip;
  line: string;
  children: ReactNode;
}) {
  const open = slip === now;
  return (
    <section className="rule border-b last:border-b-0">
      <h2>
        <button
          type="button"
          aria-expanded={open}
          onClick={() => act.openSlip(slip)}
          className="flex w-full items-baseline gap-2 py-1.5 text-left"
        >
          <kbd className="key" aria-hidden="true">
            {keyOf(`slip-${slip}`)}
          </kbd>
          <span className={open ? "font-bold" : ""}>{slip}</span>
          {!open && <span className="quiet ml-auto truncate text-sm">{line}</span>}
        </button>
      </h2>
      {open && <div className="pb-2">{children}</div>}
    </section>
  );
}

/** In place of the result while judging blind: the verdict on the decision. */
export function JudgeFirst({ number, words }: { number: number; words: Words }) {
  return (
    <div className="py-1 text-sm">
      <p>
        The result stays hidden until the decision is judged. Was the choice right, with what was known
        before the shot?
      </p>
      <Pick
        label="Verdict on the decision, before the result"
        words={plainWords(words.decisions)}
        value={null}
        onPick={(decision) => act.setJudgement(number, { decision })}
      />
    </div>
  );
}
