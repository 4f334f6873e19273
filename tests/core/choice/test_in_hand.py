"""Where a player puts a cue ball in hand: after a foul it must promise more than the table as it lies."""

from dataclasses import replace
from math import cos, pi, sin
from random import Random

import numpy as np
import pytest

from aretane.core.choice import valuing
from aretane.core.choice.in_hand import places
from aretane.core.choice.option import drafted
from aretane.core.choice.options import choices
from aretane.core.choice.valuing import Valuing
from aretane.core.contest.decide import standing_equity
from aretane.core.contest.seat import Seat, seats
from aretane.core.contest.strikes import played
from aretane.core.contest.turn import Standing, after
from aretane.core.contest.verdicts import FOUL, OVER
from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import TABLE, scattered

RING = ("1", "2", "3", "4", "5", "6")


def two(at: Standing) -> tuple[Seat, Seat]:
    asked = Question(at.table, at.discipline, at.layout, at.group_on, PRESETS["strong"], Physics())
    return seats(asked, PRESETS["regular"], 2.0)


def shut_in() -> Standing:
    """Stripes to play, the 8 inside a ring of solids: nobody runs out from here."""
    middle, wide = Point(TABLE.length / 2, TABLE.width / 2), 2.02 * TABLE.ball_radius
    ring = [
        (ball, Point(middle.x + wide * cos(k * pi / 3), middle.y + wide * sin(k * pi / 3)))
        for k, ball in enumerate(RING)
    ]
    places = (("8", middle), *ring, ("14", Point(2.3, 0.2)), ("13", Point(0.2, 1.0)))
    return Standing(TABLE, "eight-ball", Layout(places), "stripes")


def test_with_every_run_blocked_the_cue_ball_is_still_put_where_there_is_a_pot() -> None:
    at = shut_in()
    me, _ = two(at)
    look = me.look(at)
    assert look.chance < 0.02
    assert look.pot > 0.95
    assert at.may_lie(look.place)


@pytest.mark.parametrize("eight", [Point(0.36, 0.05), Point(0.56, 0.05), Point(1.3, 0.3), Point(2.2, 1.0)])
def test_in_hand_at_most_a_tenth_is_lost_to_a_grid_wherever_the_ball_on_was_moved(eight: Point) -> None:
    mapped = Layout((("8", Point(0.36, 0.05)), ("9", Point(2.14, 0.66)), (CUE, Point(1.9, 0.4))))
    me, other = two(Standing(TABLE, "nine-ball", mapped))
    moved = Standing(TABLE, "nine-ball", mapped.changed({"8": eight, CUE: None}))
    assert short_of_a_grid(moved, me, other) < 0.1


def test_in_hand_little_is_lost_to_a_grid_when_every_ball_was_moved() -> None:
    lost = []
    for seed in range(6):
        layout, _ = scattered(seed, 5)
        me, other = two(Standing(TABLE, "nine-ball", layout))
        moved = Standing(TABLE, "nine-ball", stirred(layout.without([CUE]), Random(seed)))
        lost.append(short_of_a_grid(moved, me, other))
    assert max(lost) < 0.12
    assert sum(lost) / len(lost) < 0.05


def short_of_a_grid(at: Standing, me: Seat, other: Seat) -> float:
    """How much less the chance to win is where the player puts the cue ball than at the best of some 200
    places all over the table, both looked at once more."""

    def worth(place: Point, seed: int) -> float:
        there = at.with_cue(place)
        return standing_equity(me.look(there, (seed,), closer=2.0), there, me, other)

    grid = [Point(0.06 + 0.1274 * i, 0.06 + 0.1278 * j) for i in range(20) for j in range(10)]
    best = max((place for place in grid if at.may_lie(place)), key=lambda place: worth(place, 3))
    return worth(best, 4) - worth(me.place(at), 4)


def stirred(layout: Layout, rng: Random) -> Layout:
    """Every ball up to 10 cm from where it lay."""
    return Layout(
        tuple(
            (
                ball,
                Point(
                    min(max(place.x + rng.uniform(-0.1, 0.1), 0.05), TABLE.length - 0.05),
                    min(max(place.y + rng.uniform(-0.1, 0.1), 0.05), TABLE.width - 0.05),
                ),
            )
            for ball, place in layout.places
        )
    )


def test_with_every_run_blocked_a_foul_leaves_no_more_than_a_legal_miss() -> None:
    """The other gains by ball in hand, however little there is to run (a fact of the rules): what the same
    strikes leave, taken as fouls and as legal misses."""
    at = replace(shut_in(), group_on="solids").with_cue(Point(2.2, 1.1))
    me, other = two(at)
    cue = at.layout.cue
    assert cue is not None
    safeties = [one for one in choices(at, me, other, Physics(), settle=False).options if one.hands_over]
    rows = np.array([one.strike.array() for one in safeties])
    ends = played(at, cue, rows, Physics())

    def leaves(k: int, verdict: int) -> float:
        then = after(at, ends, k, verdict, None)
        return standing_equity(other.look(then, (k,)), then, other, me)

    stays = [k for k in range(len(rows)) if ends.fates[k, 0] == -1]
    assert len(stays) >= 2
    gained = [leaves(k, FOUL) - leaves(k, OVER) for k in stays]
    assert min(gained) > -0.001 and np.mean(gained) > 0.0  # a look at one place may be off by so little


def test_the_other_answers_a_foul_too(monkeypatch: pytest.MonkeyPatch) -> None:
    at = replace(shut_in(), group_on="solids").with_cue(Point(2.2, 1.1))
    me, other = two(at)
    found = choices(at, me, other, Physics(), settle=False)
    fouled = next(option for option in found.options if option.foul.share >= 0.1)
    answered = Valuing(at, me, other, Physics()).fine(drafted(fouled))
    monkeypatch.setattr(valuing, "FOULED", 2.0)
    glanced = Valuing(at, me, other, Physics()).fine(drafted(fouled))
    assert answered.foul.equity != glanced.foul.equity
    assert answered.made == glanced.made and answered.missed == glanced.missed


def test_in_hand_a_combination_on_a_hanging_nine_is_looked_for() -> None:
    """The 1 lies in line with the 9 over the pocket: from behind it the rack is nearly won."""
    nine, one = Point(2.485, 0.055), Point(2.33, 0.21)
    at = Standing(
        TABLE, "nine-ball", Layout.of({"1": one, "9": nine, "5": Point(0.5, 1.0), CUE: Point(0.6, 0.6)})
    )
    me, _ = two(at)
    found = [draft for draft in places(at, "anywhere", me, Physics()) if draft.kind == "combination"]
    assert any(draft.called == ("9", "foot-right") for draft in found)
    assert all(at.with_cue(draft.cue).layout.cue == draft.cue for draft in found)
    assert not [draft for draft in places(at, "", me, Physics())]
