/** Fields whose text is taken while it is typed, so that a reload in the middle of a word loses nothing.
 * What is typed in one go is one step of undo. */
import { useRef, useState, type InputHTMLAttributes, type TextareaHTMLAttributes } from "react";

/** Does `change` as part of the step before it; the desk's undo gives it. */
export type AsOneStep = (change: () => void) => void;

type Own = {
  value: string;
  /** Takes the text as it stands; text that means nothing yet is left to the next letter. */
  take: (text: string) => void;
  asOneStep: AsOneStep;
};

function useTyping({ value, take, asOneStep }: Own) {
  const [text, setText] = useState<string | null>(null);
  const begun = useRef(false);
  return {
    value: text ?? value,
    onChange: (event: { target: { value: string } }) => {
      const now = event.target.value;
      setText(now);
      if (begun.current) asOneStep(() => take(now));
      else take(now);
      begun.current = true;
    },
    onBlur: () => {
      setText(null);
      begun.current = false;
    },
  };
}

export function TypedInput({
  value,
  take,
  asOneStep,
  ...rest
}: Own & Omit<InputHTMLAttributes<HTMLInputElement>, "value" | "onChange" | "onBlur">) {
  return <input {...rest} {...useTyping({ value, take, asOneStep })} />;
}

export function TypedArea({
  value,
  take,
  asOneStep,
  ...rest
}: Own & Omit<TextareaHTMLAttributes<HTMLTextAreaElement>, "value" | "onChange" | "onBlur">) {
  return <textarea {...rest} {...useTyping({ value, take, asOneStep })} />;
}
