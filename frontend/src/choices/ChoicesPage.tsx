/** What could have been played at a shot, and what each choice is worth to the rack. */
import { useState } from "react";
import { useNavigate } from "react-router";
import type { Choices, Place, Places, Words } from "../api/types";
import { useAnswer } from "../chart/useAsked";
import { docOf, useDesk } from "../rack/deskStore";
import { changeShot, isHidden, layouts, placeBefore, type RackDoc } from "../rack/rackDoc";
import { measureOf } from "../parts/measure";
import { useKeys } from "../shell/keys";
import { OnShot, type ShotProps } from "../shell/OnShot";
import { TablePage } from "../shell/TablePage";
import { unitsOf } from "../units/units";
import { AddOption } from "./AddOption";
import { Conditions } from "./Conditions";
import { needs } from "../parts/race";
import { ended, USUAL, type Condition, type Wish } from "./conditions";
import { Fork } from "./Fork";
import { Preview } from "./Preview";
import { Said } from "./Said";
import { Heading, KeysLine, Match, MovedNote, PlayAgain, Told, Verdict, Whose } from "./inWords";

export const ChoicesPage = () => <OnShot Screen={Forked} />;

/** What is picked, pinned, moved and added on this page. */
function usePicked() {
  const [moved, setMoved] = useState<Places>({});
  const [picked, setPicked] = useState(0);
  const [pinned, setPinned] = useState<number | null>(null);
  const [wishes, setWishes] = useState<Wish[]>([]);
  const pin = (k: number) => setPinned(pinned === k ? null : k);
  const afresh = () => {
    setPinned(null);
    setPicked(0);
  };
  const move = (ball: string, to: Place) => {
    setMoved({ ...moved, [ball]: to });
    afresh();
  };
  const wish = (now: Wish[]) => {
    setWishes(now);
    afresh();
  };
  return { moved, back: () => setMoved({}), move, picked, setPicked, pinned, pin, wishes, wish };
}

type Keyed = { count: number; shot: number; shots: number; show: (shot: number) => void; desk: () => void };

function useChoiceKeys(at: ReturnType<typeof usePicked>, { count, shot, shots, show, desk }: Keyed) {
  const numbers = Array.from({ length: 9 }, (_, k) => ({
    keys: [String(k + 1)],
    run: () => {
      if (k < count) at.setPicked(k);
    },
  }));
  useKeys(
    [
      ...numbers,
      { keys: ["ArrowDown"], run: () => at.setPicked(Math.min(count - 1, at.picked + 1)) },
      { keys: ["ArrowUp"], run: () => at.setPicked(Math.max(0, at.picked - 1)) },
      { keys: ["p"], run: () => at.pin(at.picked) },
      { keys: ["n"], run: () => show(Math.min(shots, shot + 1)) },
      { keys: ["b"], run: () => show(Math.max(1, shot - 1)) },
      { keys: ["Escape"], run: at.back },
      { keys: ["Enter"], run: desk },
    ],
    () => null,
  );
}

/** The rack with balls of a shot moved; a result that waits for the verdict does not say what was meant. */
const asShown = (stored: RackDoc, id: string, moved: Places, blind: boolean): RackDoc =>
  changeShot(stored, id, (shot) =>
    Object.entries(moved).reduce((made, [ball, place]) => placeBefore(made, ball, place as Place), {
      ...shot,
      result: isHidden(blind, shot) ? null : shot.result,
    }),
  );

type RankedProps = { found: Choices | null; words: Words; at: ReturnType<typeof usePicked> };

/** The options, the best first, and what is to be said beside them. */
function Ranked({ found, words, at }: RankedProps) {
  const option = found?.options[at.picked];
  if (!found) return null;
  return (
    <>
      {option && (
        <Fork
          found={found}
          words={words}
          picked={at.picked}
          pinned={at.pinned}
          pick={at.setPicked}
          pin={at.pin}
        />
      )}
      {found.cautions.map((said) => (
        <p key={said} role="note" className="my-1 text-sm">
          {said}
        </p>
      ))}
      {found.again && <PlayAgain again={found.again} best={found.options[0]?.value ?? null} />}
      {found.match && option && <Match match={found.match} option={option} />}
      {option && <KeysLine count={found.options.length} even={found.break_even !== null} />}
    </>
  );
}

