/** What other reviewers say of the decision, each with a name and a reason. */
import { useState } from "react";
import type { Judgement, Shot, Verdict, Words } from "../api/types";
import { advisedWords } from "./optionWords";
import { lower, Pick, plainWords } from "./fields";
import { useKept } from "../keeping/useKept";

/** "Wanda, safety first: wrong choice; would play a safety off the 3, because …". */
export function VerdictWords({ one, words }: { one: Verdict; words: Words }) {
  return (
    <>
      <b>{one.by}</b>
      {one.school && (
        <span className="quiet">, {lower(words.choice_schools[one.school] ?? one.school)}</span>
      )}
      : {lower(words.decisions[one.decision] ?? one.decision)}
      {one.advised && <>; would play {advisedWords(one.advised, words)}</>}
      {one.reason && <span className="quiet">, {one.reason}</span>}
    </>
  );
}

type Props = { shot: Shot; words: Words; set: (change: Partial<Judgement>) => void };

export function Others({ shot, words, set }: Props) {
  const { verdicts } = shot.judgement;
  const [open, setOpen] = useState(false);
  const [by, setBy] = useKept("verdict.by", "");
  const [reason, setReason, letReasonGo] = useKept("verdict.reason", "");
  const add = (decision: string | null) => {
    if (!decision || !by.trim()) return;
    set({
      verdicts: [
        ...verdicts,
        { by: by.trim(), decision, reason: reason.trim(), advised: null, school: null },
      ],
    });
    setOpen(false);
    letReasonGo();
  };
  return (
    <div className="text-sm">
      {verdicts.map((verdict, i) => (
        <p key={`${verdict.by}${i}`}>
          <VerdictWords one={verdict} words={words} />{" "}
          <button
            type="button"
            className="text-primary underline"
            onClick={() => set({ verdicts: verdicts.filter((_, k) => k !== i) })}
          >
            remove
          </button>
        </p>
      ))}
      {!open && verdicts.length < 8 && (
        <button type="button" className="text-primary underline" onClick={() => setOpen(true)}>
          somebody else's verdict
        </button>
      )}
      {open && (
        <div className="grid gap-1">
          <input
            className="plain text-sm"
            aria-label="Whose verdict"
            placeholder="whose"
            maxLength={60}
            value={by}
            onChange={(e) => setBy(e.target.value)}
          />
          <input
            className="plain text-sm"
            aria-label="Reason of the verdict"
            placeholder="the reason"
            maxLength={300}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
          {by.trim() ? (
            <Pick
              label="Somebody else's verdict"
              words={plainWords(words.decisions)}
              value={null}
              onPick={add}
            />
          ) : (
            <span className="quiet text-xs">a name first, then the verdict</span>
          )}
        </div>
      )}
    </div>
  );
}
