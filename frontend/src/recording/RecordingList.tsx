import { Link } from "react-router";
import type { RecordingView } from "../api/types";
import { ScoreLine } from "../desk/ScoreLine";

export function RecordingList({ recordings }: { recordings: RecordingView[] | undefined }) {
  if (!recordings) return <p className="quiet py-3">Opening…</p>;
  if (!recordings.length) return <p className="py-3">None yet.</p>;
  return (
    <ul className="rule mt-1 border-t">
      {recordings.map((one) => {
        const shots = one.racks.reduce((sum, r) => sum + r.shots, 0);
        const open = one.racks.reduce((sum, r) => sum + r.open_shots, 0);
        return (
          <li key={one.id} className="rule flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-2">
            <div className="min-w-64 flex-1">
              <Link className="font-bold hover:underline" to={`/recordings/${one.id}`}>{one.match.title}</Link>
              <p className="quiet text-sm">
                {one.match.played_on ?? "no date"} ·{" "}
                {one.players.map((p) => (one.players.length > 1 && one.match.kind === "match" ? `${p.name} ${one.score[p.id] ?? 0}` : p.name)).join(", ")} ·{" "}
                {shots} shots{open ? `, ${open} without a result` : ""}
              </p>
            </div>
            <ScoreLine recording={one} />
          </li>
        );
      })}
    </ul>
  );
}
