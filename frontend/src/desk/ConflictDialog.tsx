/** Somebody else stored the same shot first: choose field by field, or keep one side whole. */
import { useState } from "react";
import type { Shot, Words } from "../api/types";
import { editSilently, useDesk } from "../rack/deskStore";
import {
  changeShot,
  clashes,
  mergeShot,
  removeShot,
  same,
  type Clash,
  type RackHead,
} from "../rack/rackDoc";
import { saveNow } from "../rack/saving";

type Current = { version: number; shot: Shot } | null;

export function ConflictDialog({ words }: { words: Words }) {
  const conflicts = useDesk((s) => s.conflicts) as Record<string, Current> | null;
  const doc = useDesk((s) => s.doc);
  const head = useDesk((s) => s.headConflict);
  if (head) return <HeadDialog key={head.version} head={head} words={words} />;
  const [id, current] = Object.entries(conflicts ?? {})[0] ?? [];
  if (!id || current === undefined) return null;
  const number = doc.shots.findIndex((s) => s.id === id) + 1;
  const mine = doc.shots[number - 1]?.shot;
  return (
    <dialog open className="modal modal-open" aria-label="Changed elsewhere">
      <div className="modal-box max-w-2xl">
        {mine && current ? (
          <Merge key={id} id={id} number={number} mine={mine} current={current} words={words} />
        ) : (
          <Gone id={id} number={number} removedHere={!mine} current={current} />
        )}
      </div>
    </dialog>
  );
}

const HEAD: [keyof RackHead, string][] = [
  ["breaker", "who breaks"],
  ["notes", "notes on the rack"],
  ["depth", "how much is logged"],
  ["winner", "won by"],
  ["how", "how it ended"],
];

