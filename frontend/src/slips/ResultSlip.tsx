/** What happened: what fell where, a foul, where balls ended. */
import type { Finding, Places, Review, Shot, Words } from "../api/types";
import { ballName, theBall } from "../table/colours";
import { clock, diamonds, seconds, type Units } from "../units/units";
import * as act from "../rack/actions";
import { keyOf } from "../commands/commands";
import { asOneStep, useDesk } from "../rack/deskStore";
import { emptyResult, inOrder, unpot } from "../rack/rackDoc";
import { BreakCounts, Referee, SnookerFoul } from "./Rulings";
import { Choose, Row } from "../parts/fields";
import { SeenStroke } from "./SeenStroke";
import { StruckLike } from "./StruckLike";
import { disciplineOf } from "../words/disciplines";
import { TypedInput } from "../keeping/typed";

type Props = {
  number: number;
  shot: Shot;
  before: Places;
  review: Review | undefined;
  words: Words;
  diamond: number;
  finding: Finding | undefined;
  waiting: boolean;
  units: Units;
};

export function ResultSlip({
  number,
  shot,
  before,
  review,
  words,
  diamond,
  finding,
  waiting,
  units,
}: Props) {
  const result = shot.result ?? emptyResult();
  const { ball, pocket } = shot.plan;
  const asPlanned = ball && pocket && result.potted.some((p) => p.ball === ball && p.pocket === pocket);
  const cueDown = result.potted.some((p) => p.ball === "cue") || result.off_table.includes("cue");
  const recording = useDesk((s) => s.recording);
  const used = useDesk((s) => s.game?.options_used) ?? [];
  const { fouls_score } = disciplineOf(recording?.match.discipline);
  return (
    <div>
      <div className="flex flex-wrap gap-2 py-1">
        <button
          type="button"
          className={`btn btn-sm ${asPlanned ? "btn-primary" : ""}`}
          disabled={!ball || !pocket}
          onClick={() => act.potted(number)}
        >
          Potted as planned <kbd className="key">{keyOf("potted")}</kbd>
        </button>
        <button
          type="button"
          className={`btn btn-sm ${shot.result && !result.potted.length ? "btn-primary" : ""}`}
          onClick={() => act.missed(number)}
        >
          Not potted <kbd className="key">{keyOf("missed")}</kbd>
        </button>
        <button type="button" className="btn btn-sm" onClick={() => act.layAfter(number)}>
          Lay out the picture <kbd className="key">{keyOf("lay-after")}</kbd>
        </button>
      </div>
      <Down number={number} shot={shot} result={result} words={words} />
      <Row label="Foul">
        <Choose
          label="Foul"
          words={words.fouls}
          value={result.foul}
          none="none"
          onPick={(foul) => act.setResult(number, { foul })}
        />
      </Row>
      {result.foul && fouls_score && <SnookerFoul number={number} shot={shot} before={before} />}
      {shot.plan.kind === "break" && used.includes("break_condition") && (
        <BreakCounts key={number} number={number} shot={shot} />
      )}
      <Row label="Cue ball">
        {cueDown ? (
          <span className="text-sm">down</span>
        ) : result.cue_end ? (
          <span className="num text-sm">{diamonds(result.cue_end, diamond)}</span>
        ) : (
          <span className="text-sm">click the table where it ended</span>
        )}
      </Row>
      <MovedRow number={number} before={before} result={result} />
      <Filmed number={number} shot={shot} review={review} />
      {review && Object.keys(review.respot).length > 0 && (
        <Row label="Comes back">
          <button
            type="button"
            className="text-primary text-sm underline"
            onClick={() => act.respot(number)}
          >
            put {Object.keys(review.respot).map(theBall).join(", ")} on the spot
          </button>{" "}
          <kbd className="key">{keyOf("respot")}</kbd>
        </Row>
      )}
      {review && review.ruling.length > 0 && (
        <Row label="By the rules">
          <span className="text-sm">{review.ruling.join("; ")}</span>
        </Row>
      )}
      {shot.result && <Referee key={`ruled${number}`} number={number} shot={shot} />}
      {shot.result && <SeenStroke number={number} shot={shot} words={words} />}
      {shot.result && shot.plan.kind !== "break" && (
        <StruckLike shot={shot} finding={finding} waiting={waiting} units={units} />
      )}
    </div>
  );
}

