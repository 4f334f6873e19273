/** What the story of a rack lists: turning shots with their causes, what repeats, lessons. */
import type { Shot, Story } from "../api/types";
import { change, measureOf, type Measure } from "../parts/measure";

/** What the reviewer drew from the rack, numbered in the order of its shots. */
export function Lessons({
  shots,
  go,
  current,
}: {
  shots: Shot[];
  go: (shot: number) => void;
  current: number;
}) {
  const lessons = shots
    .map((shot, k) => ({ words: shot.judgement.lesson, number: k + 1 }))
    .filter((one) => one.words);
  return (
    <section className="rule mt-1 border-t pt-1" aria-label="Lessons">
      <h2 className="quiet text-sm">Lessons</h2>
      {lessons.length === 0 && (
        <p className="quiet text-sm">
          None written yet: a shot's worth slip on the desk has a line for one.
        </p>
      )}
      <ol className="list-inside list-decimal text-sm">
        {lessons.map((one) => (
          <li key={one.number}>
            {one.words}{" "}
            <button
              type="button"
              className="go underline"
              aria-current={one.number === current}
              onClick={() => go(one.number)}
            >
              shot {one.number}
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

const PARTS: Record<string, string> = {
  decision: "the choice",
  pot: "the pot",
  position: "the position",
  luck: "luck",
};

const TURNED: Record<Measure, string> = {
  chance: "Points of the shooter's own chance to run out.",
  win: "Points of the shooter's own chance to win.",
  points: "Points of the visit, scored and to come.",
  balls: "Balls of the run, made and to come.",
};

export function Turning({
  story,
  go,
  shot,
  names,
}: {
  story: Story;
  go: (shot: number) => void;
  shot: number;
  names: string[];
}) {
  if (!story.turning.length) return null;
  return (
    <section className="rule mt-2 border-t pt-1">
      <h2 className="text-sm font-bold">Turning shots</h2>
      <ol>
        {story.turning.map((turn) => (
          <li key={turn.shot}>
            <button
              type="button"
              className={`hover:bg-base-200 flex w-full items-baseline gap-2 text-left text-sm ${turn.shot === shot ? "font-bold" : ""}`}
              onClick={() => go(turn.shot)}
            >
              <span
                className="num w-10 text-right"
                style={{ color: turn.change > 0 ? "var(--gain)" : "var(--loss)" }}
              >
                {change(measureOf(story.measure), turn.change)}
              </span>
              <span>
                shot {turn.shot}, {names[turn.shot - 1]}: {turn.part ? PARTS[turn.part] : "not split"}
                {turn.began !== null && (
                  <span className="quiet">; began with the position of shot {turn.began}</span>
                )}
              </span>
            </button>
          </li>
        ))}
      </ol>
      <p className="quiet text-xs">{TURNED[measureOf(story.measure)]}</p>
    </section>
  );
}

const COUNTS = ["", "", "", "three", "four", "five", "six", "seven", "eight", "nine"];

export function Streaks({
  story,
  name,
  go,
}: {
  story: Story;
  name: (player: string) => string;
  go: (shot: number) => void;
}) {
  if (!story.streaks.length) return null;
  return (
    <section className="rule mt-2 border-t pt-1">
      <h2 className="text-sm font-bold">What repeats</h2>
      <ul className="text-sm">
        {story.streaks.map((streak) => (
          <li key={`${streak.player}${streak.way}${streak.shots[0]}`}>
            {name(streak.player)}: {COUNTS[streak.shots.length] ?? streak.shots.length}{" "}
            {streak.way === "left" || streak.way === "right" ? `${streak.way} of the line` : streak.way} in
            a row, shots{" "}
            {streak.shots.map((shot, i) => (
              <span key={shot}>
                {i > 0 && ", "}
                <button type="button" className="text-primary underline" onClick={() => go(shot)}>
                  {shot}
                </button>
              </span>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
