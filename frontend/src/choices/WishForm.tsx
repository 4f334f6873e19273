/** The form of an option asked about: every stroke, with what is said of it; the rest is found. */
import { useState } from "react";
import type { Place, Words } from "../api/types";
import { FULLNESS } from "../parts/fullness";
import { lower } from "../parts/fields";
import { theBall } from "../table/colours";
import { tipsOf, type Units } from "../units/units";
import { emptyWish, type AskPlace, type Wish } from "./conditions";

type Props = {
  balls: string[];
  words: Words;
  units: Units;
  inHand: boolean;
  askPlace: AskPlace;
  ask: (wish: Wish) => void;
  close: () => void;
};

const FIELD = "plain w-auto text-sm";
const NO_KINDS = ["two-way", "again", "put-back"];
const RAILS = { "1": "1 rail", "2": "2 rails", "3": "3 rails", "4": "4 rails" };

export function WishForm({ balls, words, units, inHand, askPlace, ask, close }: Props) {
  const [wish, setWish] = useState<Wish>(() => emptyWish("safety", balls[0] ?? null));
  const change = (part: Partial<Wish>) => setWish((now) => ({ ...now, ...part }));
  const kinds = Object.entries(words.option_kinds).filter(([kind]) => !NO_KINDS.includes(kind));
  const pots = !["safety", "push-out", "foul"].includes(wish.kind);
  const scale = units.speed === "mph" ? 2.236936 : 3.6;
  return (
    <form
      className="flex flex-wrap items-end gap-x-3 gap-y-1"
      onSubmit={(event) => {
        event.preventDefault();
        askPlace(null);
        ask({ ...wish, pocket: pots ? wish.pocket : null });
      }}
    >
      <Chosen
        label="What"
        value={wish.kind}
        words={Object.fromEntries(kinds)}
        set={(kind) => change({ kind, pocket: kind === "pot" ? "foot-left" : null })}
      />
      <Chosen
        label="Ball"
        value={wish.ball ?? ""}
        none={wish.kind === "push-out" ? "none" : undefined}
        words={Object.fromEntries(balls.map((ball) => [ball, theBall(ball)]))}
        set={(ball) => change({ ball: ball || null })}
      />
      {pots && (
        <Chosen
          label="Pocket"
          value={wish.pocket ?? ""}
          none={wish.kind === "pot" ? undefined : "none: a safety"}
          words={words.pockets}
          set={(pocket) => change({ pocket: pocket || null })}
        />
      )}
      {!wish.pocket && <HitFields wish={wish} words={words} change={change} />}
      <Amount
        label={`Speed, ${units.speed === "mph" ? "mph" : "km/h"}`}
        value={wish.speed}
        scale={scale}
        least={0.2}
        most={12}
        take={(speed) => change({ speed })}
      />
      <Amount
        label="Side, tips"
        value={wish.side}
        scale={tipsOf(1)}
        least={-0.5}
        most={0.5}
        take={(side) => change({ side })}
      />
      <Amount
        label="Follow, tips"
        value={wish.height}
        scale={tipsOf(1)}
        least={-0.5}
        most={0.5}
        take={(height) => change({ height })}
      />
      <Amount
        label="Raised, °"
        value={wish.elevation}
        scale={1}
        least={0}
        most={80}
        take={(elevation) => change({ elevation })}
      />
      <Chosen
        label="Cue ball over"
        value={wish.rails === null ? "" : String(wish.rails)}
        none="any rails"
        words={RAILS}
        set={(rails) => change({ rails: rails ? Number(rails) : null })}
      />
      <OnTable label="Ends" place={wish.end} askPlace={askPlace} take={(end) => change({ end })} />
      {inHand && (
        <OnTable
          label="Cue ball put"
          place={wish.cue}
          askPlace={askPlace}
          take={(cue) => change({ cue })}
        />
      )}
      <span className="flex gap-3">
        <button className="btn btn-xs btn-primary">Ask</button>
        <button type="button" className="text-primary underline" onClick={close}>
          never mind
        </button>
      </span>
      <p className="quiet w-full text-xs">
        What is left open is found: the speed, tip and elevation that do it.
      </p>
    </form>
  );
}

/** How full the ball is hit, and on which side the cue ball passes. */
function HitFields({
  wish,
  words,
  change,
}: {
  wish: Wish;
  words: Words;
  change: (part: Partial<Wish>) => void;
}) {
  const sides = words.hit_sides;
  return (
    <>
      <Chosen
        label="Hit"
        value={wish.fullness === null ? "" : String(wish.fullness)}
        none="any"
        words={FULLNESS}
        set={(code) => change({ fullness: code ? Number(code) : null })}
      />
      <Chosen
        label="Passing"
        value={wish.left === null ? "" : wish.left ? "left" : "right"}
        none="either side"
        words={{ left: lower(sides.left ?? "left"), right: lower(sides.right ?? "right") }}
        set={(side) => change({ left: side ? side === "left" : null })}
      />
    </>
  );
}

type AmountProps = {
  label: string;
  value: number | null;
  /** How much of the label's unit one is. */
  scale: number;
  least: number;
  most: number;
  take: (value: number | null) => void;
};

/** A number that may be left open. */
function Amount({ label, value, scale, least, most, take }: AmountProps) {
  return (
    <label>
      {label}{" "}
      <input
        type="number"
        className={`${FIELD} num w-16`}
        placeholder="open"
        min={(least * scale).toFixed(1)}
        max={(most * scale).toFixed(1)}
        step={0.1}
        defaultValue={value === null ? "" : (value * scale).toFixed(1)}
        onChange={(event) => take(event.target.value === "" ? null : Number(event.target.value) / scale)}
      />
    </label>
  );
}

type PlaceProps = {
  label: string;
  place: Place | null;
  askPlace: AskPlace;
  take: (at: Place | null) => void;
};

/** A place that is clicked on the table. */
function OnTable({ label, place, askPlace, take }: PlaceProps) {
  const [waits, setWaits] = useState(false);
  const pick = () => {
    setWaits(true);
    askPlace((at) => {
      take(at);
      setWaits(false);
      askPlace(null);
    });
  };
  return (
    <span>
      {label}{" "}
      <button type="button" className="text-primary underline" onClick={pick}>
        {waits
          ? "click the table"
          : place
            ? `at ${place.map((v) => (v / 10).toFixed(0)).join(", ")} cm`
            : "anywhere"}
      </button>
      {place && !waits && (
        <button type="button" className="text-primary ml-2 underline" onClick={() => take(null)}>
          clear
        </button>
      )}
    </span>
  );
}

type ChosenProps = {
  label: string;
  value: string;
  words: Record<string, string>;
  none?: string | undefined;
  set: (code: string) => void;
};

function Chosen({ label, value, words, none, set }: ChosenProps) {
  return (
    <label>
      {label}{" "}
      <select className={FIELD} value={value} onChange={(event) => set(event.target.value)}>
        {none !== undefined && <option value="">{none}</option>}
        {Object.entries(words).map(([code, said]) => (
          <option key={code} value={code}>
            {said}
          </option>
        ))}
      </select>
    </label>
  );
}
