/** Binds a command table to the keyboard. Keys rest while text is typed or a dialog is open. */
import { useEffect, useRef } from "react";
import { tinykeys } from "tinykeys";

type Bound<C> = { keys: string[]; run: (context: C) => void };

export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) return !["radio", "checkbox", "button"].includes(target.type);
  return target.isContentEditable || ["TEXTAREA", "SELECT"].includes(target.tagName);
}

export function useKeys<C>(commands: Bound<C>[], context: () => C): void {
  const now = useRef(context);
  useEffect(() => {
    now.current = context;
  });
  useEffect(() => {
    const table: Record<string, (event: KeyboardEvent) => void> = {};
    for (const command of commands)
      for (const key of command.keys)
        table[key] = (event) => {
          if (isTyping(event.target) || document.querySelector(".modal-open, [cmdk-root]")) return;
          if (
            event.key === " " &&
            event.target instanceof Element &&
            event.target.closest("button, a, summary")
          )
            return;
          event.preventDefault();
          command.run(now.current());
        };
    return tinykeys(window, table);
  }, [commands]);
}
