"""A cluster taken apart now or later: which pots do it, and how both are told and weighed."""

from dataclasses import replace
from functools import lru_cache

import pytest

from aretane.core.choice.breaking import LIKELY, break_outs
from aretane.core.choice.notes import freed
from aretane.core.choice.option import Choices, Notes, Option
from aretane.core.choice.options import choices, unlike
from aretane.core.choice.reasons import break_out_words
from aretane.core.choice.valuing import Valuing
from aretane.core.contest.seat import Seat
from aretane.core.geometry import Point
from aretane.core.motion import Physics, play
from aretane.core.patterns.clusters import clusters
from aretane.core.vocabulary import CUE
from tests.core.choice.test_options import both, standing
from tests.core.runout.layouts import TABLE

TIED = standing({CUE: (1.5, 0.75), "1": (1.9, 0.9), "4": (1.05, 0.22), "7": (1.05, 0.28), "9": (0.5, 0.9)})
"""The 4 and the 7 side by side at a rail: a cue ball that comes back off two rails meets them."""


@lru_cache(maxsize=1)
def players() -> tuple[Seat, Seat]:
    return both(TIED)


@lru_cache(maxsize=1)
def found() -> Choices:
    return choices(TIED, *players(), Physics())


def test_a_pot_that_meets_the_cluster_is_found_and_frees_its_balls() -> None:
    (draft, *_) = break_outs(TIED, players()[0], Physics())
    assert draft.kind == "pot" and draft.called is not None and draft.called[0] == "1"
    after = play(TABLE, TIED.layout, draft.strike, Physics()).after
    assert [cluster.balls for cluster in clusters(TABLE, TIED.layout)] == [("4", "7")]
    assert "1" not in after and clusters(TABLE, after) == ()
    assert Valuing(TIED, *players(), Physics()).rough(draft).made.share > LIKELY / 2


def test_without_a_cluster_or_before_a_group_is_chosen_there_is_none() -> None:
    apart = replace(TIED, layout=TIED.layout.without(["7"]))
    assert break_outs(apart, players()[0], Physics()) == []
    open_table = replace(TIED, discipline="eight-ball", group_on="open")
    assert break_outs(open_table, players()[0], Physics()) == []


def test_a_ball_is_not_freed_by_its_neighbour_going_down() -> None:
    left = TIED.layout.without(["4"])
    assert freed(TIED, left) == ((), ())
    assert freed(TIED, TIED.layout.changed({"4": Point(2.0, 1.0)}))[0] == ("4", "7")


def test_the_other_players_cluster_is_no_break_out() -> None:
    places = {CUE: (1.5, 0.75), "1": (1.9, 0.9), "12": (1.05, 0.22), "15": (1.05, 0.28), "8": (0.5, 0.9)}
    stripes = standing(places, "eight-ball", "solids")
    assert clusters(TABLE, stripes.layout) and break_outs(stripes, both(stripes)[0], Physics()) == []
    mine = standing(
        {"2" if ball == "12" else ball: at for ball, at in places.items()}, "eight-ball", "solids"
    )
    assert break_outs(mine, both(mine)[0], Physics())


def test_now_and_later_are_both_told_and_weighed_in_words() -> None:
    both_ways = found().break_out
    assert both_ways is not None
    now, later = both_ways
    assert now.notes.frees == ("4", "7") and later.notes.frees == () and later.notes.stay == ("4", "7")
    words = break_out_words(found())
    assert words.startswith("Break-out now, by the 1: the 4 and the 7 free, ") and words.endswith(" Later.")
    assert f"{round(100 * now.value)} %" in words and f"{round(100 * later.value)} %" in words
    one_way = replace(found(), options=tuple(option for option in found().options if option is not now))
    assert break_out_words(one_way) == ""


def test_a_break_out_is_told_though_better_options_fill_the_list() -> None:
    now, later = found().break_out or pytest.fail("no break-out")
    many: list[Option] = [
        replace(later, called=(str(ball), "foot-left"), value=0.9, notes=Notes()) for ball in range(1, 12)
    ]
    kept = unlike([*many, now], set(), {now.strike})
    assert now in kept and len(kept) == len(unlike(many, set()))


def test_a_break_out_is_put_right_by_racks_of_its_own() -> None:
    valuing = Valuing(TIED, *players(), Physics())
    (draft, *_) = break_outs(TIED, players()[0], Physics())
    plain = valuing.rough(draft)
    valuing.drift = 0.2
    valuing.drifts[draft.strike] = -0.1
    assert valuing.again(plain).value < plain.value
