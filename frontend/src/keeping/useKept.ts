/** State of a form that survives a reload, in this browser, apart for each data set; gone once it is let go. */
import { useCallback, useState } from "react";
import { dataMark } from "../api/own";

const keyOf = (name: string) => `aretane.${dataMark()}.form.${name}`;

function read<T>(name: string, start: T): T {
  try {
    const text = localStorage.getItem(keyOf(name));
    return text === null ? start : (JSON.parse(text) as T);
  } catch {
    return start;
  }
}

function write(name: string, value: unknown): void {
  try {
    if (value === undefined) localStorage.removeItem(keyOf(name));
    else localStorage.setItem(keyOf(name), JSON.stringify(value));
  } catch {
    // a browser that keeps nothing: the form works all the same
  }
}

/** Value, setter, and what lets it go (after it was stored or given up). */
export function useKept<T>(name: string, start: T): [T, (value: T) => void, () => void] {
  const [value, setValue] = useState<T>(() => read(name, start));
  const set = useCallback(
    (now: T) => {
      setValue(now);
      write(name, now);
    },
    [name],
  );
  const letGo = useCallback(() => {
    setValue(start);
    write(name, undefined);
  }, [name, start]);
  return [value, set, letGo];
}
