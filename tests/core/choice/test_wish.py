"""Options asked about: what is said of them is kept, the rest is found, and what cannot be is told."""

import numpy as np
import pytest

from aretane.core.choice.options import PLAIN, May
from aretane.core.choice.wish import NoWish, Wished, wished
from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.motion import Physics, play
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import TABLE

from .test_options import both, standing

AT = standing({CUE: (0.9, 0.5), "7": (1.5, 0.75), "8": (2.0, 0.3), "9": (0.6, 1.1)})
ASKED = Question(TABLE, "nine-ball", AT.layout, "", PRESETS["strong"], Physics())
RUN = both(AT)[0].run("")


def ask(one: Wished, may: May = PLAIN) -> object:
    return wished(ASKED, one, RUN, may)


def test_a_pot_with_a_place_for_the_cue_ball_ends_there() -> None:
    first = play(
        TABLE, AT.layout, wished(ASKED, Wished("pot", "7", "foot-left"), RUN, PLAIN).strike
    ).after.cue
    assert first is not None
    end = Point(first.x - 0.25, first.y)
    drawn = wished(ASKED, Wished("pot", "7", "foot-left", end=end), RUN, PLAIN)
    motion = play(TABLE, AT.layout, drawn.strike, Physics())
    assert ("7", "foot-left") in motion.potted and motion.after.cue is not None
    assert motion.after.cue.distance(end) < first.distance(end)


def test_speed_tip_and_elevation_that_are_said_are_kept() -> None:
    said = Wished("pot", "7", "foot-left", speed=2.2, side=0.2, height=-0.2, elevation=0.1)
    strike = wished(ASKED, said, RUN, PLAIN).strike
    assert (strike.speed, strike.side, strike.height, strike.elevation) == (2.2, 0.2, -0.2, 0.1)


def test_a_pot_over_a_rail_meets_one() -> None:
    drawn = wished(ASKED, Wished("pot", "7", "foot-left", rails=2), RUN, PLAIN)
    motion = play(TABLE, AT.layout, drawn.strike, Physics())
    assert sum(one.kind == "rail" and one.ball == CUE for one in motion.trace.happenings()) == 2


@pytest.mark.parametrize("kind", ["kick", "safety"])
def test_a_safety_hands_the_table_over_however_it_reaches_its_ball(kind: str) -> None:
    draft = wished(ASKED, Wished(kind, "7"), RUN, PLAIN)
    motion = play(TABLE, AT.layout, draft.strike, Physics())
    assert draft.kind == "safety" and draft.called is None and motion.first_hit == "7"
    hit = next(one.time for one in motion.trace.happenings() if one.kind == "ball")
    rails = [one for one in motion.trace.happenings() if one.kind == "rail" and one.time < hit]
    assert bool(rails) == (kind == "kick")


def test_a_push_out_is_rolled_to_its_place_where_one_is_allowed() -> None:
    one = Wished("push-out", end=Point(0.5, 0.3))
    with pytest.raises(NoWish, match="no push-out"):
        ask(one)
    draft = wished(ASKED, one, RUN, May(push=True))
    after = play(TABLE, AT.layout, draft.strike, Physics()).after.cue
    assert draft.kind == "push-out" and after is not None and after.distance(Point(0.5, 0.3)) < 0.03


def test_a_cue_ball_in_hand_is_put_where_it_may_lie() -> None:
    there = Wished("pot", "7", "foot-left", cue=Point(1.2, 0.6))
    with pytest.raises(NoWish, match="not in hand"):
        ask(there)
    draft = wished(ASKED, there, RUN, May(hand="anywhere"))
    assert draft.cue == Point(1.2, 0.6)
    moved = Layout.of(dict(AT.layout.places) | {CUE: draft.cue})
    assert ("7", "foot-left") in play(TABLE, moved, draft.strike, Physics()).potted
    for place, words in ((Point(1.5, 0.75), "cannot lie"), (Point(-0.2, 0.5), "cannot lie")):
        with pytest.raises(NoWish, match=words):
            ask(Wished("pot", "7", "foot-left", cue=place), May(hand="anywhere"))
    with pytest.raises(NoWish):
        ask(Wished("pot", "7", "foot-left", cue=Point(2.0, 0.9)), May(hand="behind-line"))


def test_what_is_not_said_or_not_there_is_told() -> None:
    for one, words in (
        (Wished("safety"), "name the ball"),
        (Wished("pot", "3", "foot-left"), "not on the table"),
        (Wished("push-out"), "where the cue ball should end"),
        (Wished("pot", "7", "side-left", speed=0.25), "no aim found"),
    ):
        with pytest.raises(NoWish, match=words):
            ask(one, May(push=True))


def test_a_deliberate_foul_hits_the_ball_named() -> None:
    draft = wished(ASKED, Wished("foul", "8", fullness=1.0), RUN, PLAIN)
    assert draft.kind == "foul" and play(TABLE, AT.layout, draft.strike, Physics()).first_hit == "8"
    assert np.isfinite(draft.strike.array()).all()
