/** How the rack stands before the shot: points, run, groups, what is on, ball in hand. */
import type { Review } from "../api/types";
import { isRed, theBall } from "../table/colours";
import { useDesk } from "../rack/deskStore";

export function standing(review: Review, name: (player: string) => string, hasPoints: boolean): string[] {
  const parts: string[] = [];
  const short = (player: string) =>
    player === "team" ? "the team" : (name(player).split(" ")[0] ?? player);
  if (hasPoints && Object.keys(review.scores).length)
    parts.push(
      Object.entries(review.scores)
        .map(([player, points]) => `${short(player)} ${points}`)
        .join(" – "),
    );
  if (review.run > 0) parts.push(`run of ${review.run}`);
  for (const [player, group] of Object.entries(review.groups)) parts.push(`${short(player)} ${group}`);
  const reds = review.balls_on.length > 0 && review.balls_on.every(isRed);
  if (reds) parts.push("on: a red");
  else if (review.balls_on.length === 1 && review.balls_on[0])
    parts.push(`on: ${theBall(review.balls_on[0])}`);
  else if (hasPoints && review.balls_on.includes("black") && review.balls_on.length > 1 && !review.free)
    parts.push("on: a colour");
  if (review.left !== null) {
    parts.push(`${review.left} left`);
    for (const [player, count] of Object.entries(review.snookers))
      if (count > 0) parts.push(`${short(player)} needs ${count} snooker${count > 1 ? "s" : ""}`);
  }
  if (review.touching.length)
    parts.push(`${review.touching.map(theBall).join(", ")} touches the cue ball: play away`);
  if (review.ball_in_hand) parts.push(review.behind_line ? "in hand behind the line" : "ball in hand");
  return parts;
}

export function Standing({
  review,
  name,
}: {
  review: Review | undefined;
  name: (player: string) => string;
}) {
  const game = useDesk((s) => s.game);
  if (!review) return null;
  const parts = standing(review, name, game?.has_points ?? false);
  return (
    <p className="quiet min-h-5 text-sm" aria-label="How the rack stands">
      {parts.join(" · ")}
    </p>
  );
}
