/** An angle in degrees, typed; empty: not said. */
import { TypedInput } from "../keeping/typed";
import { asOneStep } from "../rack/deskStore";

type Props = {
  label: string;
  placeholder: string;
  value: number | null;
  /** What is more is not taken. */
  most: number;
  take: (value: number | null) => void;
};

export function Degrees({ label, placeholder, value, most, take }: Props) {
  return (
    <span className="flex items-baseline gap-1 text-sm">
      <TypedInput
        className="plain num w-12 text-right"
        inputMode="numeric"
        aria-label={label}
        placeholder={placeholder}
        value={String(value ?? "")}
        asOneStep={asOneStep}
        take={(text) => {
          const typed = text.trim() === "" ? null : Number(text);
          if (typed === null || (Number.isFinite(typed) && typed >= 0 && typed <= most)) take(typed);
        }}
      />
      °
    </span>
  );
}
