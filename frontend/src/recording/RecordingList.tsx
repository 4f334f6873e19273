import { Link } from "react-router";
import type { RecordingLine } from "../api/types";
import { ScoreLine } from "../parts/ScoreLine";

export function RecordingList({ recordings }: { recordings: RecordingLine[] | undefined }) {
  if (!recordings) return <p className="quiet py-3">Opening…</p>;
  if (!recordings.length) return <p className="py-3">None yet.</p>;
  return (
    <ul className="rule mt-1 border-t">
      {recordings.map((one) => {
        const counting = one.racks.some((rack) => !rack.counted);
        return (
          <li key={one.id} className="rule flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-2">
            <div className="min-w-64 flex-1">
              <Link className="font-bold hover:underline" to={`/recordings/${one.id}`}>
                {one.title}
              </Link>
              <p className="quiet text-sm">
                {one.played_on ?? "no date"} ·{" "}
                {one.players
                  .map((p) =>
                    one.players.length > 1 && one.kind === "match"
                      ? `${p.name} ${one.score[p.id] ?? 0}`
                      : p.name,
                  )
                  .join(", ")}{" "}
                ·{" "}
                {counting
                  ? "being counted"
                  : `${one.shots} shots${one.open_shots ? `, ${one.open_shots} without a result` : ""}`}
                {one.damaged > 0 && (
                  <b className="text-warning">
                    {" "}
                    · {one.damaged} {one.damaged === 1 ? "value" : "values"} cannot be read
                  </b>
                )}
              </p>
            </div>
            <ScoreLine recording={one} />
          </li>
        );
      })}
    </ul>
  );
}
