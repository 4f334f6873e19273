/** Kicks and banks: the mirror and rail-number counts beside the path the ball really takes, and why they differ here. */
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Places, Words } from "../api/types";
import { docOf } from "../rack/deskStore";
import { layouts } from "../rack/rackDoc";
import { lower } from "../parts/fields";
import { useKeys } from "../shell/keys";
import { OnShot, type ShotProps } from "../shell/OnShot";
import { Problem } from "../shell/Problem";
import { TablePage } from "../shell/TablePage";
import { unitsOf } from "../units/units";
import { Asking, type Asked } from "./Asking";
import { KickRow, Why } from "./KickRow";
import { KickTable } from "./KickTable";
import { useKicks } from "./useKicks";

export const KicksPage = () => <OnShot Screen={Counted} />;

/** What is asked about, as it is picked beside the table. */
function useAsking(before: Places, planned: string | null) {
  const [moved, setMoved] = useState<Places>({});
  const balls: Places = { ...before, ...moved };
  const objects = Object.keys(balls).filter((ball) => ball !== "cue");
  const first = planned && objects.includes(planned) ? planned : (objects[0] ?? "");
  const [asked, setAsked] = useState<Asked>({
    ball: first,
    pocket: null,
    rails: 1,
    speed: 2.5,
    side: 0,
    height: 0,
  });
  const [picked, setPicked] = useState(0);
  const ask = (part: Partial<Asked>) => {
    setAsked({ ...asked, ...part });
    setPicked(0);
  };
  return { balls, objects, moved, setMoved, asked, ask, picked, setPicked };
}

function Counted({ desk, words, session, number, chosen }: ShotProps) {
  const navigate = useNavigate();
  const { recording, rack, table } = desk;
  const doc = docOf(rack);
  const shotNumber = Math.max(1, Math.min(chosen, doc.shots.length));
  const docShot = doc.shots[shotNumber - 1];
  const before: Places = (docShot && layouts(doc)[docShot.id]?.before) ?? {};
  const asking = useAsking(before, docShot?.shot.plan.ball ?? null);
  const { balls, moved, setMoved, asked, ask, picked, setPicked } = asking;
  const shooter = docShot?.shot.shooter ?? "";
  const { found, error } = useKicks(recording.id, asked.ball ? { balls, ...asked, shooter } : null);
  const kick = found?.kicks[Math.min(picked, found.kicks.length - 1)];
  const base = `/recordings/${recording.id}/racks/${number}`;
  const units = unitsOf(session);
  useKeys(
    [
      ...[1, 2, 3, 4].map((n) => ({ keys: [String(n)], run: () => ask({ rails: n }) })),
      { keys: ["ArrowDown"], run: () => setPicked(Math.min((found?.kicks.length ?? 1) - 1, picked + 1)) },
      { keys: ["ArrowUp"], run: () => setPicked(Math.max(0, picked - 1)) },
      { keys: ["Escape"], run: () => setMoved({}) },
      { keys: ["Enter"], run: () => void navigate(`${base}/choices/${shotNumber}`) },
    ],
    () => null,
  );
  const drawn = (
    <KickTable
      table={table}
      balls={balls}
      kick={kick}
      ball={asked.ball}
      move={(name, to) => setMoved({ ...moved, [name]: to })}
      pick={(name) => {
        if (name !== "cue") ask({ ball: name });
      }}
    />
  );
  return (
    <TablePage
      recording={recording}
      rack={number}
      title={`Kicks and banks at shot ${shotNumber}`}
      label="Kicks and banks"
      table={drawn}
      under={<Moved any={Object.keys(moved).length > 0} back={() => setMoved({})} />}
    >
      <div className="text-sm">
        <h1 className="flex items-baseline justify-between pt-1 text-base font-bold">
          <span>Kicks and banks at shot {shotNumber}</span>
          <Link className="go text-sm font-normal" to={`${base}/choices/${shotNumber}`}>
            all choices
          </Link>
        </h1>
        {error ? <Problem error={error} /> : null}
        <Asking asked={asked} ask={ask} objects={asking.objects} words={words} units={units} />
        {!found && !error && <p className="quiet italic">○ being counted…</p>}
        {found?.reason && <p className="py-1">{found.reason}.</p>}
        {found?.kicks.map((kick, k) => (
          <KickRow
            key={kick.rails.join()}
            kick={kick}
            picked={k === picked}
            pick={() => setPicked(k)}
            banked={asked.pocket !== null}
            units={units}
          />
        ))}
        {kick && <Why kick={kick} units={units} />}
        <Foot player={recording.players.find((p) => p.id === shooter)} words={words} />
      </div>
    </TablePage>
  );
}

function Moved({ any, back }: { any: boolean; back: () => void }) {
  return (
    <>
      <p className="quiet">
        Dashed: the count. Solid: what a strike along it does. Dotted: the aim that does it. Click a ball to
        count to it; drag balls to ask about another layout, nothing is saved.
      </p>
      {any && (
        <p>
          ○ Balls were moved.{" "}
          <button type="button" className="go underline" onClick={back}>
            back to the recorded layout
          </button>{" "}
          <kbd className="key">Esc</kbd>
        </p>
      )}
    </>
  );
}

function Foot({ player, words }: { player: { name: string; model: string } | undefined; words: Words }) {
  return (
    <p className="quiet mt-2 text-xs">
      {player && `${player.name}, ${lower(words.models[player.model] ?? "")} model. `}
      <kbd className="key">1</kbd>–<kbd className="key">4</kbd> rails, <kbd className="key">↑</kbd>
      <kbd className="key">↓</kbd> another path, <kbd className="key">Enter</kbd> the choices.
    </p>
  );
}
