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
    hand: str = "right"


PLAYERS: dict[str, DemoPlayer] = {
    p.key: p
    for p in (
        DemoPlayer("mirela", "Mirela Stane", "strong", 0.08, 0.0, 0.30),
        DemoPlayer("joon", "Joon Abara", "strong", 0.06, -0.10, 0.30),  # planted: regularly short
        DemoPlayer("wanda", "Wanda Ekholm", "advanced", 0.07, 0.0, 0.35, "left"),
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
    discipline: str = "nine-ball"
    kind: str = "match"
    table: str = "pool-9"
    options: tuple[tuple[str, object], ...] = ()
    unseen_foul: bool = False
    """A foul that nobody saw at the table was found on playback."""
    filmed: bool = False
    """A camera over the table filmed it."""


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
        kind="practice", unfinished=True, notes="Alone, both sides of the table.",
    ),
    Fixture(
        52, "Ladder night 8: Ekholm v Vanterpool, ten-ball", "2026-11-19", ("wanda", "idris"), 2, 3,
        discipline="ten-ball", unseen_foul=True, filmed=True,
        notes="A foul was only found on playback.",
    ),
    Fixture(
        61, "Points condition: Abara v Ekholm", "2026-11-19", ("joon", "wanda"), 2, 3,
        options=(("break_condition", "three-points"), ("push_out", False)),
        notes="Three balls down or past the head string, or the opponent chooses.",
    ),
    Fixture(
        73, "Eight-ball on the small table: Dunmore v Stane", "2026-11-20", ("osric", "mirela"), 2, 3,
        discipline="eight-ball", table="pool-7",
    ),
    Fixture(
        84, "Straight pool to 20: Stane v Vanterpool", "2026-11-20", ("mirela", "idris"), None, 6,
        discipline="straight-pool", options=(("points_to", 20),),
    ),
    Fixture(
        92, "Team run: Castellane and Ekholm", "2026-11-21", ("priya", "wanda"), None, 2,
        discipline="straight-pool", kind="team", notes="Shot and shot about.",
    ),
    Fixture(
        105, "English table: Castellane v Dunmore", "2026-11-21", ("priya", "osric"), 2, 3,
        discipline="english-eight-ball", table="english-7",
    ),
    Fixture(
        111, "One frame: Ekholm v Vanterpool", "2026-11-22", ("wanda", "idris"), 1, 1,
        discipline="snooker", table="snooker-12",
    ),
)  # fmt: skip

NINE_BALL = FIXTURES[:3]
"""The recordings of nine-ball as the club's ladder plays it, with push-outs; `games` plays the others."""
