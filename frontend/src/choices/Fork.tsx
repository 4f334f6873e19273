/** The choices as a fork: each as thick as its chance to win the rack, splitting into what may come of it. */
import type { Choices, Option, Words } from "../api/types";
import { amount, figure, measureOf, type Measure, PURPOSE, spread } from "../parts/measure";
import { percent } from "../units/units";
import { FULL, fullOf, ROW, thick, twigs } from "./fork";
import { optionWords } from "../parts/optionWords";

type Props = {
  found: Choices;
  words: Words;
  picked: number;
  pinned: number | null;
  pick: (k: number) => void;
  pin: (k: number) => void;
};

const WIDE = 380;
/** Where the trunk stands, a branch begins, splits, and its twigs end. */
const TRUNK = 50;
const START = 64;
const SPLIT = 188;
const TWIG = 262;
const FADED = { made: 0.75, missed: 0.42, foul: 0.26 } as const;
/** Along this part of a branch stands the chance of its pot, from nothing to sure. */
const SCALE = [START + 8, SPLIT - 8] as const;
const along = (share: number): number => SCALE[0] + (SCALE[1] - SCALE[0]) * Math.min(1, Math.max(0, share));

export function Fork({ found, words, picked, pinned, pick, pin }: Props) {
  const count = found.options.length;
  const high = count * ROW;
  const middle = high / 2;
  const measure = measureOf(found.measure);
  const most = fullOf(measure, found.options);
  const attack = found.options.findIndex((one) => one.ball !== null);
  return (
    <div className="relative" style={{ height: high }} data-testid="fork">
      <svg
        viewBox={`0 0 ${WIDE} ${high}`}
        width="100%"
        height={high}
        preserveAspectRatio="none"
        className="absolute inset-0"
        aria-hidden="true"
      >
        {found.options.map((one, k) => {
          const even = k === attack ? found.break_even : null;
          const opacity = k === picked ? 0.95 : k === pinned ? 0.7 : 0.42;
          return (
            <g key={k} fill="none" stroke="var(--color-base-content)" opacity={opacity}>
              <Branch
                option={one}
                most={most}
                y={k * ROW + ROW / 2 + 12}
                middle={middle}
                front={k === picked}
                even={even}
              />
            </g>
          );
        })}
      </svg>
      <ol>
        {found.options.map((one, k) => (
          <li
            key={k}
            className={`absolute inset-x-0 ${k === picked ? "bg-base-200/60" : ""}`}
            style={{ top: k * ROW, height: ROW }}
          >
            <button
              type="button"
              className="absolute inset-0 text-left"
              aria-pressed={k === picked}
              aria-label={`${k + 1}: ${optionWords(one, words)}, ${amount(measure, one.value)} ${PURPOSE[measure]}`}
              onClick={() => pick(k)}
            />
            <p
              className="pointer-events-none absolute top-0.5 right-9 truncate text-sm"
              style={{ left: `${(START / WIDE) * 100}%` }}
            >
              {found.planned === k && <span className="quiet">planned: </span>}
              {found.added.some((one) => one.option === k) && <span className="quiet">asked: </span>}
              <b>{optionWords({ ...one, route: "" }, words)}</b>
              {one.route && (
                <span className="quiet bg-base-100 block w-fit pr-1 text-xs leading-3">{one.route}</span>
              )}
            </p>
            <p className="num pointer-events-none absolute top-1 left-1 text-sm">
              <kbd className="key">{k + 1}</kbd>
            </p>
            <p className="num pointer-events-none absolute left-1 text-sm" style={{ top: ROW / 2 + 1 }}>
              <b>{short(measure, one.value)}</b>
              <br />
              <span className="quiet">{spread(measure, one.error) || "±1"}</span>
            </p>
            {twigs(one, most).map((twig) => (
              <p
                key={twig.name}
                className="pointer-events-none absolute text-xs whitespace-nowrap"
                style={{ left: `${(TWIG / WIDE) * 100 + 1}%`, top: ROW / 2 + 12 + twig.to - 9 }}
              >
                <span className="quiet">{twig.word}</span>{" "}
                <span className="num">{percent(twig.share)}</span>
                <span className="quiet"> → </span>
                <span className="num">{short(measure, twig.equity)}</span>
              </p>
            ))}
            <button
              type="button"
              className="pick absolute top-0 right-0 text-xs"
              aria-pressed={k === pinned}
              title="Keep it on the table to compare (P)"
              onClick={() => pin(k)}
            >
              pin
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}

/** A worth in the fork: the unit of a run stands above it; 0 where nothing is left. */
const short = (measure: Measure, value: number): string =>
  value === 0
    ? "0"
    : measure === "points" || measure === "balls"
      ? figure(measure, value)
      : amount(measure, value);

type BranchProps = {
  option: Option;
  most: number;
  y: number;
  middle: number;
  front: boolean;
  even: number | null;
};

/** One choice: from the trunk, as thick as its worth, to its twigs; `even` is the chance its pot needs. */
function Branch({ option, most, y, middle, front, even }: BranchProps) {
  return (
    <>
      <path
        d={`M${TRUNK},${middle} V${y + (y > middle ? -10 : 10)} Q${TRUNK},${y} ${START},${y}`}
        strokeWidth={front ? 3 : 1.5}
      />
      <path d={`M${START},${y} H${SPLIT}`} strokeWidth={thick(option.value / most)} strokeOpacity={0.6} />
      {twigs(option, most).map((twig) => (
        <path
          key={twig.name}
          strokeWidth={Math.max(0.6, twig.width)}
          strokeOpacity={FADED[twig.name]}
          d={`M${SPLIT},${y + twig.from} C${SPLIT + 34},${y + twig.from} ${TWIG - 40},${y + twig.to} ${TWIG},${y + twig.to}`}
        />
      ))}
      {option.attack && (
        <g strokeOpacity={1}>
          <path
            d={`M${along(option.attack.low)},${y} H${along(option.attack.high)}`}
            strokeWidth={3}
            stroke="var(--color-base-100)"
          />
          <circle
            cx={along(option.attack.value)}
            cy={y}
            r={4}
            fill="var(--color-base-100)"
            stroke="var(--color-base-content)"
            strokeWidth={1.5}
          />
        </g>
      )}
      {even !== null && (
        <path
          d={`M${along(even)},${y - FULL / 2 - 5} V${y + FULL / 2 + 5}`}
          stroke="var(--color-primary)"
          strokeWidth={3.5}
          strokeOpacity={1}
        />
      )}
    </>
  );
}
