/** How a rack stands where the shots before do not say it: the fields of a position set up by hand. */
import type { Position, Review, Shot, Words } from "../api/types";
import { TypedInput } from "../keeping/typed";
import { Choose, Pick, plainWords, Row } from "../parts/fields";
import * as act from "../rack/actions";
import { asOneStep, useDesk } from "../rack/deskStore";
import { emptyPosition } from "../rack/rackDoc";
import { disciplineOf, type Discipline } from "../words/disciplines";

type Props = { number: number; shot: Shot; review: Review | undefined; words: Words };

const YES_NO = { yes: "yes", no: "no" };
const COUNTS = { "0": "0", "1": "1", "2": "2" };

export function PositionFields({ number, shot, review, words }: Props) {
  const recording = useDesk((s) => s.recording);
  const game = useDesk((s) => s.game);
  const { position } = shot;
  if (!position)
    return (
      <Row label="Position">
        {review?.set_up && <span className="px-[0.35rem] text-sm">begins mid-rack, no break </span>}
        <button
          type="button"
          className="text-primary px-[0.35rem] text-left text-sm underline"
          onClick={() => act.setShot(number, { position: emptyPosition() })}
        >
          {review?.set_up ? "say how the rack stands" : "set up as a position"}
        </button>
      </Row>
    );
  const record = disciplineOf(recording?.match.discipline);
  const set = (change: Partial<Position>) => act.setShot(number, { position: { ...position, ...change } });
  const said = { number, position, words, set };
  return (
    <div className="rule my-1 border-y py-1" role="group" aria-label="Position">
      <Row label="Cue ball">
        <Choose
          label="Where the cue ball is played from"
          words={words.position_hands}
          value={position.hand}
          none={number > 1 ? "as the log says" : "not said: where it lies"}
          onPick={(hand) => set({ hand })}
        />
      </Row>
      {record.groups.length > 0 && (
        <Row label="Group">
          <Choose
            label="The shooter's group"
            words={groupsOf(words.position_groups, record)}
            value={position.group}
            none={number > 1 ? "as the log says" : "not said: open"}
            onPick={(group) => set({ group })}
          />
        </Row>
      )}
      {(game?.has_points || record.measure === "balls") && <Scores {...said} />}
      <Rights {...said} record={record} />
      <button
        type="button"
        className="text-primary text-sm underline"
        onClick={() => act.setShot(number, { position: null })}
      >
        {number > 1 ? "no position: go on from the shot before" : "take back what was said"}
      </button>
    </div>
  );
}

type Said = {
  number: number;
  position: Position;
  words: Words;
  set: (change: Partial<Position>) => void;
};

/** Points of both players. */
function Scores({ number, position, set }: Said) {
  return (
    <Row label="Score">
      <span className="flex items-baseline gap-1 text-sm">
        <Points
          key={`own${number}`}
          label="Points of the shooter"
          value={position.score}
          take={(score) => set({ score })}
        />
        –
        <Points
          key={`other${number}`}
          label="Points of the other player"
          value={position.other_score}
          take={(other_score) => set({ other_score })}
        />
        <span className="quiet">shooter first</span>
      </span>
    </Row>
  );
}

function Points({
  label,
  value,
  take,
}: {
  label: string;
  value: number | null;
  take: (points: number | null) => void;
}) {
  return (
    <TypedInput
      className="plain num w-14 text-right"
      inputMode="numeric"
      aria-label={label}
      value={String(value ?? "")}
      asOneStep={asOneStep}
      take={(text) => {
        const points = text.trim() === "" ? null : Number(text);
        if (points === null || (Number.isInteger(points) && points >= -999 && points <= 9999)) take(points);
      }}
    />
  );
}

/** What the player at the table may do, and what was counted before. */
function Rights({ position, words, set, record }: Said & { record: Discipline }) {
  const options = useDesk((s) => s.game?.options);
  const twoVisits = options?.school === "two-visits" && record.groups.includes("reds");
  return (
    <>
      {record.order === "in-order" && options?.push_out && (
        <YesNo
          label="Push-out"
          said="Whether a push-out is allowed"
          value={position.push_out}
          take={(push_out) => set({ push_out })}
        />
      )}
      {record.order === "reds-and-colours" && (
        <Row label="On">
          <Pick
            label="What is on"
            words={plainWords(words.position_on)}
            value={position.on}
            clear
            onPick={(on) => set({ on })}
          />
        </Row>
      )}
      {options?.three_foul && (
        <Counted
          label="Fouls in a row"
          own={position.fouls}
          other={position.other_fouls}
          take={(fouls, other_fouls) => set({ fouls, other_fouls })}
        />
      )}
      {record.fouls_score && (
        <Counted
          label="Misses in a row"
          own={position.misses}
          other={position.other_misses}
          take={(misses, other_misses) => set({ misses, other_misses })}
        />
      )}
      {(record.fouls_score || twoVisits) && (
        <YesNo
          label={record.fouls_score ? "Free ball" : "Free shot"}
          said={record.fouls_score ? "Whether a free ball may be nominated" : "Whether the shot is free"}
          value={position.free}
          take={(free) => set({ free })}
        />
      )}
      {twoVisits && (
        <Row label="Visits">
          <Pick
            label="Visits of the shooter"
            words={{ "1": "1", "2": "2" }}
            value={position.visits === null ? null : String(position.visits)}
            clear
            onPick={(code) => set({ visits: code === null ? null : Number(code) })}
          />
        </Row>
      )}
      <YesNo
        label="Pack"
        said="Whether the pack stands and this shot opens the rack"
        words={{ yes: "stands", no: "is open" }}
        value={position.pack}
        take={(pack) => set({ pack })}
      />
    </>
  );
}

type YesNoProps = {
  label: string;
  said: string;
  words?: Record<string, string>;
  value: boolean | null;
  take: (value: boolean | null) => void;
};

function YesNo({ label, said, words = YES_NO, value, take }: YesNoProps) {
  return (
    <Row label={label}>
      <Pick
        label={said}
        words={words}
        value={value === null ? null : value ? "yes" : "no"}
        clear
        onPick={(code) => take(code === null ? null : code === "yes")}
      />
    </Row>
  );
}

type CountedProps = {
  label: string;
  own: number | null;
  other: number | null;
  take: (own: number | null, other: number | null) => void;
};

function Counted({ label, own, other, take }: CountedProps) {
  const text = (value: number | null) => (value === null ? null : String(value));
  const count = (code: string | null) => (code === null ? null : Number(code));
  return (
    <Row label={label}>
      <span className="flex items-baseline gap-2 text-sm">
        <Pick
          label={`${label}, shooter`}
          words={COUNTS}
          value={text(own)}
          clear
          onPick={(code) => take(count(code), other)}
        />
        –
        <Pick
          label={`${label}, other player`}
          words={COUNTS}
          value={text(other)}
          clear
          onPick={(code) => take(own, count(code))}
        />
      </span>
    </Row>
  );
}

const groupsOf = (words: Record<string, string>, record: Discipline): Record<string, string> =>
  Object.fromEntries(
    Object.entries(words).filter(([code]) => code === "open" || record.groups.includes(code)),
  );
