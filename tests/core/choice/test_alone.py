"""Choices with nobody against the player: a strike is worth the run that goes on after it."""

import numpy as np
import pytest

from aretane.core.choice.options import choices
from aretane.core.contest.decide import worth
from aretane.core.contest.seat import seats
from aretane.core.contest.strikes import played
from aretane.core.contest.turn import Standing, judged, unit_of
from aretane.core.contest.verdicts import AGAIN
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.choice.test_options import COARSE, both, standing
from tests.core.runout.layouts import TABLE, frame, scattered, strewn


def alone(at: Standing, company: str = "nobody") -> Standing:
    return Standing(at.table, at.discipline, at.layout, at.group_on, company=company)  # type: ignore[arg-type]


def test_nobody_plays_safe_against_nobody() -> None:
    at = Standing(TABLE, "nine-ball", scattered(4, 4)[0])
    sides = both(at)
    found = choices(alone(at), *sides, Physics(), settle=True)
    assert found.options and found.safety is None and found.break_even is None
    assert all(option.called is not None for option in found.options)
    for option in found.options:
        for branch in (option.missed, option.foul):
            assert branch.equity in (None, 0.0)  # the run is over
        made = option.made.equity or 0.0
        assert option.value == pytest.approx(option.made.share * made, abs=0.03)


def test_a_strike_is_worth_the_run_after_it_and_nothing_where_it_ends() -> None:
    at = alone(Standing(TABLE, "nine-ball", scattered(4, 4)[0]))
    me, other = both(at)
    cue = at.layout.cue
    assert cue is not None
    rows = np.zeros((240, 5))
    rows[:, 0], rows[:, 1] = 2.5, np.linspace(-np.pi, np.pi, 240)
    ends = played(at, cue, rows, Physics())
    values, verdicts = worth(at, ends, None, me, other, 1)
    assert (verdicts == judged(at, ends)).all()
    assert (values[verdicts != AGAIN] == 0.0).all() and (verdicts == AGAIN).any()
    assert (values[verdicts == AGAIN] > 0.0).any() and (values <= 1.0).all()


def test_balls_of_straight_pool_and_points_of_a_visit_count_what_falls() -> None:
    pool = alone(Standing(TABLE, "straight-pool", strewn(5, [str(n) for n in range(1, 7)])))
    found = choices(pool, *both(pool), Physics(), settle=False)
    best = found.options[0].value * unit_of(pool)
    assert 1.0 <= best <= 15.0
    table = table_for("snooker-12")
    reds = alone(Standing(table, "snooker", frame(3, 3, table), "red"))
    asked = Question(table, "snooker", reds.layout, "red", PRESETS["strong"], Physics())
    visit = choices(reds, *seats(asked, PRESETS["strong"], COARSE), Physics(), settle=False)
    assert 1.0 <= visit.options[0].value * unit_of(reds) <= 147.0
    assert unit_of(Standing(table, "snooker", reds.layout, "red")) == 1.0


def test_the_last_ball_counts_whatever_the_score() -> None:
    """A black over its pocket, far behind, far ahead and level: seven points of a visit each time."""
    table = table_for("snooker-12")
    mouth = table.pockets["foot-left"].mouth
    black = Point(mouth.x - 0.06, mouth.y - 0.06)
    layout = Layout.of({CUE: Point(black.x - 0.5, black.y - 0.5), "black": black})
    asked = Question(table, "snooker", layout, "end", PRESETS["professional"], Physics())
    sides = seats(asked, PRESETS["professional"], COARSE)
    for lead in (-50.0, 0.0, 50.0):
        at = Standing(table, "snooker", layout, "end", lead=lead, company="nobody")
        best = choices(at, *sides, Physics(), settle=False).options[0]
        assert best.value * unit_of(at) == pytest.approx(7.0 * best.made.share, abs=0.01)
        assert best.value * unit_of(at) > 5.0


def test_a_double_hit_ends_the_run() -> None:
    at = alone(standing({CUE: (1.2, 0.6), "9": (0.06, 0.06)}))
    me, other = both(at)
    cue = at.layout.cue
    assert cue is not None
    rows = np.zeros((40, 5))
    rows[:, 0], rows[:, 1], rows[:, 3] = 1.6, np.arctan2(0.06 - 0.6, 0.06 - 1.2), -0.4
    ends = played(at, cue, rows, Physics())
    plain, _ = worth(at, ends, ("9", "head-right"), me, other, 1)
    twice, _ = worth(at, ends, ("9", "head-right"), me, other, 1, twice=0.5)
    assert plain.mean() == 1.0 and twice.mean() == 0.5


def test_points_that_win_end_no_run() -> None:
    """Straight pool with one point to go: against nobody the run goes on."""
    layout = strewn(5, [str(n) for n in range(1, 7)])
    far, near = (
        Standing(TABLE, "straight-pool", layout, needs=(need, 100), company="nobody") for need in (100, 1)
    )
    sides = both(far)
    one, two = (choices(at, *sides, Physics(), settle=False).options[0].value for at in (far, near))
    assert one == two


def test_the_next_shot_of_a_team_is_the_partners() -> None:
    """A last ball but one straight in: the run is the partner's pot of the 9."""
    at = standing({CUE: (0.8, 0.6), "8": (0.45, 0.35), "9": (2.0, 0.3)})
    weak, strong = (
        choices(alone(at, "partner"), *both(at, "strong", level), Physics(), settle=False).options[0].value
        for level in ("starter", "professional")
    )
    assert weak < strong - 0.1
    by_one = choices(alone(at), *both(at, "strong", "starter"), Physics(), settle=False).options[0].value
    assert weak < by_one


def test_a_layout_of_one_ball_is_worth_its_pot() -> None:
    at = alone(Standing(TABLE, "nine-ball", Layout.of({CUE: Point(1.2, 0.6), "9": Point(0.06, 0.06)})))
    found = choices(at, *both(at), Physics())
    assert found.options[0].value > 0.9 and found.options[0].made.equity == 1.0
