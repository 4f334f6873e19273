/** Small parts that slips and forms are made of. */
import type { ReactNode } from "react";

export function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[5.4rem_1fr] items-start gap-x-2 py-0.5">
      <span className="quiet pt-px text-sm leading-[1.35rem]">{label}</span>
      <div className="min-w-0">{children}</div>
    </div>
  );
}

type Words = Record<string, string>;

/** One of a few words. Choosing the chosen one again takes it back, where `clear` is given. */
export function Pick({
  label,
  words,
  value,
  onPick,
  clear = false,
}: {
  label: string;
  words: Words;
  value: string | null;
  onPick: (code: string | null) => void;
  clear?: boolean;
}) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap">
      {Object.entries(words).map(([code, text]) => (
        <button
          key={code}
          type="button"
          className="pick text-sm"
          aria-pressed={value === code}
          onClick={() => onPick(clear && value === code ? null : code)}
        >
          {text}
        </button>
      ))}
    </div>
  );
}

export function Choose({
  label,
  words,
  value,
  onPick,
  none = "not said",
}: {
  label: string;
  words: Words;
  value: string | null;
  onPick: (code: string | null) => void;
  none?: string | null;
}) {
  return (
    <select
      className="plain text-sm"
      aria-label={label}
      value={value ?? ""}
      onChange={(e) => onPick(e.target.value === "" ? null : e.target.value)}
    >
      {none !== null && <option value="">{none}</option>}
      {Object.entries(words).map(([code, text]) => (
        <option key={code} value={code}>
          {text}
        </option>
      ))}
    </select>
  );
}

export function Field({ label, children }: { label: string; children: ReactNode }) {
  return (
    <label className="block">
      <span className="text-sm">{label}</span>
      {children}
    </label>
  );
}

export function SelectField({
  label,
  words,
  value,
  onPick,
}: {
  label: string;
  words: Record<string, string>;
  value: string;
  onPick: (code: string) => void;
}) {
  return (
    <Field label={label}>
      <select className="select w-full" value={value} onChange={(e) => onPick(e.target.value)}>
        {Object.entries(words).map(([code, text]) => (
          <option key={code} value={code}>
            {text}
          </option>
        ))}
      </select>
    </Field>
  );
}

export const Unknown = ({ children = "not analysed" }: { children?: ReactNode }) => (
  <span className="quiet italic">○ {children}</span>
);

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
export const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
export const plainWords = (words: Words): Words =>
  Object.fromEntries(Object.entries(words).map(([code, text]) => [code, lower(text)]));
