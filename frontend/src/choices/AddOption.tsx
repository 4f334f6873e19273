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
  const field = "plain w-auto text-sm";
  return (
    <section aria-label="Another option" className="rule mt-2 border-t pt-1 text-sm">
      <h2 className="font-bold">Another option</h2>
      {missed.map((one) => (
        <p key={JSON.stringify(one)}>
          ○ No aim was found for {(words.option_kinds[one.kind] ?? one.kind).toLowerCase()}:{" "}
          {theBall(one.ball)}
          {one.pocket ? `, ${words.pockets[one.pocket]}` : ""}.{" "}
          <button
            type="button"
            className="text-primary underline"
            onClick={() => set(wishes.filter((w) => w !== one))}
          >
            drop it
          </button>
        </p>
      ))}
      {!open &&
        (wishes.length < MOST ? (
          <button type="button" className="text-primary underline" onClick={() => setOpen(true)}>
            Ask about one the player had in mind, or one nobody thought of
          </button>
        ) : (
          <p className="quiet">
            Four are asked about.{" "}
            <button type="button" className="text-primary underline" onClick={() => set([])}>
              Drop them
            </button>
          </p>
        ))}
      {open && (
        <form
          className="flex flex-wrap items-end gap-x-3 gap-y-1"
          onSubmit={(e) => {
            e.preventDefault();
            set([
              ...wishes,
              {
                ...wish,
                pocket: safety ? null : wish.pocket,
                speed: safety || !best ? Number(typed) / scale : null,
              },
            ]);
            setOpen(false);
          }}
        >
          <label>
            What{" "}
            <select className={field} value={wish.kind} onChange={(e) => change({ kind: e.target.value })}>
              {KINDS.map((kind) => (
                <option key={kind} value={kind}>
                  {words.option_kinds[kind]}
                </option>
              ))}
            </select>
          </label>
          <label>
            Ball{" "}
            <select className={field} value={wish.ball} onChange={(e) => change({ ball: e.target.value })}>
              {balls.map((ball) => (
                <option key={ball} value={ball}>
                  {theBall(ball)}
                </option>
              ))}
            </select>
          </label>
          {!safety && (
            <label>
              Pocket{" "}
              <select
                className={field}
                value={wish.pocket ?? ""}
                onChange={(e) => change({ pocket: e.target.value })}
              >
                {Object.entries(words.pockets).map(([code, said]) => (
                  <option key={code} value={code}>
                    {said}
                  </option>
                ))}
              </select>
            </label>
          )}
          {safety && (
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
              <label>
                Cue ball passes on the{" "}
                <select
                  className={field}
                  value={wish.left ? "left" : "right"}
                  onChange={(e) => change({ left: e.target.value === "left" })}
                >
                  <option value="left">left</option>
                  <option value="right">right</option>
                </select>
              </label>
            </>
          )}
          {!safety && (
            <label>
              <input type="checkbox" checked={best} onChange={(e) => setBest(e.target.checked)} /> the best
              speed
            </label>
          )}
          {(safety || !best) && (
            <label>
              Speed{" "}
              <input
                type="number"
                required
                className={`${field} w-20`}
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
          <button type="button" className="text-primary underline" onClick={() => setOpen(false)}>
            never mind
          </button>
        </form>
      )}
    </section>
  );
}
