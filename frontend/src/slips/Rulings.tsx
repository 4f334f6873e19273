/** What the rules need to know of a result beyond the balls: break counts, snooker penalties, a referee's word. */
import { useState } from "react";
import type { Places, Shot } from "../api/types";
import { ballName } from "../table/colours";
import * as act from "../rack/actions";
import { asOneStep, useDesk } from "../rack/deskStore";
import { emptyResult, inOrder } from "../rack/rackDoc";
import { Choose, Pick, Row } from "../parts/fields";
import { TypedInput } from "../keeping/typed";

type Props = { number: number; shot: Shot };

/** How many object balls the break drove to a rail, and brought past the head string. */
export function BreakCounts({ number, shot }: Props) {
  const result = shot.result ?? emptyResult();
  const field = (label: string, name: "break_rails" | "break_over") => (
    <label className="flex items-baseline gap-2 text-sm">
      <span className="w-8">
        <TypedInput
          className="plain num text-right"
          inputMode="numeric"
          placeholder="–"
          value={String(result[name] ?? "")}
          asOneStep={asOneStep}
          take={(text) => {
            const count = text.trim() === "" ? null : Number(text);
            if (count === null || (Number.isInteger(count) && count >= 0 && count <= 21))
              act.setResult(number, { [name]: count });
          }}
        />
      </span>
      {label}
    </label>
  );
  return (
    <Row label="Object balls">
      {field("to a rail", "break_rails")}
      {field("past the head string", "break_over")}
    </Row>
  );
}

const PENALTIES = Object.fromEntries(["4", "5", "6", "7"].map((n) => [n, n]));

/** The ball a foul concerned, the points given, and whether a miss was called. */
export function SnookerFoul({ number, shot, before }: Props & { before: Places }) {
  const result = shot.result ?? emptyResult();
  const balls = Object.fromEntries(
    inOrder(Object.keys(before))
      .filter((b) => b !== "cue")
      .map((b) => [b, ballName(b)]),
  );
  return (
    <>
      <Row label="On which ball">
        <Choose
          label="Ball the foul concerned"
          words={balls}
          value={result.foul_ball}
          none="by the ball on"
          onPick={(foul_ball) => act.setResult(number, { foul_ball })}
        />
      </Row>
      <Row label="Points given">
        <Pick
          label="Points given for the foul"
          words={PENALTIES}
          value={result.penalty === null ? null : String(result.penalty)}
          clear
          onPick={(n) => act.setResult(number, { penalty: n === null ? null : Number(n) })}
        />
        <Pick
          label="Miss"
          words={{ miss: "and a miss" }}
          value={result.miss ? "miss" : null}
          clear
          onPick={(m) => act.setResult(number, { miss: m !== null })}
        />
      </Row>
    </>
  );
}

/** What a referee ruled instead of what the rules say, with the reason. */
export function Referee({ number, shot }: Props) {
  const recording = useDesk((s) => s.recording);
  const ruled = shot.result?.ruled ?? null;
  const [open, setOpen] = useState(ruled !== null);
  const [reason, setReason] = useState(ruled?.reason ?? "");
  const players = Object.fromEntries((recording?.players ?? []).map((p) => [p.id, p.name]));
  if (!open)
    return (
      <button type="button" className="text-primary text-sm underline" onClick={() => setOpen(true)}>
        ruled otherwise at the table
      </button>
    );
  const set = (change: Partial<NonNullable<typeof ruled>>) => {
    const next = { reason, next: ruled?.next ?? null, winner: ruled?.winner ?? null, ...change };
    act.setResult(number, { ruled: next.reason.trim() ? next : null });
  };
  return (
    <>
      <Row label="Ruled, since">
        <TypedInput
          className="plain text-sm"
          maxLength={300}
          placeholder="the reason, first"
          aria-label="Reason of the ruling"
          value={reason}
          asOneStep={asOneStep}
          take={(text) => {
            setReason(text);
            set({ reason: text });
          }}
        />
      </Row>
      {reason.trim() && (
        <>
          <Row label="Plays next">
            <Pick
              label="Who plays next by the ruling"
              words={players}
              value={ruled?.next ?? null}
              clear
              onPick={(next) => set({ next })}
            />
          </Row>
          <Row label="Wins">
            <Pick
              label="Who wins the rack by the ruling"
              words={players}
              value={ruled?.winner ?? null}
              clear
              onPick={(winner) => set({ winner })}
            />
          </Row>
        </>
      )}
    </>
  );
}
