/** An answer: a row a band, on one axis, with the shots behind each. */
import { useState } from "react";
import type { AnswerBand, Asked, Interval } from "../api/types";
import type { Units } from "../units/units";
import { limitFor } from "./axis";
import { bandWords, heldWords, rowsOf, valueWords } from "./question";
import { OF_PLACE, Roses } from "./Roses";
import { Axis, Bar, COLUMNS, DRAWN, MeanBar, Tick } from "./Rungs";
import { ShotsBehind } from "./ShotsBehind";

type Props = { asked: Asked; question: Record<string, string>; units: Units };

export function Answer({ asked, question, units }: Props) {
  const names = asked.series.map((one) => one.player?.name ?? "Everybody");
  const rows = rowsOf(asked);
  const whole = asked.series.map((one) => one.whole);
  const every = [...whole, ...rows.flatMap((row) => row.answers)].filter((one) => !!one);
  const limit = limitFor(
    every.flatMap(({ interval: i }) => [i.low ?? i.value ?? 0, i.high ?? i.value ?? 0]),
  );
  const gap = (code: string | null) => asked.differences.find((one) => one.code === code)?.held ?? null;
  const split = asked.split;
  const row = (key: string, label: string, answers: (AnswerBand | undefined)[], band: string | null) => (
    <Row
      key={key}
      label={label}
      strong={band === null}
      asked={asked}
      answers={answers}
      names={names}
      limit={limit}
      units={units}
      gap={gap(band)}
      question={band === null || !split ? without(question) : { ...without(question), [split.code]: band }}
    />
  );
  return (
    <div className="mt-4">
      {asked.remarks.map((remark) => (
        <p key={remark} className="text-sm">
          {remark}
        </p>
      ))}
      {every.every((one) => one.interval.value === null) ? null : asked.measure.form === "mean" ? (
        <MeanAxis asked={asked} names={names} limit={limit} units={units} />
      ) : (
        <Axis names={names} />
      )}
      <section className="rule mt-1 border-t pt-1">{row("all", "All", whole, null)}</section>
      {split && rows.length > 0 && (
        <section className="rule mt-2 border-t pt-1">
          <h2 className="font-bold">By {split.words}</h2>
          {rows.map((one) =>
            row(one.code, bandWords(split, one.code, one.words, units), one.answers, one.code),
          )}
        </section>
      )}
      <Notes asked={asked} />
      {OF_PLACE.includes(asked.measure.code) && <Roses asked={asked} question={question} units={units} />}
    </div>
  );
}

/** The question without its split: what the shots of a band are asked by. */
const without = (question: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(question).filter(([code]) => code !== "by" && code !== "against"));

type RowProps = {
  label: string;
  strong: boolean;
  asked: Asked;
  answers: (AnswerBand | undefined)[];
  names: string[];
  limit: number;
  units: Units;
  gap: Asked["differences"][number]["held"];
  question: Record<string, string>;
};

function Row({ label, strong, asked, answers, names, limit, units, gap, question }: RowProps) {
  const [open, setOpen] = useState(false);
  const { form, unit } = asked.measure;
  return (
    <div>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className={`${COLUMNS} hover:bg-base-200 w-full items-start py-0.5 text-left`}
      >
        <span className={strong ? "text-sm font-bold" : "text-sm"}>{label}</span>
        <span className={DRAWN}>
          {answers.map((one, i) =>
            form === "mean" ? (
              <MeanBar
                key={i}
                interval={one?.interval ?? NONE}
                limit={limit}
                second={i === 1}
                said={`${names[i]}, ${label}: ${valueWords(form, unit, one?.interval.value ?? null, units)}`}
              />
            ) : (
              <Bar
                key={i}
                interval={one?.interval ?? NONE}
                second={i === 1}
                expected={expectedOf(one)}
                name={names[i] ?? ""}
                label={label}
              />
            ),
          )}
        </span>
        <span className="num text-right text-xs leading-4">
          {answers.map((one, i) => (
            <span key={i} className="block">
              {!one || one.interval.value === null ? (
                <span className="quiet">none yet</span>
              ) : (
                <>
                  {form === "count" ? "" : valueWords(form, unit, one.interval.value, units)}{" "}
                  <span className="quiet">
                    {one.interval.k !== null && form === "share" ? `${one.interval.k} of ` : "n "}
                    {one.interval.n}
                  </span>
                </>
              )}
            </span>
          ))}
        </span>
      </button>
      <Words asked={asked} answers={answers} names={names} gap={gap} units={units} />
      {open && (
        <ShotsBehind
          measure={asked.measure}
          players={asked.series.map((one) => one.player)}
          questions={[question]}
          names={names}
          units={units}
        />
      )}
    </div>
  );
}

