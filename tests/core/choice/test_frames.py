"""Choices of snooker: positions with an answer that coaches agree on (common practice), and the score."""

from dataclasses import dataclass, replace
from functools import lru_cache

import pytest

from aretane.core.choice.option import Choices
from aretane.core.choice.options import choices
from aretane.core.contest.equity import FrameProspects, frame_equity
from aretane.core.contest.look import Look
from aretane.core.contest.match import fresh_rack
from aretane.core.contest.seat import Seat, seats
from aretane.core.contest.turn import Standing
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.spots import snooker_spots
from aretane.core.equipment.table import table_for
from aretane.core.games.setting_up import racked
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE

TABLE = table_for("snooker-12")
SPOTS = snooker_spots(TABLE)
COARSE = 1.6


@dataclass(frozen=True)
class Known:
    """A position on a twelve-foot table (m; baulk at x = 0), the group on, whether to attack, and why."""

    why: str
    attack: bool
    group_on: str
    places: tuple[tuple[str, Point], ...]
    level: str = "strong"

    @property
    def standing(self) -> Standing:
        return Standing(TABLE, "snooker", Layout.of(dict(self.places)), self.group_on)


def table(
    cue: tuple[float, float], *gone: str, **reds: tuple[float, float]
) -> tuple[tuple[str, Point], ...]:
    """The colours on their spots but for those gone, the cue ball, and other balls at places."""
    spots = {ball: place for ball, place in SPOTS.items() if ball not in gone}
    return tuple((spots | {ball: Point(*at) for ball, at in reds.items()} | {CUE: Point(*cue)}).items())


FULL = racked(TABLE, "snooker")
KNOWN = (
    Known("a red over the pocket, the black behind it", True, "red", table((3.0, 0.5), r1=(3.5, 0.07))),
    Known("the black over a pocket and nothing else", True, "end",
          table((2.6, 0.9), "yellow", "green", "brown", "blue", "pink", black=(3.5, 0.07))),
    Known("the yellow over a pocket, the colours behind it on their spots", True, "end",
          table((0.6, 0.9), yellow=(0.07, 0.07))),
    Known("all reds in the pack, the cue ball in baulk", False, "red",
          tuple((FULL.changed({CUE: Point(0.9, 0.5)})).places)),
    Known("one red, frozen to the middle of the top cushion behind the black, from baulk", False, "red",
          table((0.5, 1.1), r1=(3.54, 0.889)), "regular"),
    Known("the black frozen to the top cushion, the cue ball to the baulk cushion", False, "end",
          table((0.03, 0.4), "yellow", "green", "brown", "blue", "pink", black=(3.54, 0.8)), "regular"),
)  # fmt: skip


@lru_cache(maxsize=8)
def both(at: Standing, me: str = "strong", other: str = "strong") -> tuple[Seat, Seat]:
    asked = Question(TABLE, "snooker", at.layout, at.group_on, PRESETS[me], Physics())
    return seats(asked, PRESETS[other], COARSE)


def ask(at: Standing, me: str = "strong", other: str = "strong", threads: int = 2) -> Choices:
    return choices(at, *both(at, me, other), Physics(), threads)


@pytest.mark.parametrize("known", KNOWN[::3], ids=lambda one: one.why)
def test_a_frame_with_a_known_answer(known: Known) -> None:
    found = ask(known.standing, known.level, known.level)
    assert (found.options[0].called is not None) == known.attack
    assert all(0.0 <= option.value <= 1.0 for option in found.options)
    assert not any(option.kind in ("jump", "foul", "push-out") for option in found.options)


def test_the_lead_counts() -> None:
    """The same position is worth more ahead than behind, and nearly all where snookers are needed."""
    at = KNOWN[0].standing
    behind, level, ahead = (
        choices(replace(at, lead=lead), *both(at), Physics(), 2, settle=False).options[0].value
        for lead in (-34.0, 0.0, 34.0)
    )
    assert behind < level < ahead
    assert ahead > 0.9 and behind < 0.4


def test_the_same_answer_on_one_thread_and_on_two() -> None:
    at = KNOWN[1].standing
    one, two = ask(at, threads=1), ask(at, threads=2)
    assert [(o.value, o.strike) for o in one.options] == [(o.value, o.strike) for o in two.options]


@pytest.mark.parametrize("left", [7.0, 27.0, 75.0, 147.0])
def test_the_chance_of_the_frame_grows_with_lead_visit_and_skill(left: float) -> None:
    def chance(lead: float, visit: float, steadier: float) -> float:
        look = Look(visit, 0.5, None, Point(0.0, 0.0))
        return frame_equity(look, FrameProspects(lead, left, steadier))

    leads = [chance(lead, 0.1, 0.0) for lead in range(-60, 61, 10)]
    assert leads == sorted(leads) and leads[0] < 0.5 < leads[-1]
    assert chance(0.0, 0.05, 0.0) < chance(0.0, 0.3, 0.0)
    assert chance(0.0, 0.1, -0.3) < chance(0.0, 0.1, 0.3)


def test_a_frame_not_begun_is_even_between_equals_and_the_stronger_wins_more() -> None:
    at = KNOWN[1].standing
    assert fresh_rack(at, *both(at)) == pytest.approx(0.5)
    assert fresh_rack(at, *both(at, "advanced", "regular")) > 0.6


def test_a_cue_ball_in_hand_is_put_into_the_d() -> None:
    at = Standing(TABLE, "snooker", KNOWN[0].standing.layout.without((CUE,)), "red")
    place = both(KNOWN[0].standing)[0].look(at).place
    assert at.may_lie(place)
    assert place.x <= SPOTS["brown"].x + 1e-9 and place.distance(SPOTS["brown"]) <= 0.2921
