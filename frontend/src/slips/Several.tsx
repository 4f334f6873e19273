/** Several of some words: those chosen, each with a way to take it back, and a list to add from. */
import { Choose, Row } from "../parts/fields";

type Props = {
  label: string;
  said: string;
  words: Record<string, string>;
  chosen: string[];
  most?: number;
  take: (codes: string[]) => void;
};

export function Several({ label, said, words, chosen, most = 8, take }: Props) {
  const rest = Object.fromEntries(Object.entries(words).filter(([code]) => !chosen.includes(code)));
  return (
    <Row label={label}>
      {chosen.length > 0 && (
        <span className="flex flex-wrap gap-x-2">
          {chosen.map((code) => (
            <button
              key={code}
              type="button"
              className="pick text-sm"
              aria-pressed
              aria-label={`${words[code] ?? code}: take back`}
              onClick={() => take(chosen.filter((other) => other !== code))}
            >
              {words[code] ?? code} ×
            </button>
          ))}
        </span>
      )}
      {chosen.length < most && Object.keys(rest).length > 0 && (
        <Choose
          label={said}
          words={rest}
          value={null}
          none={chosen.length ? "and…" : "–"}
          onPick={(code) => code && take([...chosen, code])}
        />
      )}
    </Row>
  );
}
