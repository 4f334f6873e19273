"""What a player should take on: the better the player, the harder the shots that are worth it."""

from itertools import pairwise

import pytest

from aretane.core.choice.options import choices
from aretane.core.motion import Physics

from .test_options import both, standing

LEVELS = ("regular", "strong", "advanced", "professional")
SERIES = [(1.3, 0.55), (1.3, 0.75), (1.5, 0.9), (1.7, 1.0), (1.9, 0.95), (2.1, 0.75)]
"""Places of the cue ball: ever thinner cuts of the 8 into the corner, ever further away."""


def taken_on(level: str) -> list[bool]:
    """Which shots of the series are worth more than the best safety, against the same opponent."""
    found = []
    for place in SERIES:
        at = standing({"cue": place, "8": (0.5, 0.35), "9": (1.9, 0.2)})
        one = choices(at, *both(at, level, "strong"), Physics(), settle=False)
        found.append(one.attack is not None and (one.safety is None or one.attack.value > one.safety.value))
    return found


@pytest.fixture(scope="module")
def attacks() -> dict[str, int]:
    return {level: sum(taken_on(level)) for level in LEVELS}


def test_the_better_the_player_the_more_is_taken_on(attacks: dict[str, int]) -> None:
    counts = [attacks[level] for level in LEVELS]
    assert all(weaker <= stronger for weaker, stronger in pairwise(counts)), attacks


def test_the_series_tells_players_apart(attacks: dict[str, int]) -> None:
    assert attacks["regular"] < attacks["professional"], attacks
