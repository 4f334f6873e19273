"""One strike has one chance: the desk and the choices count the same strikes."""

import pytest

from aretane.core.chance.forecast import forecast
from aretane.core.choice.meant import KINDS
from aretane.core.choice.option import Draft
from aretane.core.choice.valuing import Valuing
from aretane.core.log.shot import Plan, Tip
from aretane.core.motion import Physics
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import TABLE

from .test_options import both, standing


@pytest.mark.parametrize(
    ("kind", "pocket", "speed"),
    [("direct", "foot-left", 1.6), ("direct", "foot-left", 3.4), ("bank", "foot-left", 1.8)],
)
def test_the_desk_and_the_choices_say_one_pot_chance(kind: str, pocket: str, speed: float) -> None:
    at = standing({CUE: (1.0, 0.45), "7": (1.6, 0.85), "8": (0.5, 1.1), "9": (2.3, 0.2)})
    plan = Plan("7", pocket, kind=kind, speed=speed, tip=Tip(0.0, 0.1))  # type: ignore[arg-type]
    desk = forecast(TABLE, at.layout, plan, PRESETS["strong"], Physics())
    assert desk is not None and plan.ball is not None and plan.pocket is not None
    me, other = both(at)
    cue = at.layout.cue
    assert cue is not None
    draft = Draft(KINDS[kind], (plan.ball, plan.pocket), cue, desk.strike)
    option = Valuing(at, me, other, Physics()).fine(draft_valued(at, me, other, draft))
    assert option.attack is not None and option.attack.value is not None and desk.pot.value is not None
    assert option.attack.value == pytest.approx(desk.pot.value, abs=0.02)
    shares = option.made.share + option.missed.share + option.foul.share
    assert shares == pytest.approx(1.0)
    parts = [(part.share, part.equity) for part in (option.made, option.missed, option.foul)]
    known = [(share, equity) for share, equity in parts if equity is not None]
    whole = sum(share for share, _ in known)
    assert option.value == pytest.approx(sum(share * equity for share, equity in known) / whole, abs=1e-9)


def draft_valued(at, me, other, draft):  # type: ignore[no-untyped-def]
    """The option of a first ranking."""
    return Valuing(at, me, other, Physics()).rough(draft)
