/** One shot on the table: what was meant and what came, at once. */
import type { Place, Places, Review, Shot, TableView } from "../api/types";
import { Ball } from "./Ball";
import { CUSHION, FRAME, distance } from "./geometry";
import { Hatch, MissMark, PlannedPath, PotMark } from "./Marks";
import { TableBed } from "./TableBed";
import { TargetMark } from "./TargetMark";

type Props = {
  table: TableView;
  shot: Shot;
  review: Review | undefined;
  before: Places;
  after: Places | null;
};

export function ShotScene({ table, shot, review, before, after }: Props) {
  const edge = CUSHION + FRAME + 12;
  const moved = Object.entries(after ?? {}).filter(
    ([ball, at]) => distance(at as Place, (before[ball] ?? [-999, 0]) as Place) > 1,
  );
  return (
    <svg
      viewBox={`${-edge} ${-edge} ${table.length + 2 * edge} ${table.width + 2 * edge}`}
      className="block h-full w-full"
      role="img"
      aria-label="The shot: the layout before it, what was planned, and where the balls ended"
    >
      <Hatch />
      <TableBed table={table} />
      <TargetMark table={table} shot={shot} balls={after ?? before} />
      <PlannedPath table={table} shot={shot} review={review} />
      {review?.pot && <PotMark table={table} pot={review.pot} before={before} rays={false} />}
      {review && <MissMark table={table} review={review} />}
      {Object.entries(before).map(([ball, at]) => {
        const goes = after && (!after[ball] || distance(after[ball], at) > 1);
        return goes && ball === "cue" ? (
          <Ball key={ball} table={table} ball={ball} at={at as Place} faint />
        ) : (
          <Ball key={ball} table={table} ball={ball} at={at as Place} chosen={shot.plan.ball === ball} />
        );
      })}
      {moved.map(
        ([ball, at]) =>
          before[ball] && (
            <line
              key={`way-${ball}`}
              x1={before[ball][0]}
              y1={table.width - before[ball][1]}
              x2={(at as Place)[0]}
              y2={table.width - (at as Place)[1]}
              stroke="var(--mark-line)"
              strokeWidth={3}
              strokeOpacity={0.35}
            />
          ),
      )}
      {moved.map(([ball, at]) => (
        <Ball key={`after-${ball}`} table={table} ball={ball} at={at as Place} />
      ))}
    </svg>
  );
}
