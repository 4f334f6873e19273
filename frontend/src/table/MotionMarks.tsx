/** Computed motion, fine and dotted: paths, natural paths, and where the player's errors take the cue ball. */
import { memo } from "react";
import type { FoundStrike, Path, Place, PlannedStrike, TableView } from "../api/types";
import { Lettering } from "./Lettering";

type On = { table: TableView };

const line = (table: TableView, points: Path["points"]): string =>
  points.map(([, x, y]) => `${x},${table.width - y}`).join(" ");

/** The way each ball takes. */
function Ways({ table, paths }: On & { paths: Path[] }) {
  return (
    <>
      {paths.map((path) => (
        <polyline
          key={path.ball}
          points={line(table, path.points)}
          fill="none"
          stroke="var(--mark-line)"
          strokeLinecap="round"
          strokeLinejoin="round"
          strokeWidth={path.ball === "cue" ? 5.5 : 4}
          strokeDasharray={path.ball === "cue" ? "1 12" : "1 15"}
          strokeOpacity={0.95}
        />
      ))}
    </>
  );
}

/** A word beside the end of a natural path. */
function Natural({ table, points, word, at }: On & { points: Place[]; word: string; at: number }) {
  const last = points[Math.min(points.length - 1, at)];
  if (!last || points.length < 3) return null;
  const [x, y] = [
    Math.min(Math.max(last[0], 120), table.length - 120),
    Math.min(Math.max(last[1], 60), table.width - 60),
  ];
  return (
    <g data-mark={`natural-${word}`}>
      <polyline
        points={points.map(([px, py]) => `${px},${table.width - py}`).join(" ")}
        fill="none"
        stroke="var(--mark-line)"
        strokeWidth={3}
        strokeOpacity={0.6}
        strokeDasharray="12 10"
      />
      <Lettering x={x} y={table.width - y - 16} size={38} halo={9} italic ink="var(--mark-line)">
        {word}
      </Lettering>
    </g>
  );
}

export const PlannedMotion = memo(function PlannedMotion({
  table,
  planned,
  natural,
}: On & { planned: PlannedStrike; natural: boolean }) {
  return (
    <g data-mark="planned-motion">
      {natural && <Natural table={table} points={planned.stun as Place[]} word="stun" at={9} />}
      {natural && <Natural table={table} points={planned.rolling as Place[]} word="rolling" at={17} />}
      <Ways table={table} paths={planned.paths as Path[]} />
    </g>
  );
});

/** Cue-ball ends of the strikes played out: a dot each, open where the pot was missed. */
export const Ends = memo(function Ends({ table, ends }: On & { ends: PlannedStrike["ends"] }) {
  return (
    <g data-mark="ends">
      {ends.map(([x, y, potted], i) => (
        <circle
          key={i}
          cx={x}
          cy={table.width - y}
          r={potted ? 5.5 : 6}
          fill={potted ? "var(--mark-line)" : "none"}
          fillOpacity={0.75}
          stroke="var(--mark-line)"
          strokeWidth={potted ? 0 : 1.8}
          strokeOpacity={0.55}
        />
      ))}
    </g>
  );
});

/** The planned strike's way of the cue ball beside the found one: dashed, as everything meant. */
export const PlannedBeside = memo(function PlannedBeside({
  table,
  planned,
}: On & { planned: PlannedStrike }) {
  const cue = (planned.paths as Path[]).find((path) => path.ball === "cue");
  if (!cue) return null;
  return (
    <polyline
      data-mark="planned-beside"
      points={line(table, cue.points)}
      fill="none"
      stroke="var(--mark-line)"
      strokeWidth={3}
      strokeDasharray="14 12"
      strokeOpacity={0.5}
      strokeLinejoin="round"
    />
  );
});

export const FoundMotion = memo(function FoundMotion({ table, found }: On & { found: FoundStrike }) {
  return (
    <g data-mark="found-motion">
      <Ways table={table} paths={found.paths as Path[]} />
    </g>
  );
});
