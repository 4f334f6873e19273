/** What people say of the choice: what they would have played and why, kept with the shot. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, take } from "../api/client";
import type { Option, Shot, Verdict, Words } from "../api/types";
import { VerdictWords } from "../parts/Others";
import { plainWords } from "../parts/fields";
import { Problem } from "../shell/Problem";
import { optionWords } from "../parts/optionWords";
import { useKept } from "../keeping/useKept";

type Props = {
  rackId: number;
  shot: { id: string; version: number; shot: Shot };
  option: Option | undefined;
  words: Words;
  editable: boolean;
};
const MOST = 8;

export function Said({ rackId, shot, option, words, editable }: Props) {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const { verdicts } = shot.shot.judgement;
  const save = async (changed: Verdict[]) => {
    try {
      const body = {
        shots: [
          {
            id: shot.id,
            version: shot.version,
            shot: { ...shot.shot, judgement: { ...shot.shot.judgement, verdicts: changed } },
          },
        ],
        removed: [],
        order: null,
      };
      await take(
        api.POST("/api/racks/{rack_id}/changes", {
          params: { path: { rack_id: rackId } },
          body: body as never,
        }),
      );
      setError(null);
      setOpen(false);
      await queries.invalidateQueries({ queryKey: ["desk"] });
      return true;
    } catch (problem) {
      setError(problem);
      return false;
    }
  };
  return (
    <section aria-label="What is said of it" className="rule mt-2 border-t pt-1 text-sm">
      <h2 className="font-bold">What is said of it</h2>
      {error ? <Problem error={error} /> : null}
      {verdicts.map((one, k) => (
        <p key={`${one.by}${k}`}>
          <VerdictWords one={one} words={words} />{" "}
          {editable && (
            <button
              type="button"
              className="text-primary underline"
              onClick={() => void save(verdicts.filter((_, i) => i !== k))}
            >
              remove
            </button>
          )}
        </p>
      ))}
      {!editable && <p className="quiet">Balls were moved: what is said goes with the recorded layout.</p>}
      {editable && !open && verdicts.length < MOST && (
        <button type="button" className="text-primary underline" onClick={() => setOpen(true)}>
          Say what should have been played, by whom and why
        </button>
      )}
      {editable && open && (
        <SaidForm
          shot={shot.id}
          option={option}
          words={words}
          keep={(verdict) => save([...verdicts, verdict])}
          close={() => setOpen(false)}
        />
      )}
    </section>
  );
}

type FormProps = {
  shot: string;
  option: Option | undefined;
  words: Words;
  keep: (verdict: Verdict) => Promise<boolean>;
  close: () => void;
};

/** Who would play the picked option, for which school, and why. */
function SaidForm({ shot, option, words, keep, close }: FormProps) {
  const [by, setBy] = useKept("said.by", "");
  const [reason, setReason, letReasonGo] = useKept(`said.${shot}`, "");
  const [school, setSchool] = useState("");
  const [decision, setDecision] = useState("");
  const advised = option
    ? { kind: option.kind, ball: option.ball ?? option.hit, pocket: (option.pocket ?? null) as never }
    : null;
  return (
    <form
      className="grid gap-1"
      onSubmit={(e) => {
        e.preventDefault();
        void keep({
          by: by.trim(),
          decision,
          reason: reason.trim(),
          advised,
          school: school || null,
        }).then((kept) => {
          if (kept) letReasonGo();
        });
      }}
    >
      <p>
        {option ? (
          <>
            Would play: <b>{optionWords(option, words)}</b>{" "}
            <span className="quiet">(the option picked above)</span>
          </>
        ) : (
          "Pick an option above first."
        )}
      </p>
      <span className="flex flex-wrap gap-x-3 gap-y-1">
        <label>
          Who{" "}
          <input
            className="plain text-sm"
            required
            maxLength={60}
            value={by}
            onChange={(e) => setBy(e.target.value)}
          />
        </label>
        <label>
          speaking for{" "}
          <select className="plain text-sm" value={school} onChange={(e) => setSchool(e.target.value)}>
            <option value="">no school</option>
            {Object.entries(plainWords(words.choice_schools)).map(([code, said]) => (
              <option key={code} value={code}>
                {said}
              </option>
            ))}
          </select>
        </label>
        <label>
          the choice made was{" "}
          <select
            className="plain text-sm"
            required
            value={decision}
            onChange={(e) => setDecision(e.target.value)}
          >
            <option value="">…</option>
            {Object.entries(plainWords(words.decisions)).map(([code, said]) => (
              <option key={code} value={code}>
                {said}
              </option>
            ))}
          </select>
        </label>
      </span>
      <label>
        because{" "}
        <input
          className="plain w-full text-sm"
          maxLength={300}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </label>
      <span className="flex gap-3">
        <button className="btn btn-xs btn-primary" disabled={!advised}>
          Keep it
        </button>
        <button type="button" className="text-primary underline" onClick={close}>
          never mind
        </button>
      </span>
    </form>
  );
}
