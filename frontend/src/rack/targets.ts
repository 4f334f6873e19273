/** What a plan may mean for the end of a shot, and how each kind is drawn with the pointer. */
import type { Path, Place, Plan, Target } from "../api/types";

const EMPTY: Target = { kind: "unset", a: null, b: null, side: null, ball: null };

/** mm round a clicked place that a zone takes until it is drawn larger. */
const ZONE = 200;

export const target = (kind: Target["kind"], more: Partial<Target> = {}): Target => ({
  ...EMPTY,
  kind,
  ...more,
});

/** Kinds that the next ball and its pocket say; nothing is drawn for them. */
export const BY_NEXT = ["line", "side", "angle", "reach", "bank", "safe"];

/** A kind is chosen: what it needs is proposed from the plan. */
export function chosenKind(kind: Target["kind"], plan: Plan): Target {
  const kept = plan.target;
  if (kind === "side") return target(kind, { side: "left" });
  if (kind === "snooker") return target(kind, { ball: plan.next_ball ?? plan.ball });
  if (kind === "free" || kind === "cannon") return target(kind);
  if (kind === "ball")
    return target(kind, { ball: plan.next_ball ?? plan.ball, a: kept.kind === "point" ? kept.a : null });
  if (kind === "either") return target(kind, { a: kept.kind === "point" ? kept.a : null });
  if (kind === "point" || kind === "window") return kept.kind === kind ? kept : target("unset");
  return target(kind);
}

/** A click on the cloth. */
export function clicked(now: Target, place: Place): Target {
  if (now.kind === "either" && now.a && !now.b) return { ...now, b: place };
  if (now.kind === "either") return target("either", { a: place });
  if (now.kind === "ball") return { ...now, a: place };
  if (now.kind === "avoid") return { ...now, a: place, b: [place[0] + ZONE, place[1]] };
  if (now.kind === "route") return now;
  return target("point", { a: place });
}

/** A drag over the cloth. */
export function dragged(now: Target, a: Place, b: Place): Target {
  return now.kind === "avoid" || now.kind === "route" ? { ...now, a, b } : target("window", { a, b });
}

/** Whether a path goes between two places. */
export function goesBetween(path: Path, a: Place, b: Place): boolean {
  const side = (p: Place, q: Place, r: Place) =>
    Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  return path.points.slice(1).some(([, x, y], k) => {
    const [, px, py] = path.points[k] as Path["points"][number];
    const [from, to]: [Place, Place] = [
      [px, py],
      [x, y],
    ];
    return side(a, b, from) !== side(a, b, to) && side(from, to, a) !== side(from, to, b);
  });
}