type ResultOf = { number: number; shot: Shot; result: Result };
type Result = NonNullable<Shot["result"]>;

/** What fell where, and what left the table. */
function Down({ number, shot, result, words }: ResultOf & { words: Words }) {
  return (
    <>
      <Row label="Down">
        {result.potted.map((fallen) => (
          <span key={fallen.ball} className="mr-2 inline-block text-sm">
            {ballName(fallen.ball)}, {words.pockets[fallen.pocket]}{" "}
            <button
              type="button"
              className="text-primary underline"
              onClick={() => act.setShot(number, { result: unpot(shot, fallen.ball).result })}
            >
              undo
            </button>
          </span>
        ))}
        {!result.potted.length && (
          <span className="quiet text-sm">nothing; choose a ball, then click its pocket</span>
        )}
      </Row>
      {result.off_table.length > 0 && (
        <Row label="Off the table">
          {result.off_table.map((b) => (
            <span key={b} className="mr-2 text-sm">
              {ballName(b)}{" "}
              <button
                type="button"
                className="text-primary underline"
                onClick={() => act.setShot(number, { result: unpot(shot, b).result })}
              >
                undo
              </button>
            </span>
          ))}
        </Row>
      )}
    </>
  );
}

/** Balls that moved without falling. */
function MovedRow({ number, before, result }: { number: number; before: Places; result: Result }) {
  const moved = inOrder(Object.keys(result.moved));
  return (
    <Row label="Moved">
      {moved.map((b) => (
        <span key={b} className="mr-2 inline-block text-sm">
          {b in before && !result.potted.some((p) => p.ball === b) ? theBall(b) : `${theBall(b)} (spotted)`}{" "}
          <button
            type="button"
            className="text-primary underline"
            onClick={() => {
              const rest = { ...result.moved };
              delete rest[b];
              act.setResult(number, { moved: rest });
            }}
          >
            undo
          </button>
        </span>
      ))}
      {!moved.length && <span className="quiet text-sm">nothing else; drag a ball that moved</span>}
    </Row>
  );
}

/** When it was struck and when the balls lay still, on the recording's clock. */
function Filmed({ number, shot, review }: { number: number; shot: Shot; review: Review | undefined }) {
  return (
    <Row label="In the video">
      <TimeField
        label="Struck at, minutes and seconds of the recording"
        value={shot.time_s}
        set={(time_s) => act.setShot(number, { time_s })}
      />
      <span className="quiet px-1 text-sm">to</span>
      <TimeField
        label="Balls still at, minutes and seconds of the recording"
        value={shot.end_s}
        set={(end_s) => act.setShot(number, { end_s })}
      />
      {review && review.took_s !== null && (
        <span className="block text-sm">
          the shot took <span className="num">{review.took_s.toFixed(1)}</span> s
        </span>
      )}
      {review && review.waited_s !== null && (
        <span className="block text-sm">
          <span className="num">{review.waited_s.toFixed(1)}</span> s after the shot before
        </span>
      )}
    </Row>
  );
}

/** s: the latest time of a recording's clock, as the server has it. */
const LATEST = 1_000_000;

/** A time of the recording by typing; text that is no time is put back when the field is left. */
function TimeField({
  label,
  value,
  set,
}: {
  label: string;
  value: number | null;
  set: (value: number | null) => void;
}) {
  const shown = value === null ? "" : clock(value);
  return (
    <span className="inline-block w-20">
      <TypedInput
        className="plain num text-sm"
        placeholder="m:ss"
        aria-label={label}
        value={shown}
        asOneStep={asOneStep}
        take={(typed) => {
          const text = typed.trim();
          const read = text === "" ? null : seconds(text);
          if (text === "" || (read !== null && read <= LATEST)) set(read);
        }}
      />
    </span>
  );
}
