/** Under the table: what the map of the chance to win says, where the cue ball ended and under the pointer. */
import type { MatchWorth, Place, Shot, TableView, Winning } from "../api/types";
import { useDesk } from "../rack/deskStore";
import { theBall } from "../table/colours";
import { LINES } from "../parts/measure";
import { inMatch } from "../parts/race";
import { chance, percent } from "../units/units";
import { readAt } from "./lines";
import { OFF, PLAY, strokesAt } from "./win";

type Props = { winning: Winning; shot: Shot; table: TableView };

export function WinLine({ winning, shot, table }: Props) {
  const chart = winning.chart;
  const pointer = useDesk((s) => s.pointer);
  if (!chart) return null;
  const [low, high] = [Math.min(...chart.values), Math.max(...chart.values)];
  const inside =
    pointer && pointer[0] > 0 && pointer[1] > 0 && pointer[0] < table.length && pointer[1] < table.width;
  const planned = winning.after ? (shot.plan.target.a as Place | null) : null;
  const ended = winning.after ? (shot.result?.cue_end as Place | null | undefined) : null;
  const there = { chart, match: winning.match };
  return (
    <>
      <p>
        {winning.after ? `After ${theBall(winning.after)}, if nothing else moved` : "From here"}: between{" "}
        <span className="num">{chance(low)}</span> and <b className="num">{chance(high)}</b> to win the
        rack, with the best of pot, bank and safety
        {winning.opposed ? "" : ", against a player like the shooter"}
        {winning.off === null ? (
          "; in this game it was not held to racks played out"
        ) : (
          <>
            ; off by <span className="num">±{winning.off * 100}</span> points from racks played out
          </>
        )}
        {high - low < 2 * OFF ? ", so no place is clearly better than another" : ""}.
      </p>
      {winning.match && (
        <p data-testid="win-match">
          To the match between <span className="num">{chance(inMatch(winning.match, low))}</span> and{" "}
          <b className="num">{chance(inMatch(winning.match, high))}</b>, racks to come at{" "}
          <span className="num">{percent(winning.match.rack)}</span> each.
        </p>
      )}
      {(planned || ended) && (
        <p data-testid="win-meant">
          {planned && <Read {...there} place={planned} words="Planned place" />}
          {planned && ended && "; "}
          {ended && <Read {...there} place={ended} words={planned ? "ended" : "Ended"} />}
        </p>
      )}
      {inside ? (
        <p data-testid="win-probe">
          <Read {...there} place={pointer as Place} words="From there" />
        </p>
      ) : (
        <p className="quiet hidden sm:block">Point at the table to read the chance to win from there.</p>
      )}
    </>
  );
}

function Read({
  chart,
  match,
  place,
  words,
}: {
  chart: NonNullable<Winning["chart"]>;
  match: MatchWorth | null;
  place: Place;
  words: string;
}) {
  const strokes = strokesAt(chart, place);
  const value = readAt(chart, place).value;
  return (
    <>
      {words} <b className="num">{chance(value)}</b>
      {match && (
        <>
          {" "}
          (match <span className="num">{chance(inMatch(match, value))}</span>)
        </>
      )}
      {strokes.length === 0
        ? ": no stroke was looked at"
        : `: ${strokes.map((one) => `${PLAY[one.kind]} ${chance(one.value)}`).join(", ")}`}
    </>
  );
}

/** What is being worked out, or what its lines are. */
export function winProgress(winning: Winning | null): string {
  if (!winning) return "asking…";
  if (winning.stage === "none") return winning.reason;
  if (winning.stage === "waiting") return `working out both players' maps, ${winning.maps} so far…`;
  if (winning.stage === "rough")
    return `rough; refined by ${Math.round((winning.chart?.done ?? 0) * 100)} %…`;
  return LINES.win;
}
