/** What came against what was meant, in the words of its kind. */
import type { FoundStrike, Path, Review, Shot } from "../api/types";
import { degrees, length, percent, type Units } from "../units/units";
import { goesBetween } from "../rack/targets";
import { Row, Unknown } from "../parts/fields";

type Props = { review: Review | undefined; shot: Shot; found: FoundStrike | null; units: Units };

export function Misses({ review, shot, found, units }: Props) {
  if (review?.miss)
    return (
      <>
        <FromPlace miss={review.miss} units={units} />
        {review.wrong_end && (
          <Row label="">
            <span className="text-warning">
              at the wrong end: better {shot.plan.better_error} was the plan
            </span>
          </Row>
        )}
      </>
    );
  const words = review?.after
    ? shot.plan.target.kind === "route"
      ? through(shot, found)
      : cameWords(review.came, units)
    : null;
  if (words)
    return (
      <Row label="Meant">
        <span data-testid="came">{words}</span>
      </Row>
    );
  if (review?.second) return null;
  return (
    <Row label="Miss">
      <Unknown>
        {!review?.after
          ? "no result yet"
          : review.after.cue
            ? "no place was planned"
            : "the cue ball did not stay"}
      </Unknown>
    </Row>
  );
}

/** What came of what the shot was meant to do besides. */
export function Second({ review, units }: { review: Review | undefined; units: Units }) {
  const words = review?.second ? cameWords(review.second, units) : null;
  if (!words) return null;
  return <Row label="Besides">{words}</Row>;
}

export function cameWords(came: Review["came"], units: Units): string | null {
  if (!came) return null;
  const far = length(came.off?.mm ?? 0, units);
  if (came.measured === "line") return came.kept ? "on the line" : `${far} off the line`;
  if (came.measured === "side")
    return came.kept ? "on the right side of the line" : `on the wrong side, ${far} over the line`;
  if (came.measured === "bank") {
    if (came.turned === null) return "no bank of the next ball passes";
    const cut = `${degrees(came.turned)} of cut`;
    return came.kept ? `the bank is there, ${cut}` : `the best bank has ${cut}`;
  }
  if (came.measured === "open")
    return came.kept
      ? "both edges of the next ball can be hit"
      : `${percent(came.hidden)} of the next ball is hidden`;
  if (came.measured === "reach")
    return came.kept ? "the next ball is reached with ease" : `${far} too far to reach with ease`;
  if (came.measured === "zone") return came.kept ? "clear of the zone" : `${far} inside the zone`;
  if (came.measured === "ball")
    return came.kept ? "the ball is where it was meant" : `the ball is ${far} off its place`;
  if (came.measured === "hidden")
    return came.kept ? "hidden altogether" : `${percent(came.hidden)} hidden: it can be hit directly`;
  if (came.measured === "free")
    return came.kept
      ? "the ball is free"
      : `not free: ${percent(came.hidden)} of its best pocket is closed`;
  if (came.measured === "contact") return came.kept ? "the ball was touched" : "the ball was not touched";
  if (came.measured === "angle" && came.turned !== null) {
    if (Math.abs(came.turned) < 0.5) return "the angle wanted";
    return `${degrees(came.turned)} ${came.turned > 0 ? "more angle" : "straighter"} than wanted`;
  }
  return null;
}

/** A gap is judged by the strike that explains the result: places alone do not tell. */
function through(shot: Shot, found: FoundStrike | null): string | null {
  const { a, b } = shot.plan.target;
  const path = (found?.paths as Path[] | undefined)?.find((one) => one.ball === "cue");
  if (!a || !b || !path) return "not known: no strike was found that explains the places";
  return goesBetween(path, a, b)
    ? "through the gap, by the strike found"
    : "not through the gap, by the strike found";
}

function FromPlace({ miss, units }: { miss: NonNullable<Review["miss"]>; units: Units }) {
  const { along, across, distance } = miss;
  if (distance.mm < 1) return <Row label="Miss">on target</Row>;
  const parts: [number, number, number, string][] = [];
  if (Math.abs(along.mm) >= 1)
    parts.push([along.mm, along.widths, along.diamonds, along.mm > 0 ? "long" : "short"]);
  if (Math.abs(across.mm) >= 1)
    parts.push([
      across.mm,
      across.widths,
      across.diamonds,
      across.mm > 0 ? "left of the line" : "right of the line",
    ]);
  return (
    <Row label="Miss">
      {parts.map(([mm, , , way], i) => (
        <span key={way}>
          {i > 0 && ", "}
          <b className="num">{length(Math.abs(mm), units)}</b> {way}
        </span>
      ))}
      <span className="num quiet block text-xs">
        {parts
          .map(
            ([, widths, diamonds]) =>
              `${Math.abs(widths).toFixed(1)} balls, ${Math.abs(diamonds).toFixed(2)} diamonds`,
          )
          .join("; ")}
      </span>
    </Row>
  );
}