const NONE: Interval = { n: 0, k: null, value: null, low: null, high: null };

const expectedOf = (one: AnswerBand | undefined): Interval | undefined =>
  one?.expected ? { ...NONE, n: one.expected.n, value: one.expected.expected } : undefined;

/** What differs beyond accident, and what two players differ by. */
function Words({
  asked,
  answers,
  names,
  gap,
  units,
}: Pick<RowProps, "asked" | "answers" | "names" | "gap" | "units">) {
  const apart = answers.flatMap((one, i) =>
    one?.apart && one.apart.verdict !== "too little to tell"
      ? [
          `${answers.length > 1 ? `${names[i]}: ` : ""}against the rest ${heldWords(asked, one.apart, units)}`,
        ]
      : [],
  );
  const said = [
    ...apart,
    ...(gap ? [`${names[0]} less ${names[1]}: ${heldWords(asked, gap, units)}`] : []),
  ];
  if (!said.length) return null;
  return <p className="quiet -mt-0.5 mb-1 text-xs sm:pl-[11.75rem]">{said.join(" · ")}</p>;
}

function MeanAxis({
  asked,
  names,
  limit,
  units,
}: Omit<Props, "question"> & { names: string[]; limit: number }) {
  const { form, unit } = asked.measure;
  const said = (value: number) => valueWords(form, unit, value, units);
  return (
    <div className={`${COLUMNS} text-xs`}>
      <span className="self-end">
        {names.map((name, i) => (
          <span key={name} className="block">
            <Tick second={i === 1} /> {name}
          </span>
        ))}
      </span>
      <span className={`num quiet flex justify-between self-end ${DRAWN}`}>
        <span>{said(-limit)}</span>
        <span>0</span>
        <span>{said(limit)}</span>
      </span>
      <span />
    </div>
  );
}

/** What was not counted and why, and what the marks mean. */
function Notes({ asked }: { asked: Asked }) {
  const unsaid = asked.series.reduce((sum, one) => sum + one.unsaid, 0);
  const parts = [
    asked.left_out ? `${asked.left_out} left out by the reviewer` : "",
    asked.unlogged ? `${asked.unlogged} without a result` : "",
    asked.unknown ? `${asked.unknown} where it is not known` : "",
    unsaid && asked.split ? `${unsaid} that do not say ${asked.split.words}` : "",
  ].filter(Boolean);
  const means = asked.measure.form === "mean";
  return (
    <p className="quiet mt-4 max-w-prose text-sm">
      Bars are 95 % intervals
      {means ? "; from three matches on a match counts as one, as its shots are alike" : ""}.
      {asked.series.some((one) => one.whole.expected)
        ? " Dotted: what the shooter's model expects of these shots."
        : ""}
      {asked.split
        ? " A band is named only where it differs beyond accident, corrected for looking so often."
        : ""}
      {parts.length ? ` Not counted: ${parts.join(", ")}.` : ""}
      {asked.waiting ? ` ${asked.waiting} racks are still being counted.` : ""}
    </p>
  );
}
