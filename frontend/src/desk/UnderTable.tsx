/** Small lines under the table: where the pointer is, what was said, what is damaged, what does not balance. */
import { keyOf } from "../commands/commands";
import { diamonds } from "../units/units";
import * as act from "../rack/actions";
import { useDesk } from "../rack/deskStore";
import { mend } from "../rack/saving";

export function PointerRead() {
  const pointer = useDesk((s) => s.pointer);
  const table = useDesk((s) => s.table);
  if (!table) return null;
  const inside =
    pointer &&
    pointer[0] >= 0 &&
    pointer[1] >= 0 &&
    pointer[0] <= table.length &&
    pointer[1] <= table.width;
  return (
    <span className="num quiet hidden text-xs sm:inline" aria-hidden="true">
      {inside
        ? `${table.sights ? `${diamonds(pointer, table.diamond)} · ` : ""}${diamonds(pointer, 0)}`
        : `${(table.length / 1000).toFixed(2)} × ${(table.width / 1000).toFixed(2)} m between the noses`}
    </span>
  );
}

/** What the last action had to say, until the next one. */
export function Told() {
  const message = useDesk((s) => s.message);
  return message ? (
    <p role="status" className="px-1 text-sm">
      {message}
    </p>
  ) : null;
}

/** What of this shot cannot be read, and the two ways to mend it. */
export function Damaged({ id, number, go }: { id: string; number: number; go: act.Go }) {
  const lost = useDesk((s) => s.damage[id]);
  if (!lost) return null;
  return (
    <div role="alert" className="border-warning my-1 border-l-4 px-2 py-1 text-sm">
      <p>
        This shot cannot be read whole. What can be read is shown; the rest stays stored until you choose.
      </p>
      <ul className="quiet">
        {lost.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      <p className="mt-1 flex gap-3">
        <button type="button" className="btn btn-xs btn-primary" onClick={() => mend(id)}>
          Keep what can be read
        </button>
        <button type="button" className="text-primary underline" onClick={() => act.removeShot(number, go)}>
          Remove the shot
        </button>
      </p>
    </div>
  );
}

export function Flags({ words }: { words: string[] }) {
  return (
    <ul aria-label="What does not balance" className="min-h-5 px-1 pb-1 text-sm">
      {words.map((word) => (
        <li key={word} className="text-warning">
          <span aria-hidden="true">▲ </span>
          {word}
        </li>
      ))}
    </ul>
  );
}

/** A rack without shots, and how to begin. */
export function EmptyRack({ go }: { go: act.Go }) {
  return (
    <div className="m-auto max-w-md p-6">
      <p>This rack has no shots yet.</p>
      <p className="mt-3">
        <button
          type="button"
          className="btn btn-primary"
          onClick={() => {
            act.addAfter(0);
            go(1);
          }}
        >
          Log the first shot <kbd className="key">{keyOf("next")}</kbd>
        </button>
      </p>
      <p className="quiet mt-3 text-sm">
        Place the balls where they lie, or press <kbd className="key">{keyOf("pattern")}</kbd> on the first
        shot to set the rack for a break.
      </p>
    </div>
  );
}
