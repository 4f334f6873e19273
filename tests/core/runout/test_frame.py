"""The chance to win a frame: plain cases by hand, and a slow twin that plays visits by the dice."""

import random

import pytest

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.spots import snooker_spots
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.runout.frame import COLOUR_TAKEN, Frame, frame_of, win_chance

TABLE = table_for("snooker-12")
BLACK = Frame(0.0, (7.0,), (False,))


def colours(*reds: str) -> Layout:
    spots = {name: place for name, place in snooker_spots(TABLE).items() if name != "cue"}
    far = {red: Point(2.0 + 0.2 * k, 0.5) for k, red in enumerate(reds)}
    return Layout.of({"cue": Point(1.0, 0.9), **spots, **far})


def test_what_is_left_stands_in_turn() -> None:
    assert frame_of(0.0, "red", colours("r1")).pots == (1.0, COLOUR_TAKEN, 2, 3, 4, 5, 6, 7)
    after = frame_of(3.0, "colour", colours("r1"))
    assert after.pots[:3] == (COLOUR_TAKEN, 1.0, COLOUR_TAKEN) and after.after_red[:3] == (
        True,
        False,
        True,
    )
    assert frame_of(0.0, "end", Layout.of({"cue": Point(1, 1), "black": Point(2, 1)})).pots == (7.0,)


def test_the_last_black_goes_back_and_forth_until_it_falls() -> None:
    """With the same chance p for both the first to shoot wins 1 / (2 - p): a geometric series by hand."""
    for p in (0.2, 0.5, 0.8):
        assert win_chance(BLACK, 7.0 * p, p, p) == pytest.approx(1.0 / (2.0 - p))


def test_a_lead_that_cannot_be_made_up_is_won_and_one_that_cannot_be_lost_is_lost() -> None:
    assert win_chance(Frame(8.0, (7.0,), (False,)), 3.0, 0.5, 0.5) == 1.0
    assert win_chance(Frame(-8.0, (7.0,), (False,)), 3.0, 0.5, 0.5) == 0.0
    # Seven behind with the black left: potting it draws level, and level counts half.
    behind = Frame(-7.0, (7.0,), (False,))
    assert win_chance(behind, 7.0 * 0.5, 0.5, 0.5) == pytest.approx(0.5 / (2.0 - 0.5))


def dice(frame: Frame, expected: float, own: float, other: float, count: int) -> float:
    """The slow twin: visits played out one pot at a time."""
    rng, won = random.Random(3), 0.0
    first = next(
        c / 1000
        for c in range(1, 1001)
        if sum((c / 1000) ** (k + 1) * points for k, points in enumerate(frame.pots)) >= expected
    )
    for _ in range(count):
        k, lead, ours, chance = 0, frame.lead, True, first
        while k < len(frame.pots):
            if rng.random() < chance:
                lead += frame.pots[k] if ours else -frame.pots[k]
                k += 1
            else:
                k += frame.after_red[k]
                ours = not ours
                chance = own if ours else other
        won += 1.0 if lead > 0 else 0.5 if lead == 0 else 0.0
    return won / count


@pytest.mark.parametrize(
    ("lead", "reds", "expected", "own", "other"),
    [(0.0, 3, 12.0, 0.7, 0.7), (-20.0, 5, 25.0, 0.8, 0.6), (10.0, 2, 4.0, 0.5, 0.75)],
)
def test_the_sum_over_visits_is_what_the_dice_give(
    lead: float, reds: int, expected: float, own: float, other: float
) -> None:
    frame = frame_of(lead, "red", colours(*(f"r{k}" for k in range(1, reds + 1))))
    came = dice(frame, expected, own, other, 8000)
    assert win_chance(frame, expected, own, other) == pytest.approx(came, abs=0.02)


def test_more_points_and_a_weaker_opponent_never_hurt() -> None:
    frame = frame_of(-5.0, "red", colours("r1", "r2"))
    by_points = [win_chance(frame, points, 0.6, 0.6) for points in (1, 4, 8, 16, 30)]
    assert by_points == sorted(by_points)
    by_other = [win_chance(frame, 8.0, 0.6, other) for other in (0.9, 0.7, 0.5, 0.1)]
    assert by_other == sorted(by_other)
