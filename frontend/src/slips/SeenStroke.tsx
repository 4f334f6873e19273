/** What was seen of the stroke on playback: the tip, the contact, faults. */
import { useState } from "react";
import type { Observed, Shot, Words } from "../api/types";
import { Choose, plainWords, Row } from "../parts/fields";
import * as act from "../rack/actions";
import { Several } from "./Several";

const NOTHING: Observed = { tip: [], contact: null, faults: [] };

type Props = { number: number; shot: Shot; words: Words };

export function SeenStroke({ number, shot, words }: Props) {
  const seen = shot.result?.observed ?? NOTHING;
  const [open, setOpen] = useState(false);
  const set = (change: Partial<Observed>) => {
    const now = { ...seen, ...change };
    const empty = !now.tip.length && now.contact === null && !now.faults.length;
    act.setResult(number, { observed: empty ? null : now });
  };
  if (seen === NOTHING && !open)
    return (
      <Row label="Seen">
        <button type="button" className="text-primary text-sm underline" onClick={() => setOpen(true)}>
          the stroke on playback: tip, contact, faults
        </button>
      </Row>
    );
  return (
    <section aria-label="Seen on playback" className="rule mt-1 border-t pt-1">
      <Several
        label="Tip struck"
        said="Where the tip really struck"
        words={plainWords(words.seen_tips)}
        chosen={seen.tip}
        most={2}
        take={(tip) => set({ tip })}
      />
      <Row label="Contact">
        <Choose
          label="How the ball was really hit"
          words={plainWords(words.seen_contacts)}
          value={seen.contact}
          none="not seen"
          onPick={(contact) => set({ contact })}
        />
      </Row>
      <Several
        label="Stroke"
        said="Faults seen on playback"
        words={plainWords(words.seen_faults)}
        chosen={seen.faults}
        take={(faults) => set({ faults })}
      />
    </section>
  );
}
