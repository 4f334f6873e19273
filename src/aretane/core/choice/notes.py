"""What is read off an option besides its value: clusters, cover, what is left and how it is answered."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from ..contest.look import Look
from ..contest.points import THIRD_FOUL
from ..contest.turn import Standing
from ..equipment.layout import Layout
from ..equipment.table import PocketName
from ..motion.play import Motion
from ..patterns.clusters import clusters
from ..runout.games import playable
from .left import cover
from .option import Notes


@dataclass(frozen=True, slots=True)
class Answered:
    """The chance to win of a player whose strike the other answered with this `kind` of shot over `rails`
    cushions."""

    value: float
    kind: str
    rails: int


def noted(here: Standing, motion: Motion, looks: Sequence[Look], answers: Sequence[Answered]) -> Notes:
    """The notes of an option.

    looks: what the other player sees after those strikes with errors that hand the table over. answers:
    what the other played after some of them.
    """
    frees, stay = freed(here, motion.after)
    own = playable(here.discipline, here.layout, here.group_on)
    answer = Counter((one.kind, one.rails) for one in answers).most_common(1)
    behind, left = _behind(here, motion.after), _left(looks)
    in_a_row = 0 if here.fouls is None else here.fouls[0] + 1
    return Notes(
        tuple(ball for ball in frees if ball in own),
        stay,
        behind,
        left,
        answer[0][0] if answer else None,
        in_a_row,
        THIRD_FOUL if here.game.any_order else 0,
        here.game.scores,
        here.alone,
    )


def freed(here: Standing, left: Layout) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """Balls that were tied up before and are free after, in the layout's order; and the first cluster that
    stays and holds a ball of the player.

    Balls that fell are taken out of the layout before: a ball is not freed only because its neighbour fell.
    """
    gone = [ball for ball in here.layout.objects if ball not in left]
    before = [cluster.balls for cluster in clusters(here.table, here.layout.without(gone))]
    if not before:
        return (), ()
    after = [cluster.balls for cluster in clusters(here.table, left)]
    tied = {ball for balls in after for ball in balls}
    loose = {ball for balls in before for ball in balls if ball in left and ball not in tied}
    own = set(playable(here.discipline, left, here.group_on))
    stay = next((balls for balls in after if own & set(balls)), ())
    return tuple(sorted(loose, key=lambda ball: (len(ball), ball))), stay


def _behind(here: Standing, left: Layout) -> tuple[str, ...]:
    """The balls that hide the easiest ball on from the other, where all of it is hidden."""
    then = here.left(left)
    if left.cue is None or not left.objects or not all(ball in left for ball in then.on):
        return ()
    _, share, blockers = cover(then, left.cue)
    return blockers if share >= 1.0 else ()


def _left(looks: Sequence[Look]) -> tuple[str, PocketName, float, float] | None:
    """The pot the other is most often left, its mean chance, and how often it is that one."""
    shots = [look.shot for look in looks if look.shot is not None]
    if not shots:
        return None
    (ball, pocket), count = Counter((shot.ball, shot.pocket) for shot in shots).most_common(1)[0]
    own = [shot.pot for shot in shots if (shot.ball, shot.pocket) == (ball, pocket)]
    return ball, pocket, sum(own) / len(own), count / len(looks)
