/** A word of a sentence that can be picked. */
type Props = {
  label: string;
  /** What the choice is called where no word stands before it. */
  name?: string;
  value: string;
  narrow?: boolean;
  options: [string, string][] | Map<string, [string, string][]>;
  onPick: (v: string) => void;
};

export function Select({ label, name, value, narrow = false, options, onPick }: Props) {
  return (
    <label className="flex items-baseline gap-1.5 text-sm whitespace-nowrap">
      {label}
      <select
        className={`plain w-auto ${narrow ? "max-w-40" : "max-w-60"}`}
        aria-label={name}
        value={value}
        onChange={(e) => onPick(e.target.value)}
      >
        {options instanceof Map ? (
          [...options].map(([group, own]) =>
            group ? (
              <optgroup key={group} label={group}>
                <Options options={own} />
              </optgroup>
            ) : (
              <Options key={group} options={own} />
            ),
          )
        ) : (
          <Options options={options} />
        )}
      </select>
    </label>
  );
}

const Options = ({ options }: { options: [string, string][] }) =>
  options.map(([code, text]) => (
    <option key={code} value={code}>
      {text}
    </option>
  ));
