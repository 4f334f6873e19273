"""Maps of a layout that a stroke left."""

from aretane.core.contest.anew import Anew, moved
from aretane.core.contest.seat import seats
from aretane.core.contest.turn import Standing
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS

TABLE = table_for("pool-9")
TIGHT = {"cue": (1.2, 0.5), "7": (1.6, 0.9), "8": (0.05, 0.62), "9": (1.27, 1.23)}
"""The 8 tight on the head rail, the 9 tight on a long one in its middle: neither easy."""
HANGING = {"8": (2.49, 0.06), "9": (0.06, 1.20)}
"""Both in the jaws of a corner."""


def standing(balls: dict[str, tuple[float, float]], discipline: str = "nine-ball") -> Standing:
    return Standing(TABLE, discipline, Layout.of({ball: Point(*at) for ball, at in balls.items()}))


def test_where_balls_that_matter_were_moved_maps_drawn_anew_say_something_else() -> None:
    at = standing(TIGHT)
    asked = Question(TABLE, at.discipline, at.layout, "", PRESETS["regular"], Physics())
    me, other = seats(asked, PRESETS["regular"], 2.0)
    left = standing(TIGHT | HANGING)
    assert not moved(at, me) and moved(left, me)
    anew = Anew(Physics())
    mine, theirs = anew.seats(left, me, other)
    assert not moved(left, mine) and mine.skill == me.skill and theirs.skill == other.skill
    old, new = me.look(left), mine.look(left)
    assert new.chance > old.chance + 0.15
    # A map whose balls lie as they lay is not drawn twice.
    again, _ = anew.seats(standing(TIGHT | HANGING | {"7": (1.4, 0.4)}), me, other)
    last = ("", "9")
    assert again.run("").maker.maps[last] is mine.run("").maker.maps[last]


def test_the_ball_on_and_other_games_do_not_matter() -> None:
    at = standing(TIGHT)
    asked = Question(TABLE, at.discipline, at.layout, "", PRESETS["regular"], Physics())
    me, _ = seats(asked, PRESETS["regular"], 3.0)
    assert not moved(standing(TIGHT | {"7": (0.4, 0.4)}), me), "the next stroke pots it from where it lies"
    assert moved(standing(TIGHT | {"8": (0.09, 0.62)}), me)
    assert not moved(standing(TIGHT | {"8": (0.06, 0.62)}), me), "by less than a ball's radius"
    assert not moved(standing({"cue": (1.2, 0.5), "8": (0.05, 0.62), "9": (1.27, 1.23)}), me), "one is gone"
