/** What other reviewers say of the decision, each with a name and a reason. */
import { useState } from "react";
import type { Judgement, Shot, Words } from "../../api/types";
import { lower, Pick, plainWords } from "./parts";

type Props = { shot: Shot; words: Words; set: (change: Partial<Judgement>) => void };

export function Others({ shot, words, set }: Props) {
  const { verdicts } = shot.judgement;
  const [open, setOpen] = useState(false);
  const [by, setBy] = useState("");
  const [reason, setReason] = useState("");
  const add = (decision: string | null) => {
    if (!decision || !by.trim()) return;
    set({ verdicts: [...verdicts, { by: by.trim(), decision, reason: reason.trim() }] });
    setOpen(false);
    setReason("");
  };
  return (
    <div className="text-sm">
      {verdicts.map((one, i) => (
        <p key={`${one.by}${i}`}>
          <b>{one.by}</b>: {lower(words.decisions[one.decision] ?? one.decision)}
          {one.reason && <span className="quiet">, {one.reason}</span>}{" "}
          <button type="button" className="text-primary underline" onClick={() => set({ verdicts: verdicts.filter((_, k) => k !== i) })}>remove</button>
        </p>
      ))}
      {!open && verdicts.length < 8 && (
        <button type="button" className="text-primary underline" onClick={() => setOpen(true)}>somebody else's verdict</button>
      )}
      {open && (
        <div className="grid gap-1">
          <input className="plain text-sm" aria-label="Whose verdict" placeholder="whose" maxLength={60} value={by} onChange={(e) => setBy(e.target.value)} />
          <input className="plain text-sm" aria-label="Reason of the verdict" placeholder="the reason" maxLength={300} value={reason} onChange={(e) => setReason(e.target.value)} />
          {by.trim() ? <Pick label="Somebody else's verdict" words={plainWords(words.decisions)} value={null} onPick={add} /> : <span className="quiet text-xs">a name first, then the verdict</span>}
        </div>
      )}
    </div>
  );
}
