/** The shot desk's state: the rack being edited (undoable), what is stored, and what is on the screen. */
import { temporal } from "zundo";
import { create } from "zustand";
import type { DeskView, Game, RackView, RecordingView, Review, TableView, Words } from "../api/types";
import { emptyHead, same, type RackDoc, type RackHead } from "./rackDoc";

export type Slip = "plan" | "strike" | "result" | "worth";
export type SaveState = "saved" | "saving" | "waiting" | "offline" | "conflict" | "refused";

/** What the server holds: the base that edits are compared with. */
export type Base = { versions: Record<string, number>; doc: RackDoc; rackVersion: number };

export type DeskState = {
  doc: RackDoc;
  rackId: number;
  number: number;
  /** Whether the rules say that the stored rack is over. */
  over: boolean;
  /** Who may play the next shot of the stored rack. */
  nextTurn: string[];
  /** The shot on the desk, from 1; kept here so that two keys in a row never wait for a drawing. */
  current: number;
  recording: RecordingView | null;
  table: TableView | null;
  game: Game | null;
  words: Words | null;
  base: Base;
  reviews: Record<string, Review>;
  slip: Slip;
  chosen: string | null;
  save: SaveState;
  saveWords: string;
  conflicts: Record<string, { version: number; shot: unknown } | null> | null;
  /** What the rack's own fields are by now, where they were changed elsewhere and here. */
  headConflict: (RackHead & { version: number }) | null;
  /** Stored values that cannot be read, by shot. */
  damage: Record<string, string[]>;
  /** Damaged shots of which what can be read is to be stored. */
  mending: Record<string, true>;
  fresh: Record<string, true>;
  /** Shots in which balls that come back are put on their spots by themselves. */
  spotting: Record<string, true>;
  /** The picture after the shot is being laid out, ball by ball; the chosen ball is next. */
  laying: boolean;
  showPaths: boolean;
  /** Results stay hidden until the decision is judged. */
  blind: boolean;
  /** What the last action has to say. */
  message: string;
  /** The shot on the desk is being kept as a study: its name is asked for. */
  keepingStudy: boolean;
  pointer: [number, number] | null;
};

const BLIND = "aretane.blind";

/** Turns judging before the result on or off, for this browser. */
export function setBlind(blind: boolean): void {
  localStorage.setItem(BLIND, blind ? "yes" : "no");
  useDesk.setState({
    blind,
    message: blind ? "Results stay hidden until the decision is judged." : "Results are shown.",
  });
}

const emptyDoc: RackDoc = { ...emptyHead, shots: [] };

export const useDesk = create<DeskState>()(
  temporal(
    () =>
      ({
        doc: emptyDoc,
        rackId: 0,
        number: 0,
        over: false,
        nextTurn: [],
        current: 1,
        recording: null,
        table: null,
        game: null,
        words: null,
        base: { versions: {}, doc: emptyDoc, rackVersion: 0 },
        reviews: {},
        slip: "plan",
        chosen: null,
        save: "saved",
        saveWords: "",
        conflicts: null,
        headConflict: null,
        damage: {},
        mending: {},
        fresh: {},
        spotting: {},
        laying: false,
        showPaths: true,
        blind: localStorage.getItem(BLIND) === "yes",
        message: "",
        keepingStudy: false,
        pointer: null,
      }) as DeskState,
    {
      partialize: (state) => ({ doc: state.doc }),
      equality: (past, now) => past.doc === now.doc,
      limit: 300,
    },
  ),
);

export const history = () => useDesk.temporal.getState();

/** Changes the rack as one undoable step. */
export function edit(change: (doc: RackDoc) => RackDoc): void {
  const before = useDesk.getState().doc;
  const doc = change(before);
  if (doc !== before && !same(doc, before)) useDesk.setState({ doc });
}

/** Does `change` as part of the step of undo before it: the next letters of what is being typed. */
export function asOneStep(change: () => void): void {
  history().pause();
  change();
  history().resume();
}

/** Changes the rack without a step of its own: what the tool fills in, or what came from the server. */
export function editSilently(change: (doc: RackDoc) => RackDoc): void {
  asOneStep(() => edit(change));
}

export function docOf(rack: RackView): RackDoc {
  return {
    breaker: rack.breaker,
    notes: rack.notes,
    depth: rack.depth,
    winner: rack.ended_winner,
    how: rack.ended_how,
    shots: rack.shots.map((s) => ({ id: s.id, shot: s.shot })),
  };
}

export function baseOf(rack: RackView): Base {
  return {
    versions: Object.fromEntries(rack.shots.map((s) => [s.id, s.version])),
    doc: docOf(rack),
    rackVersion: rack.version,
  };
}

export const reviewsOf = (rack: RackView): Record<string, Review> =>
  Object.fromEntries(rack.shots.map((s) => [s.id, s.review]));

/** Stored values that cannot be read, by shot; shots without any are left out. */
export const damageOf = (rack: RackView): Record<string, string[]> =>
  Object.fromEntries(rack.shots.filter((s) => s.damage?.length).map((s) => [s.id, s.damage]));

/** Opens a rack, bringing back what an earlier visit could not store. */
export function openDesk(view: DeskView, draft: { doc: RackDoc; base: Base } | null): void {
  const { rack } = view;
  const doc = draft?.doc ?? docOf(rack);
  const first = doc.shots[0]?.shot.layout;
  const bare = first !== undefined && !Object.keys(first.balls).length; // a position that nobody laid out yet
  history().pause();
  useDesk.setState({
    doc,
    base: draft?.base ?? baseOf(rack),
    rackId: rack.id,
    number: rack.number,
    over: rack.over,
    nextTurn: rack.next_turn,
    recording: view.recording,
    table: view.table,
    game: view.game,
    reviews: reviewsOf(rack),
    chosen: bare ? "cue" : null,
    save: draft ? "waiting" : "saved",
    saveWords: "",
    conflicts: null,
    headConflict: null,
    damage: damageOf(rack),
    mending: {},
    fresh: {},
    spotting: {},
    message: "",
    pointer: null,
  });
  history().clear();
  history().resume();
}
