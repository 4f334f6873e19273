/** Along the top of the desk: who plays, the score, and whether all is stored. */
import { Link } from "react-router";
import type { RecordingView, Words } from "../api/types";
import { lower } from "../parts/fields";
import { ScoreLine } from "../parts/ScoreLine";
import { useDesk } from "../rack/deskStore";
import { STUDY } from "../rack/rackDoc";

type Props = { recording: RecordingView; words: Words; hidden: boolean };

/** The players with the score, and the match as a line. */
export function TopLine(props: Props) {
  const number = useDesk((s) => s.number);
  if (props.recording.match.kind === STUDY) return <StudyLine recording={props.recording} />;
  return (
    <div className="flex min-w-0 items-center gap-3">
      <Score {...props} />
      <ScoreLine recording={props.recording} current={number} hidden={props.hidden} />
    </div>
  );
}

/** A study has a name and no score. */
function StudyLine({ recording }: { recording: RecordingView }) {
  return (
    <div className="flex min-w-0 items-baseline gap-3 text-sm">
      <Link to="/studies" className="go">
        Studies
      </Link>
      <Link to={`/recordings/${recording.id}`} className="min-w-0 truncate font-bold hover:underline">
        {recording.match.title}
      </Link>
      <span className="quiet hidden truncate lg:inline">
        {recording.players.map((p) => p.name).join(" – ")}
      </span>
    </div>
  );
}

function Score({ recording, words, hidden }: Props) {
  const race = recording.match.race_to;
  return (
    <Link
      to={`/recordings/${recording.id}`}
      className="hidden truncate text-sm hover:underline md:inline"
      title={`${recording.match.title}: set-up and racks`}
    >
      {recording.players.map((p, i) => (
        <span key={p.id}>
          {i > 0 && <span className="quiet">{recording.match.kind === "match" ? " – " : ", "}</span>}
          {p.name}
          {recording.players.length > 1 && recording.match.kind === "match" && !hidden && (
            <b className="num ml-1">{recording.score[p.id] ?? 0}</b>
          )}
        </span>
      ))}
      {race && recording.match.kind === "match" ? <span className="quiet">, race to {race}</span> : null}
      {recording.match.kind !== "match" && (
        <span className="quiet">
          ,{" "}
          {recording.match.kind === "practice"
            ? "practice"
            : lower(words.match_kinds[recording.match.kind] ?? "")}
        </span>
      )}
    </Link>
  );
}

export function SaveState() {
  const save = useDesk((s) => s.save);
  const words = useDesk((s) => s.saveWords);
  const text = {
    saved: "Saved",
    saving: "Saving…",
    waiting: "Saving…",
    offline: "Not stored yet",
    conflict: "Changed elsewhere",
    refused: "Not stored",
  }[save];
  const loud = ["offline", "conflict", "refused"].includes(save);
  return (
    <span
      role="status"
      aria-live="polite"
      data-save={save}
      title={words}
      className={`text-sm ${loud ? "text-error font-bold" : "quiet"}`}
    >
      {text}
      {loud && words ? `: ${words}` : ""}
    </span>
  );
}
