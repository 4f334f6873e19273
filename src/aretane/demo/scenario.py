"""Saltmarsh Row Institute and its ladder: people, true player models, planted habits, fixtures.

Everybody and everything here is invented.
"""

from dataclasses import dataclass

CLUB = "Saltmarsh Row Institute"
REVIEWER = "Ladder reviewer"


@dataclass(frozen=True, slots=True)
class DemoPlayer:
    """A member with a true model.

    `level` gives the errors of aim and tip; `speed_error` is the relative error of the strike's speed and
    `speed_bias` its mean: -0.1 strikes a tenth too softly. `nerve` is the pot chance below which they
    play safe.
    """

    key: str
    name: str
    level: str
    speed_error: float
    speed_bias: float
    nerve: float


PLAYERS: dict[str, DemoPlayer] = {
    p.key: p
    for p in (
        DemoPlayer("mirela", "Mirela Stane", "strong", 0.08, 0.0, 0.30),
        DemoPlayer("joon", "Joon Abara", "strong", 0.06, -0.10, 0.30),  # planted: regularly short
        DemoPlayer("wanda", "Wanda Ekholm", "advanced", 0.07, 0.0, 0.35),
        DemoPlayer("teo", "Teo Brandvold", "regular", 0.12, 0.0, 0.22),  # planted: attacks too much
        DemoPlayer("priya", "Priya Castellane", "regular", 0.10, 0.015, 0.25),
        DemoPlayer("osric", "Osric Dunmore", "regular", 0.13, 0.0, 0.35),
        DemoPlayer("lena", "Lena Farrow", "starter", 0.15, 0.0, 0.30),
        DemoPlayer("idris", "Idris Vanterpool", "advanced", 0.07, 0.0, 0.35),
    )
}


@dataclass(frozen=True, slots=True)
class Fixture:
    """One recording of the demo. `racks` bounds practice; a match runs until somebody has the race."""

    seed: int
    title: str
    played_on: str
    players: tuple[str, ...]
    race_to: int | None
    racks: int
    corner_mouth_mm: float | None = None
    unfinished: bool = False
    notes: str = ""


FIXTURES: tuple[Fixture, ...] = (
    Fixture(
        3, "Ladder night 6: Stane v Abara", "2026-11-05", ("mirela", "joon"), 5, 9,
        notes="Table 1, new cloth since October.",
    ),
    Fixture(
        31, "Ladder night 7: Ekholm v Brandvold", "2026-11-12", ("wanda", "teo"), 3, 5,
        corner_mouth_mm=117.5,
    ),
    Fixture(
        40, "Thursday practice: Castellane", "2026-11-19", ("priya",), None, 2,
        unfinished=True, notes="Alone, both sides of the table.",
    ),
)  # fmt: skip
