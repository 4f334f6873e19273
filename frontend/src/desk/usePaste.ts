/** Text pasted anywhere but into a field is a layout for the shot on the desk. */
import { useEffect } from "react";
import { pasteLayout } from "../rack/actions";
import { useDesk } from "../rack/deskStore";

export function usePaste(): void {
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const into = event.target instanceof Element ? event.target : null;
      const text = event.clipboardData?.getData("text") ?? "";
      if (into?.closest("input, textarea, select, [contenteditable]") || !text.trim()) return;
      event.preventDefault();
      pasteLayout(Math.max(1, useDesk.getState().current), text);
    };
    document.addEventListener("paste", paste);
    return () => document.removeEventListener("paste", paste);
  }, []);
}
