/** Where the cue ball should end, or what else is meant: the kind, and what is still to be drawn or named. */
import type { Shot, Target, Words } from "../api/types";
import { ballName } from "../table/colours";
import { length, type Units } from "../units/units";
import * as act from "../rack/actions";
import { BY_NEXT, chosenKind, target as make } from "../rack/targets";
import { Choose, Pick, plainWords } from "../parts/fields";

type Props = { number: number; shot: Shot; balls: Record<string, string>; words: Words; units: Units };

export function TargetRow({ number, shot, balls, words, units }: Props) {
  const { target, via } = shot.plan;
  const set = (change: Partial<Target>) => act.setPlan(number, { target: { ...target, ...change } });
  const kind = target.kind === "unset" ? null : target.kind;
  const rails = via.length ? `${via.length} rail${via.length > 1 ? "s" : ""} on the way` : "";
  return (
    <div className="text-sm">
      <Choose
        label="What is meant for the cue ball"
        words={words.targets}
        value={kind}
        none="not said"
        onPick={(code) =>
          act.setPlan(
            number,
            code === null
              ? { target: make("unset"), via: [] }
              : { target: chosenKind(code as Target["kind"], shot.plan) },
          )
        }
      />
      {target.kind === "side" && (
        <Pick
          label="Side of the line, looking at the pocket"
          words={plainWords(words.target_sides)}
          value={target.side}
          onPick={(side) => set({ side: side as Target["side"] })}
        />
      )}
      <TargetBall target={target} balls={balls} words={words} set={set} />
      <p>{[toDo(shot, units), rails].filter(Boolean).join("; ")}</p>
    </div>
  );
}

/** The ball that an intent is about. */
const ABOUT: Record<string, string> = {
  ball: "Ball that is to be placed",
  snooker: "Ball to be hidden",
  free: "Ball to be set free",
  cannon: "Ball to be touched on the way",
};

type BallProps = {
  target: Target;
  balls: Record<string, string>;
  words: Words;
  set: (change: Partial<Target>) => void;
};

function TargetBall({ target, balls, words, set }: BallProps) {
  const label = ABOUT[target.kind];
  if (!label) return null;
  return (
    <>
      <Choose
        label={label}
        words={balls}
        value={target.ball}
        none="which ball?"
        onPick={(ball) => set({ ball })}
      />
      {target.kind === "cannon" && (
        <Choose
          label="Side of the ball that is touched"
          words={plainWords(words.hit_sides)}
          value={target.side}
          none="either side"
          onPick={(side) => set({ side: side as Target["side"] })}
        />
      )}
    </>
  );
}

type SecondProps = { number: number; shot: Shot; balls: Record<string, string>; words: Words };

/** What the shot is meant to do besides: hide a ball, set one free, touch one. */
export function SecondIntent({ number, shot, balls, words }: SecondProps) {
  const { second } = shot.plan;
  const kinds = Object.fromEntries(
    ["snooker", "free", "cannon"].map((kind) => [kind, words.targets[kind] ?? kind]),
  );
  const set = (change: Partial<Target>) => act.setPlan(number, { second: { ...second, ...change } });
  return (
    <div className="text-sm">
      <Choose
        label="What the shot is meant to do besides"
        words={kinds}
        value={second.kind === "unset" ? null : second.kind}
        none="–"
        onPick={(code) => act.setPlan(number, { second: make((code ?? "unset") as Target["kind"]) })}
      />
      <TargetBall target={second} balls={balls} words={words} set={set} />
    </div>
  );
}

/** What is there, or what is still to be done. */
function toDo(shot: Shot, units: Units): string {
  const { target, next_ball, next_pocket, wanted_angle } = shot.plan;
  const long =
    target.a && target.b
      ? length(Math.hypot(target.a[0] - target.b[0], target.a[1] - target.b[1]), units)
      : "";
  if (target.kind === "unset")
    return "click the table for a point, drag for a window, Shift-click a rail on the way";
  if (target.kind === "window") return `${long} long`;
  if (target.kind === "either") return target.b ? "" : `click the ${target.a ? "other" : "first"} place`;
  if (target.kind === "avoid") return target.b ? `${long} round` : "drag from its middle to its edge";
  if (target.kind === "route")
    return target.b ? `${long} wide` : "drag from one side of the gap to the other";
  if (target.kind === "ball")
    return target.a ? "" : `click where ${target.ball ? ballName(target.ball) : "the ball"} should end`;
  if (!BY_NEXT.includes(target.kind)) return "";
  if (!next_ball) return "name the next ball below";
  if (target.kind === "angle") return wanted_angle === null ? "give the cut wanted below" : "";
  return next_pocket ? "" : "taken for its likeliest pocket; name one below";
}
