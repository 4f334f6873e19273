/** The plan from this shot to the end of the visit: order, key and break ball, problems, insurance, group. */
import { useState } from "react";
import type { Places, Shot, VisitPlan as Visit, Words } from "../api/types";
import { ballName, isColour } from "../table/colours";
import * as act from "../rack/actions";
import { asOneStep, useDesk } from "../rack/deskStore";
import { inOrder } from "../rack/rackDoc";
import { ballsOf, pairsOf, type Pair } from "../parts/ballText";
import { Choose, Pick, plainWords, Row } from "../parts/fields";
import { disciplineOf } from "../words/disciplines";
import { TypedInput } from "../keeping/typed";

const NOTHING: Visit = {
  order: [],
  key_ball: null,
  break_ball: null,
  problems: [],
  insurance: [],
  other_order: [],
  combinations: [],
  clusters: "",
  group: null,
  group_reason: "",
  state: null,
};

type Props = { number: number; shot: Shot; before: Places; words: Words };

export function VisitPlan({ number, shot, before, words }: Props) {
  const { groups, crosses_racks } = disciplineOf(useDesk((s) => s.recording?.match.discipline));
  const visit = shot.plan.visit;
  const [open, setOpen] = useState(visit !== null);
  const on = inOrder(Object.keys(before)).filter((ball) => ball !== "cue");
  if (!open)
    return (
      <Row label="Visit">
        <button
          type="button"
          className="text-primary text-left text-sm underline"
          onClick={() => setOpen(true)}
        >
          plan the whole visit
        </button>
      </Row>
    );
  const now = { ...NOTHING, ...visit }; // a draft that an older page kept has fewer fields
  const set = (change: Partial<Visit>) => {
    const next = { ...now, ...change };
    act.setPlan(number, { visit: JSON.stringify(next) === JSON.stringify(NOTHING) ? null : next });
  };
  const names = Object.fromEntries(on.map((ball) => [ball, ballName(ball)]));
  return (
    <div className="rule mt-1 border-t pt-1">
      <Balls
        label="Order"
        hint="3 5 7 8"
        on={on}
        again={on.filter(isColour)}
        value={now.order}
        onChange={(order) => set({ order })}
      />
      {now.order.length + now.other_order.length > 0 && (
        <Balls
          label="Other order"
          hint="to hold it against"
          on={on}
          again={on.filter(isColour)}
          value={now.other_order}
          onChange={(other_order) => set({ other_order })}
        />
      )}
      <Row label="Key ball">
        <div className={crosses_racks ? "grid grid-cols-2 gap-2" : ""}>
          <Choose
            label="Key ball"
            words={names}
            value={now.key_ball}
            onPick={(key_ball) => set({ key_ball })}
          />
          {crosses_racks && (
            <Choose
              label="Break ball"
              words={names}
              value={now.break_ball}
              none="break ball"
              onPick={(break_ball) => set({ break_ball })}
            />
          )}
        </div>
      </Row>
      <Balls
        label="Problems"
        hint="balls that are in trouble"
        on={on}
        value={now.problems}
        onChange={(problems) => set({ problems })}
      />
      <Balls
        label="Insurance"
        hint="balls that save a break-out"
        on={on}
        value={now.insurance}
        onChange={(insurance) => set({ insurance })}
      />
      <Combinations on={on} value={now.combinations} onChange={(combinations) => set({ combinations })} />
      <Words
        label="Clusters"
        hint="which, and when to open them"
        value={now.clusters}
        onChange={(clusters) => set({ clusters })}
      />
      {groups.length > 0 && (
        <Row label="Group">
          <Pick
            label="Group chosen"
            words={plainWords(Object.fromEntries(groups.map((g) => [g, words.groups[g] ?? g])))}
            value={now.group}
            clear
            onPick={(group) => set({ group: group })}
          />
        </Row>
      )}
      {now.group && (
        <Words
          label="Because"
          hint="why this group"
          value={now.group_reason}
          onChange={(group_reason) => set({ group_reason })}
        />
      )}
      <Row label="The plan was">
        <Pick
          label="What became of the plan before"
          words={plainWords(words.plan_states)}
          value={now.state}
          clear
          onPick={(state) => set({ state: state })}
        />
      </Row>
    </div>
  );
}

/** Balls typed as text, in their order. */
function Balls({
  label,
  hint,
  on,
  again,
  value,
  onChange,
}: {
  label: string;
  hint: string;
  on: string[];
  again?: string[];
  value: string[];
  onChange: (balls: string[]) => void;
}) {
  const take = (text: string) => {
    const read = ballsOf(text, on, again);
    if (!read.fault) onChange(read.balls);
    return read.fault;
  };
  return <Typed label={label} hint={hint} value={value.join(" ")} take={take} />;
}

/** Combinations kept as insurance, each as the ball that is hit first and the one that is potted. */
function Combinations({
  on,
  value,
  onChange,
}: {
  on: string[];
  value: Pair[];
  onChange: (pairs: Pair[]) => void;
}) {
  const take = (text: string) => {
    const read = pairsOf(text, on);
    if (!read.fault) onChange(read.pairs);
    return read.fault;
  };
  const text = value.map((pair) => pair.join(" ")).join(", ");
  return <Typed label="Combination" hint="ball hit first, ball potted" value={text} take={take} />;
}

/** A field whose text is taken as it is typed; what cannot be read is named and nothing is lost. */
function Typed({
  label,
  hint,
  value,
  take,
}: {
  label: string;
  hint: string;
  value: string;
  take: (text: string) => string;
}) {
  const [fault, setFault] = useState("");
  return (
    <Row label={label}>
      <TypedInput
        className="plain text-sm"
        aria-label={label}
        placeholder={hint}
        value={value}
        asOneStep={asOneStep}
        take={(text) => setFault(take(text))}
      />
      {fault && <p className="text-warning text-xs">{fault}</p>}
    </Row>
  );
}

function Words({
  label,
  hint,
  value,
  onChange,
}: {
  label: string;
  hint: string;
  value: string;
  onChange: (text: string) => void;
}) {
  return (
    <Row label={label}>
      <TypedInput
        className="plain text-sm"
        aria-label={label}
        placeholder={hint}
        maxLength={300}
        value={value}
        take={onChange}
        asOneStep={asOneStep}
      />
    </Row>
  );
}
