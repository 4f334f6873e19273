"""A position for a bank, or for a safety: whether it is there, its chance, and its grade."""

from math import cos, degrees, pi, sin

from aretane.core.aiming.aim import aim_at
from aretane.core.aiming.bank import EASY_CUT, best_bank
from aretane.core.aiming.intent import fit
from aretane.core.chance.forecast import forecast
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Target
from aretane.core.skill import PRESETS

TABLE = table_for("pool-9")
BALL = Point(0.90, 0.30)
"""Off the near long rail its mirror path goes to the far side pocket."""
BEHIND = Point(0.781, 0.786)
"""Half a metre back along that path."""


def laid(cue: Point, **others: Point) -> Layout:
    return Layout.of({"cue": cue, "8": BALL, **{name[1:]: at for name, at in others.items()}})


def test_a_straight_bank_into_the_side_has_no_cut() -> None:
    """From behind the ball on its way to the image of the pocket, by the mirror alone."""
    cut = best_bank(TABLE, laid(BEHIND), "8")
    assert cut is not None and degrees(cut) < 3


def test_a_ball_in_the_way_of_either_ball_closes_it() -> None:
    clear = laid(BEHIND)
    found = best_bank(TABLE, clear, "8")
    assert found is not None
    for middle in (Point(0.84, 0.543), Point(1.12, 0.72)):  # of the cue ball's way, of the ball's
        again = best_bank(TABLE, clear.changed({"5": middle}), "8")
        assert again is None or again > found


def test_the_intent_is_met_where_the_bank_has_little_cut() -> None:
    left = laid(BEHIND)
    found = fit(TABLE, Target("bank"), left, None, aim_at(TABLE, left, "8", "head-left"), None)
    assert found is not None and found.measured == "bank" and found.kept
    assert found.turned is not None and found.turned <= EASY_CUT
    turns = [k * pi / 3 for k in range(6)]
    ring = {
        str(k + 1): Point(BALL.x + 0.06 * cos(turn), BALL.y + 0.06 * sin(turn))
        for k, turn in enumerate(turns)
    }
    shut = left.changed(dict(ring))
    none = fit(TABLE, Target("bank"), shut, None, aim_at(TABLE, shut, "8", "head-left"), None)
    assert none is not None and not none.kept and none.turned is None


def test_a_safety_wants_both_edges() -> None:
    left = laid(Point(0.3, 0.3), b5=Point(0.6, 0.27))
    covered = fit(TABLE, Target("safe"), left, None, aim_at(TABLE, left, "8", "head-left"), None)
    assert covered is not None and not covered.kept and covered.hidden is not None and covered.hidden > 0.1
    free = left.without(["5"])
    open_ = fit(TABLE, Target("safe"), free, None, aim_at(TABLE, free, "8", "head-left"), None)
    assert open_ is not None and open_.kept


def test_both_intents_have_a_chance_no_higher_than_the_pot() -> None:
    layout = Layout.of({"cue": Point(1.9, 0.5), "7": Point(2.2, 0.8), "8": BALL, "9": Point(0.5, 1.0)})
    for kind in ("bank", "safe"):
        plan = Plan(ball="7", pocket="foot-left", next_ball="8", target=Target(kind))  # type: ignore[arg-type]
        found = forecast(TABLE, layout, plan, PRESETS["strong"])
        assert found is not None and found.in_place is not None
        assert found.in_place.value is not None and found.pot.value is not None
        assert 0.0 <= found.in_place.value <= found.pot.value
