/** All balls under the table: those on it, those in hand or down. A click takes one in hand. */
import { useMemo } from "react";
import type { Places, Shot } from "../api/types";
import { BallFace } from "../table/Ball";
import { ballColour, ballMark, ballName } from "../table/colours";
import * as act from "../rack/actions";
import { useDesk } from "../rack/deskStore";
import { inOrder } from "../rack/rackDoc";
import { seconds } from "../units/units";

export function Tray({ number, shot, shown }: { number: number; shot: Shot; shown: Places }) {
  const chosen = useDesk((s) => s.chosen);
  const slip = useDesk((s) => s.slip);
  const game = useDesk((s) => s.game);
  const all = useMemo(() => ["cue", ...inOrder(game?.balls ?? [])], [game]);
  const small = all.length > 17;
  const ended = slip === "result" || slip === "worth";
  const fallen = (ball: string) => shot.result?.potted.find((p) => p.ball === ball);
  return (
    <div className={`flex flex-wrap items-center ${small ? "" : "gap-1"}`} role="group" aria-label="Balls">
      {all.map((ball) => {
        const on = ball in shown;
        const where = on
          ? "on the table"
          : ended && fallen(ball)
            ? "fell in this shot"
            : "not on the table";
        return (
          <button
            key={ball}
            type="button"
            aria-pressed={chosen === ball}
            aria-label={`${ballName(ball)}, ${where}`}
            title={`${ballName(ball)}, ${where}`}
            className={`grid ${small ? "h-7 w-7" : "h-8 w-8"} place-items-center rounded-full border-2 ${chosen === ball ? "border-primary" : "border-transparent"}`}
            onClick={() => act.choose(chosen === ball ? null : ball)}
          >
            <svg viewBox="-11 -11 22 22" className="h-6 w-6" aria-hidden="true">
              {on ? (
                <BallFace ball={ball} x={0} y={0} r={10} edge={1} numbered />
              ) : (
                <>
                  <circle
                    r={9.5}
                    fill="none"
                    stroke="currentColor"
                    strokeWidth={1.4}
                    strokeDasharray="3 2.2"
                  />
                  {ballMark(ball) && (
                    <text
                      dy="0.36em"
                      textAnchor="middle"
                      fontSize={10.5}
                      fontWeight={700}
                      fill="currentColor"
                    >
                      {ballMark(ball)}
                    </text>
                  )}
                  {!ballMark(ball) && ball !== "cue" && <circle r={4} fill={ballColour(ball)} />}
                </>
              )}
              {ball === "cue" && !on && (
                <text dy="0.36em" textAnchor="middle" fontSize={9} fill="currentColor">
                  cue
                </text>
              )}
            </svg>
          </button>
        );
      })}
      {chosen && chosen in shown && (
        <PlaceFields key={`${chosen}${number}${slip}`} number={number} ball={chosen} shown={shown} />
      )}
      {chosen && !(chosen in shown) && (
        <span className="quiet ml-2 text-sm">
          click the table to place the {ballName(chosen)}, or press <kbd className="key">M</kbd>
          {Object.keys(shown).length === 0 && (
            <>
              ; <kbd className="key">T</kbd> sets the rack for a break
            </>
          )}
        </span>
      )}
    </div>
  );
}

/** Coordinates by typing, for exact places and for hands without a mouse. */
function PlaceFields({ number, ball, shown }: { number: number; ball: string; shown: Places }) {
  const at = shown[ball];
  if (!at) return null;
  const set = (axis: 0 | 1, text: string) => {
    const value = seconds(text) === null && !/^\d+(\.\d+)?$/.test(text) ? null : Number(text);
    if (value !== null && Number.isFinite(value))
      act.putBall(number, ball, axis === 0 ? [value, at[1]] : [at[0], value]);
  };
  return (
    <span className="ml-2 flex items-center gap-1 text-sm">
      {([0, 1] as const).map((axis) => (
        <label key={`${axis}${at[axis]}`} className="flex items-center gap-1">
          {axis === 0 ? "x" : "y"}
          <input
            className="plain num w-16 text-right"
            inputMode="decimal"
            defaultValue={at[axis].toFixed(1)}
            onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
            onBlur={(e) => set(axis, e.currentTarget.value)}
            aria-label={`${ballName(ball)} ${axis === 0 ? "along" : "across"} the table, mm`}
          />
        </label>
      ))}
      <span className="quiet">mm</span>
    </span>
  );
}
