/** What is asked about: the ball, a pocket for a bank, rails, speed and tip. */
import type { Words } from "../api/types";
import { theBall } from "../table/colours";
import { speed, type Units } from "../units/units";

export type Asked = {
  ball: string;
  pocket: string | null;
  rails: number;
  speed: number;
  side: number;
  height: number;
};

type Props = {
  asked: Asked;
  ask: (part: Partial<Asked>) => void;
  objects: string[];
  words: Words;
  units: Units;
};

const SPEEDS = [1.5, 2.5, 3.5, 5];
const SIDES: [number, string][] = [
  [-0.3, "left"],
  [0, "none"],
  [0.3, "right"],
];
const HEIGHTS: [number, string][] = [
  [-0.3, "draw"],
  [0, "centre"],
  [0.3, "follow"],
];

export function Asking({ asked, ask, objects, words, units }: Props) {
  const field = "plain w-auto text-sm";
  const rails = [1, 2, 3, 4].map((n): [number, string] => [n, String(n)]);
  const speeds = SPEEDS.map((n): [number, string] => [n, speed(n, units)]);
  return (
    <>
      <p className="flex flex-wrap gap-x-3">
        <label>
          Ball{" "}
          <select className={field} value={asked.ball} onChange={(e) => ask({ ball: e.target.value })}>
            {objects.map((name) => (
              <option key={name} value={name}>
                {theBall(name)}
              </option>
            ))}
          </select>
        </label>
        <label>
          What{" "}
          <select
            className={field}
            value={asked.pocket ?? ""}
            onChange={(e) => ask({ pocket: e.target.value || null })}
          >
            <option value="">kick at it</option>
            {Object.entries(words.pockets).map(([code, said]) => (
              <option key={code} value={code}>
                bank it, {said}
              </option>
            ))}
          </select>
        </label>
      </p>
      <OneOf label="Rails" values={rails} value={asked.rails} set={(n) => ask({ rails: n })} />
      <OneOf label="Speed" values={speeds} value={asked.speed} set={(n) => ask({ speed: n })} />
      <OneOf label="Side" values={SIDES} value={asked.side} set={(n) => ask({ side: n })} />
      <OneOf label="Tip" values={HEIGHTS} value={asked.height} set={(n) => ask({ height: n })} />
    </>
  );
}

type OneOfProps = {
  label: string;
  values: [number, string][];
  value: number;
  set: (value: number) => void;
};

function OneOf({ label, values, value, set }: OneOfProps) {
  return (
    <p className="flex items-baseline gap-1">
      <span className="w-14">{label}</span>
      {values.map(([one, said]) => (
        <button
          key={said}
          type="button"
          className="pick"
          aria-pressed={one === value}
          onClick={() => set(one)}
        >
          {said}
        </button>
      ))}
    </p>
  );
}
