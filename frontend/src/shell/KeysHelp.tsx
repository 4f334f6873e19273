/** Every key on one sheet, made from the same table that binds them. */
import { useEffect, useRef } from "react";
import type { Entry } from "./Palette";

export function KeysHelp({ entries, close }: { entries: Entry[]; close: () => void }) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
  }, []);
  const keyed = entries.filter((e) => e.key);
  const groups = [...new Set(keyed.map((e) => e.group))];
  return (
    <dialog ref={dialog} className="modal modal-open" aria-label="Keys" onClose={close}>
      <div className="modal-box max-w-4xl">
        <h2 className="text-lg font-bold">Keys</h2>
        <div className="mt-2 gap-6 text-sm sm:columns-2">
          {groups.map((group) => (
            <section key={group} className="mb-3 break-inside-avoid">
              <h3 className="quiet">{group}</h3>
              {folded(keyed.filter((e) => e.group === group)).map((e) => (
                <p key={e.words} className="flex justify-between gap-2 py-px">
                  <span>{e.words}</span>
                  <kbd className="key flex-none self-center">{e.key}</kbd>
                </p>
              ))}
            </section>
          ))}
          {!groups.length && <p>Open a rack on the shot desk to see its keys.</p>}
        </div>
        <form method="dialog" className="modal-action">
          <button className="btn btn-sm">Close</button>
        </form>
      </div>
    </dialog>
  );
}

/** The nine balls and four arrows in one line each. */
function folded(entries: Entry[]): Entry[] {
  const rest = entries.filter(
    (e) => !/^(ball-[2-9]|ball-1[1-5]|hold-[2-9]|nudge-Arrow[RUD]|step-Arrow[RUD])/.test(e.id),
  );
  return rest.map((e) => {
    if (e.id === "ball-1")
      return {
        ...e,
        words:
          "A ball, in snooker by points, reds and yellows by 1 and 2: plan it, or choose it in the result",
        key: "1 … 9",
      };
    if (e.id === "ball-10") return { ...e, words: "Balls 10 to 15", key: "Shift 0 … 5" };
    if (e.id === "hold-1") return { ...e, words: "Take a ball in hand to move it", key: "Alt 1 … 9" };
    if (e.id === "nudge-ArrowLeft") return { ...e, words: "Move the ball in hand 1 mm", key: "← → ↑ ↓" };
    if (e.id === "step-ArrowLeft") return { ...e, words: "Move it a ball width", key: "Shift ← → ↑ ↓" };
    return e;
  });
}
