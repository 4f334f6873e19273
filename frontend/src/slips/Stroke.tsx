/** How the stroke is made: what it is besides, how the cue is raised and bridged, how full the ball is hit. */
import { useState } from "react";
import type { Shot, Words } from "../api/types";
import { Degrees } from "./Degrees";
import { FULLNESS } from "../parts/fullness";
import { Choose, plainWords, Row } from "../parts/fields";
import * as act from "../rack/actions";
import { Several } from "./Several";

type Props = { number: number; shot: Shot; words: Words };

export function Stroke({ number, shot, words }: Props) {
  const { plan } = shot;
  const [open, setOpen] = useState(false);
  const set = (change: Partial<Shot["plan"]>) => act.setPlan(number, change);
  const mixed = Object.fromEntries(
    Object.entries(plainWords(words.mixed_kinds)).filter(([kind]) => kind !== plan.kind),
  );
  const said =
    plan.elevation !== null ||
    plan.fullness !== null ||
    plan.hit_side !== null ||
    plan.also.length > 0 ||
    plan.aids.length > 0;
  if (!said && !open)
    return (
      <div className="rule mt-1 border-t pt-1">
        <Row label="Stroke">
          <span className="text-sm">plain </span>
          <button type="button" className="text-primary text-sm underline" onClick={() => setOpen(true)}>
            raised, how full, with the rest…
          </button>
        </Row>
      </div>
    );
  return (
    <div className="rule mt-1 border-t pt-1">
      <Row label="Raised by">
        <Degrees
          key={number}
          label="Elevation of the cue, degrees"
          placeholder="level"
          value={plan.elevation}
          most={80}
          take={(elevation) => set({ elevation })}
        />
      </Row>
      {plan.kind !== "break" && (
        <Row label="Hits it">
          <div className="grid grid-cols-2 gap-2">
            <Choose
              label="Fullness of the hit meant"
              words={FULLNESS}
              value={plan.fullness === null ? null : String(plan.fullness)}
              onPick={(code) => set({ fullness: code === null ? null : Number(code) })}
            />
            <Choose
              label="Where the cue ball passes"
              words={plainWords(words.hit_sides)}
              value={plan.hit_side}
              none="either side"
              onPick={(side) => set({ hit_side: side as "left" | "right" | null })}
            />
          </div>
        </Row>
      )}
      {plan.kind !== "break" && (
        <Several
          label="Also a"
          said="What the shot is besides"
          words={mixed}
          chosen={plan.also}
          most={3}
          take={(also) => set({ also })}
        />
      )}
      <Several
        label="Played"
        said="Circumstances of the stroke"
        words={plainWords(words.aids)}
        chosen={plan.aids}
        take={(aids) => set({ aids })}
      />
    </div>
  );
}
