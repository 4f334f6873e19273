"""Nudge or leave, where the answer is plain."""

from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.patterns.nudge import nudge_or_leave
from aretane.core.patterns.reading import read
from aretane.core.runout.games import Question, search
from aretane.core.skill import PRESETS
from tests.core.runout.layouts import TABLE

R = TABLE.ball_radius


def asked(layout: Layout) -> Question:
    return Question(TABLE, "nine-ball", layout, "", PRESETS["advanced"], Physics())


def test_without_a_cluster_there_is_nothing_to_weigh() -> None:
    question = asked(Layout.of({"cue": Point(2.0, 0.9), "8": Point(2.3, 1.1), "9": Point(2.35, 0.2)}))
    assert nudge_or_leave(search(question, 2.0), question) is None


def test_a_frozen_pair_that_no_pot_can_get_through_is_worth_a_nudge() -> None:
    """The 8 and 9 frozen together on the rail, in line with it: left alone the 8 has no pocket."""
    layout = Layout.of(
        {
            "cue": Point(0.75, 0.55),
            "7": Point(0.35, 0.22),
            "8": Point(1.9, R + 0.0005),
            "9": Point(1.9 + 2 * R, R + 0.0005),
        }
    )
    question = asked(layout)
    found = nudge_or_leave(search(question, 1.5), question)
    assert found is not None and found.leave is not None
    assert found.leave.moves == () and 0.0 <= found.leave.value <= found.leave.shot.pot + 1e-9
    if found.nudge is not None:
        assert set(found.nudge.moves) <= {"8", "9"} and found.nudge.error >= 0.0
        assert 0.0 <= found.nudge.value <= found.nudge.shot.pot + 1e-9


def test_from_a_break_outs_place_a_nudge_is_found_and_both_have_their_errors() -> None:
    layout = Layout.of(
        {
            "cue": Point(0.5, 0.3),
            "7": Point(1.9, 0.95),
            "8": Point(1.35, 0.6),
            "9": Point(1.35 - 1.5 * R, 0.6 + 1.35 * R),
        }
    )
    (opening,) = read(asked(layout)).openings
    assert opening.ways and opening.ways[0].shot.ball == "7"
    question = asked(layout.changed({"cue": opening.ways[0].place}))
    found = nudge_or_leave(search(question, 1.5), question)
    assert found is not None and found.nudge is not None
    assert found.nudge.moves and set(found.nudge.moves) <= {"8", "9"}
    for one in (found.leave, found.nudge):
        assert one is None or (0.0 < one.value < 1.0 and one.error < 0.2)