function Forked({ desk, words, session, number, chosen }: ShotProps) {
  const navigate = useNavigate();
  const at = usePicked();
  const { moved, picked } = at;
  const [pointing, setPointing] = useState<{ take: (at: Place) => void } | null>(null);
  const [condition, setCondition] = useState<Condition>(USUAL);
  const { recording, rack, table } = desk;
  const base = `/recordings/${recording.id}/racks/${number}`;
  const stored = docOf(rack);
  const shotNumber = Math.max(1, Math.min(chosen, stored.shots.length));
  const docShot = stored.shots[shotNumber - 1];
  const blind = useDesk((s) => s.blind);
  const doc = docShot ? asShown(stored, docShot.id, moved, blind) : stored;
  const beside = {
    added: at.wishes,
    race: docShot ? needs(recording, number, docShot.shot.shooter) : null,
  };
  const all = { ...beside, ...condition };
  const { answer: found, trouble } = useAnswer(
    "choices",
    recording.id,
    number,
    doc,
    shotNumber,
    Boolean(docShot),
    all,
  );
  const balls = (docShot && layouts(doc)[docShot.id]?.before) ?? {};
  const count = found?.options.length ?? 0;
  useChoiceKeys(at, {
    count,
    shot: shotNumber,
    shots: stored.shots.length,
    show: (shot) => void navigate(`${base}/choices/${shot}`, { replace: true }),
    desk: () => void navigate(`${base}/shots/${shotNumber}`),
  });
  const review = rack.shots[shotNumber - 1]?.review;
  const units = unitsOf(session);
  const option = found?.options[picked];
  const pinned = at.pinned === null ? undefined : found?.options[at.pinned];
  const asked = Object.keys(moved).length > 0;
  return (
    <TablePage
      recording={recording}
      rack={number}
      title={`Choices at shot ${shotNumber}`}
      label="Choices"
      table={
        <Preview
          table={table}
          balls={balls}
          option={option}
          pinned={pinned}
          move={at.move}
          point={pointing?.take}
        />
      }
      under={
        <>
          {option && found ? (
            <Told
              option={option}
              words={words}
              units={units}
              pinned={pinned}
              within={found.apart}
              measure={measureOf(found.measure)}
            />
          ) : (
            <p className="quiet">Drag a ball to ask about another layout; nothing is saved.</p>
          )}
          {asked && <MovedNote back={at.back} />}
        </>
      }
    >
      <Heading base={base} shot={shotNumber} />
      {docShot && (
        <Whose
          recording={recording}
          shooter={docShot.shot.shooter}
          found={found}
          words={words}
          set={(company) => setCondition({ ...USUAL, company })}
        />
      )}
      <Verdict found={found} trouble={trouble} />
      <Ranked found={found} words={words} at={at} />
      {docShot && count > 0 && (
        <AddOption
          balls={Object.keys(balls).filter((ball) => ball !== "cue")}
          words={words}
          units={units}
          wishes={at.wishes}
          answers={ended(found) ? found.added : []}
          inHand={review?.ball_in_hand ?? false}
          set={at.wish}
          askPlace={(take) => setPointing(take && { take })}
        />
      )}
      {docShot && (count > 0 || condition !== USUAL) && (
        <Conditions
          recording={recording.id}
          discipline={recording.match.discipline}
          number={number}
          doc={doc}
          shot={shotNumber}
          beside={beside}
          shown={condition}
          show={setCondition}
          usual={found}
        />
      )}
      {docShot && (
        <Said
          rackId={rack.id}
          shot={{ id: docShot.id, version: rack.shots[shotNumber - 1]?.version ?? 1, shot: docShot.shot }}
          option={option}
          words={words}
          editable={!asked}
        />
      )}
    </TablePage>
  );
}
