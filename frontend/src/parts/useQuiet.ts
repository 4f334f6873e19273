/** A value once it has not changed for a moment. */
import { useEffect, useState } from "react";

const QUIET_FOR = 220; // ms without a change before the server is asked

export function useQuiet(text: string): string {
  const [quiet, setQuiet] = useState(text);
  useEffect(() => {
    const timer = window.setTimeout(() => setQuiet(text), QUIET_FOR);
    return () => window.clearTimeout(timer);
  }, [text]);
  return quiet;
}
