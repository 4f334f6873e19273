/** Says what the pencil does, while it is in hand or has drawn something on this shot. */
import { keyOf } from "../commands/commands";
import { switchHidden, usePencil, putDown } from "./pencil";

export function PencilLine({ drawn, clear }: { drawn: number; clear: () => void }) {
  const { pencil, hidden } = usePencil();
  if (!pencil && !drawn) return null;
  return (
    <p className="flex flex-wrap items-center gap-x-3 px-1 text-sm">
      {pencil ? (
        <>
          <span>
            Pencil {pencil === "line" ? "a line" : "round a zone"}, on the table or the picture; undo takes
            it back.
          </span>
          <button type="button" className="text-primary underline" onClick={putDown}>
            done
          </button>{" "}
          <kbd className="key">Esc</kbd>
        </>
      ) : (
        <span className="quiet">
          {drawn} pencilled{hidden ? ", hidden" : ""}
        </span>
      )}
      {drawn > 0 && (
        <>
          <button type="button" className="text-primary underline" onClick={switchHidden}>
            {hidden ? "show" : "hide"}
          </button>
          <kbd className="key">{keyOf("draw-hide")}</kbd>
          <button type="button" className="text-primary underline" onClick={clear}>
            clear
          </button>
          <kbd className="key">{keyOf("draw-clear")}</kbd>
        </>
      )}
    </p>
  );
}