/** The rack's own fields were changed here and elsewhere: choose field by field. */
function HeadDialog({ head, words }: { head: RackHead & { version: number }; words: Words }) {
  const { doc, base, recording } = useDesk.getState();
  const fields = HEAD.filter(([field]) => doc[field] !== head[field]);
  const [theirs, setTheirs] = useState(
    () => new Set(fields.filter(([field]) => doc[field] === base.doc[field]).map(([field]) => field)),
  );
  const name = (field: keyof RackHead, value: string | null) => {
    if (!value) return "nothing";
    if (field === "breaker" || field === "winner")
      return recording?.players.find((p) => p.id === value)?.name ?? value;
    return (
      { depth: words.depths, how: words.endings, notes: {} as Record<string, string> }[field][value] ??
      value
    );
  };
  const settleHead = (take: (field: keyof RackHead) => boolean) => {
    const { version, ...now } = head;
    const { base: stored, conflicts } = useDesk.getState();
    editSilently((mine) => ({
      ...mine,
      ...Object.fromEntries(HEAD.filter(([field]) => take(field)).map(([field]) => [field, head[field]])),
    }));
    useDesk.setState({
      base: { ...stored, rackVersion: version, doc: { ...stored.doc, ...now } },
      headConflict: null,
      save: conflicts ? "conflict" : "waiting",
      saveWords: "",
    });
    void saveNow();
  };
  const flip = (field: keyof RackHead, take: boolean) =>
    setTheirs((old) => new Set(take ? [...old, field] : [...old].filter((one) => one !== field)));
  return (
    <dialog open className="modal modal-open" aria-label="The rack was changed elsewhere">
      <div className="modal-box max-w-2xl">
        <h2 className="text-lg font-bold">This rack was changed elsewhere</h2>
        <p className="mt-1 text-sm">
          Another tab or person changed what the rack says besides its shots. Nothing is lost: choose what
          to keep.
        </p>
        <table className="mt-3 w-full table-fixed text-sm">
          <thead>
            <tr className="rule border-b text-left">
              <th className="w-36">Field</th>
              <th>Yours</th>
              <th>Stored</th>
            </tr>
          </thead>
          <tbody>
            {fields.map(([field, label]) => (
              <tr key={field} className="rule border-b align-top">
                <td className="py-1">{label}</td>
                {([false, true] as const).map((side) => (
                  <td key={String(side)} className="py-1 pr-2">
                    <label className="flex gap-1 break-words">
                      <input
                        type="radio"
                        className="radio radio-xs mt-0.5"
                        name={field}
                        checked={theirs.has(field) === side}
                        onChange={() => flip(field, side)}
                      />
                      <span className="min-w-0 break-words">
                        {name(field, side ? head[field] : doc[field])}
                      </span>
                    </label>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        <div className="modal-action flex-wrap">
          <button type="button" className="btn btn-sm" onClick={() => settleHead(() => true)}>
            Take what is stored
          </button>
          <button type="button" className="btn btn-sm" onClick={() => settleHead(() => false)}>
            Overwrite with mine
          </button>
          <button
            type="button"
            className="btn btn-sm btn-primary"
            onClick={() => settleHead((field) => theirs.has(field))}
          >
            Merge as chosen
          </button>
        </div>
      </div>
    </dialog>
  );
}

/** Goes on with the other side's version as the new base. */
function settle(id: string, current: Current, change: (mine: Shot) => Shot): void {
  const { base, conflicts } = useDesk.getState();
  const versions = { ...base.versions };
  const shots = base.doc.shots.filter((s) => s.id !== id);
  if (current) {
    versions[id] = current.version;
    shots.push({ id, shot: current.shot });
  } else delete versions[id];
  const order = base.doc.shots.map((s) => s.id);
  shots.sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  const rest = Object.fromEntries(Object.entries(conflicts ?? {}).filter(([key]) => key !== id));
  editSilently((doc) => changeShot(doc, id, change));
  useDesk.setState({
    base: { ...base, versions, doc: { ...base.doc, shots } },
    conflicts: Object.keys(rest).length ? rest : null,
    save: Object.keys(rest).length ? "conflict" : "waiting",
    saveWords: "",
  });
  void saveNow();
}

const shown = (value: unknown): string => {
  if (value === null || value === undefined || value === "" || same(value, []) || same(value, {}))
    return "nothing";
  return typeof value === "string" ? value : JSON.stringify(value);
};

function Merge({
  id,
  number,
  mine,
  current,
  words,
}: {
  id: string;
  number: number;
  mine: Shot;
  current: NonNullable<Current>;
  words: Words;
}) {
  const base = useDesk.getState().base.doc.shots.find((s) => s.id === id)?.shot;
  const all = clashes(mine, current.shot);
  const touched = new Set(base ? clashes(mine, base).map((c) => c.field) : all.map((c) => c.field));
  const [theirs, setTheirs] = useState(
    () => new Set(all.filter((c) => !touched.has(c.field)).map((c) => c.field)),
  );
  const [both, setBoth] = useState(false);
  const flip = (field: string, take: boolean) =>
    setTheirs((old) => {
      const now = new Set(old);
      if (take) now.add(field);
      else now.delete(field);
      return now;
    });
  return (
    <>
      <h2 className="text-lg font-bold">Shot {number} was changed elsewhere</h2>
      <p className="mt-1 text-sm">
        Another tab or person stored this shot while you were editing it. Nothing is lost: choose what to
        keep.
      </p>
      <table className="mt-3 w-full table-fixed text-sm">
        <thead>
          <tr className="rule border-b text-left">
            <th className="w-28">Field</th>
            <th>Yours</th>
            <th>Stored</th>
          </tr>
        </thead>
        <tbody>
          {all.map((clash) => (
            <Choice
              key={clash.field}
              clash={clash}
              words={words}
              take={theirs.has(clash.field)}
              flip={flip}
              both={both}
              setBoth={setBoth}
            />
          ))}
        </tbody>
      </table>
      <div className="modal-action flex-wrap">
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => settle(id, current, () => structuredClone(current.shot))}
        >
          Take the stored shot
        </button>
        <button type="button" className="btn btn-sm" onClick={() => settle(id, current, (s) => s)}>
          Overwrite with mine
        </button>
        <button
          type="button"
          className="btn btn-sm btn-primary"
          onClick={() =>
            settle(id, current, (s) =>
              mergeShot(
                s,
                current.shot,
                theirs,
                both ? `${current.shot.notes}\n${s.notes}`.trim() : undefined,
              ),
            )
          }
        >
          Merge as chosen
        </button>
      </div>
    </>
  );
}

type ChoiceProps = {
  clash: Clash;
  words: Words;
  take: boolean;
  flip: (field: string, take: boolean) => void;
  both: boolean;
  setBoth: (both: boolean) => void;
};

function Choice({ clash, take, flip, both, setBoth }: ChoiceProps) {
  const label = clash.field
    .replace("plan.", "plan: ")
    .replace("result.", "result: ")
    .replace("judgement.", "verdict: ")
    .replaceAll("_", " ");
  const isNotes = clash.field === "notes";
  return (
    <tr className="rule border-b align-top">
      <td className="py-1">{label}</td>
      {([false, true] as const).map((side) => (
        <td key={String(side)} className="py-1 pr-2">
          <label className="flex gap-1 break-words">
            <input
              type="radio"
              className="radio radio-xs mt-0.5"
              name={clash.field}
              checked={take === side && !(isNotes && both)}
              onChange={() => {
                flip(clash.field, side);
                if (isNotes) setBoth(false);
              }}
            />
            <span className="min-w-0 break-words">{shown(side ? clash.theirs : clash.mine)}</span>
          </label>
          {isNotes && side && (
            <label className="mt-1 flex gap-1">
              <input
                type="radio"
                className="radio radio-xs mt-0.5"
                name={clash.field}
                checked={both}
                onChange={() => setBoth(true)}
              />{" "}
              keep both notes
            </label>
          )}
        </td>
      ))}
    </tr>
  );
}

function Gone({
  id,
  number,
  removedHere,
  current,
}: {
  id: string;
  number: number;
  removedHere: boolean;
  current: Current;
}) {
  if (removedHere)
    return (
      <>
        <h2 className="text-lg font-bold">A shot you removed was changed elsewhere</h2>
        <div className="modal-action">
          <button
            type="button"
            className="btn btn-sm btn-primary"
            onClick={() => {
              editSilently((doc) => ({
                ...doc,
                shots: current ? [...doc.shots, { id, shot: current.shot }] : doc.shots,
              }));
              settle(id, current, (s) => s);
            }}
          >
            Keep it
          </button>
          <button type="button" className="btn btn-sm" onClick={() => settle(id, current, (s) => s)}>
            Remove it all the same
          </button>
        </div>
      </>
    );
  return (
    <>
      <h2 className="text-lg font-bold">Shot {number} was removed elsewhere</h2>
      <p className="mt-1 text-sm">You were still editing it here.</p>
      <div className="modal-action">
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => {
            editSilently((doc) => removeShot(doc, id, undefined));
            settle(id, null, (s) => s);
          }}
        >
          Let it go
        </button>
        <button type="button" className="btn btn-sm btn-primary" onClick={() => settle(id, null, (s) => s)}>
          Put mine back
        </button>
      </div>
    </>
  );
}
