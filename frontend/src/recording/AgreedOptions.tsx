/** What the players agreed on beyond the discipline: each option as usual, or as they said. */
import type { Options, Words } from "../api/types";
import { Field, lower } from "../parts/fields";

type Name = keyof Options;
const YES_NO = { true: "Yes", false: "No" };

const LABELS: Record<Name, string> = {
  break_condition: "The break must",
  money_on_break: "Money ball on the break",
  push_out: "Push-out after the break",
  in_hand: "Cue ball in hand",
  three_foul: "Third foul in a row loses",
  fouls: "Fouls that count",
  leave_frozen: "Play away from a frozen ball",
  call: "Calls",
  school: "After a foul",
  points_to: "Points to win",
  rack_spot: "On the foot spot",
  break_box: "Break from the box",
};

const wordsOf = (words: Words, name: Name): Record<string, string> =>
  (
    ({
      break_condition: words.break_conditions,
      money_on_break: words.money_on_break,
      in_hand: words.in_hand,
      fouls: words.fouls_counted,
      call: words.calls,
      school: words.schools,
      rack_spot: words.rack_spots,
    }) as Partial<Record<Name, Record<string, string>>>
  )[name] ?? YES_NO;

type Props = { words: Words; discipline: string; agreed: Options; onChange: (options: Options) => void };

export function AgreedOptions({ words, discipline, agreed, onChange }: Props) {
  const used = (words.options_used[discipline] ?? []) as Name[];
  const usual = words.options_usual[discipline];
  if (!used.length || !usual) return null;
  return (
    <details className="rule border-y py-2" open={used.some((name) => agreed[name] !== null)}>
      <summary className="cursor-pointer text-sm">What was agreed, where it is not as usual</summary>
      <div className="mt-2 grid gap-4 sm:grid-cols-2">
        {used.map((name) => (
          <Field key={name} label={LABELS[name]}>
            {name === "points_to" ? (
              <input
                className="input w-full"
                type="number"
                min={1}
                max={2000}
                placeholder="not said"
                value={agreed.points_to ?? ""}
                onChange={(e) =>
                  onChange({ ...agreed, points_to: e.target.value ? Number(e.target.value) : null })
                }
              />
            ) : (
              <Option
                words={wordsOf(words, name)}
                value={agreed[name]}
                usual={usual[name]}
                onPick={(value) => onChange({ ...agreed, [name]: value })}
              />
            )}
          </Field>
        ))}
      </div>
    </details>
  );
}

type Value = string | number | boolean | null;

function Option({
  words,
  value,
  usual,
  onPick,
}: {
  words: Record<string, string>;
  value: Value;
  usual: Value;
  onPick: (value: Value) => void;
}) {
  const read = (code: string): Value => (code === "" ? null : words === YES_NO ? code === "true" : code);
  return (
    <select
      className="select w-full"
      value={value === null ? "" : String(value)}
      onChange={(e) => onPick(read(e.target.value))}
    >
      <option value="">as usual: {lower(words[String(usual)] ?? String(usual))}</option>
      {Object.entries(words).map(([code, text]) => (
        <option key={code} value={code}>
          {text}
        </option>
      ))}
    </select>
  );
}
