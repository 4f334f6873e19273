/** Asks about an option that somebody had in mind, or that nobody thought of. */
import { useState } from "react";
import type { Words } from "../api/types";
import { theBall } from "../table/colours";
import { thickness, type Units } from "../units/units";
import type { Wish } from "./conditions";

const KINDS = ["pot", "safety", "bank", "kick", "combination", "carom"];
const MOST = 4;

type Props = {
  balls: string[];
  words: Words;
  units: Units;
  wishes: Wish[];
  missed: Wish[];
  set: (wishes: Wish[]) => void;
};

export function AddOption({ balls, words, units, wishes, missed, set }: Props) {
  const [open, setOpen] = useState(false);
  const link = "text-primary underline";
  return (
    <section aria-label="Another option" className="rule mt-2 border-t pt-1 text-sm">
      <h2 className="font-bold">Another option</h2>
      {missed.map((one) => (
        <p key={JSON.stringify(one)}>
          ○ No aim was found for {(words.option_kinds[one.kind] ?? one.kind).toLowerCase()}:{" "}
          {theBall(one.ball)}
          {one.pocket ? `, ${words.pockets[one.pocket]}` : ""}.{" "}
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
          ask={(wish) => {
            set([...wishes, wish]);
            setOpen(false);
          }}
          close={() => setOpen(false)}
        />
      )}
    </section>
  );
}

type FormProps = {
  balls: string[];
  words: Words;
  units: Units;
  ask: (wish: Wish) => void;
  close: () => void;
};

const FIELD = "plain w-auto text-sm";

function WishForm({ balls, words, units, ask, close }: FormProps) {
  const [wish, setWish] = useState<Wish>({
    kind: "safety",
    ball: balls[0] ?? "",
    pocket: "foot-left",
    fullness: 0.5,
    left: false,
    speed: null,
  });
  const [best, setBest] = useState(true);
  const scale = units.speed === "mph" ? 2.236936 : 3.6;
  const [typed, setTyped] = useState((1.5 * scale).toFixed(1));
  const change = (part: Partial<Wish>) => setWish({ ...wish, ...part });
  const safety = wish.kind === "safety";
  const made = () => ({
    ...wish,
    pocket: safety ? null : wish.pocket,
    speed: safety || !best ? Number(typed) / scale : null,
  });
  return (
    <form
      className="flex flex-wrap items-end gap-x-3 gap-y-1"
      onSubmit={(e) => {
        e.preventDefault();
        ask(made());
      }}
    >
      <Chosen
        label="What"
        value={wish.kind}
        words={Object.fromEntries(KINDS.map((kind) => [kind, words.option_kinds[kind] ?? kind]))}
        set={(kind) => change({ kind })}
      />
      <Chosen
        label="Ball"
        value={wish.ball}
        words={Object.fromEntries(balls.map((ball) => [ball, theBall(ball)]))}
        set={(ball) => change({ ball })}
      />
      {safety ? (
        <HitFields wish={wish} change={change} />
      ) : (
        <>
          <Chosen
            label="Pocket"
            value={wish.pocket ?? ""}
            words={words.pockets}
            set={(pocket) => change({ pocket })}
          />
          <label>
            <input type="checkbox" checked={best} onChange={(e) => setBest(e.target.checked)} /> the best
            speed
          </label>
        </>
      )}
      {(safety || !best) && (
        <label>
          Speed{" "}
          <input
            type="number"
            required
            className={`${FIELD} w-20`}
            min={(0.2 * scale).toFixed(1)}
            max={(12 * scale).toFixed(0)}
            step={0.1}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />{" "}
          {units.speed === "mph" ? "mph" : "km/h"}
        </label>
      )}
      <button className="btn btn-xs btn-primary">Ask</button>
      <button type="button" className="text-primary underline" onClick={close}>
        never mind
      </button>
    </form>
  );
}

/** How full a safety hits its ball, and on which side the cue ball passes. */
function HitFields({ wish, change }: { wish: Wish; change: (part: Partial<Wish>) => void }) {
  return (
    <>
      <label>
        Hit{" "}
        <input
          type="range"
          className="w-28 align-middle"
          style={{ accentColor: "var(--color-primary)" }}
          min={0}
          max={1}
          step={0.125}
          value={wish.fullness}
          aria-valuetext={thickness(wish.fullness)}
          onChange={(e) => change({ fullness: Number(e.target.value) })}
        />{" "}
        <span className="num">{thickness(wish.fullness)}</span>
      </label>
      <Chosen
        label="Cue ball passes on the"
        value={wish.left ? "left" : "right"}
        words={{ left: "left", right: "right" }}
        set={(side) => change({ left: side === "left" })}
      />
    </>
  );
}

type ChosenProps = {
  label: string;
  value: string;
  words: Record<string, string>;
  set: (code: string) => void;
};

function Chosen({ label, value, words, set }: ChosenProps) {
  return (
    <label>
      {label}{" "}
      <select className={FIELD} value={value} onChange={(e) => set(e.target.value)}>
        {Object.entries(words).map(([code, said]) => (
          <option key={code} value={code}>
            {said}
          </option>
        ))}
      </select>
    </label>
  );
}
