"""Saltmarsh Row Institute and its ladder: people, true player models, planted habits, fixtures.

Everybody and everything here is invented.
"""

from dataclasses import dataclass

from .flaws import LEFT_CUTS, LOOSE_SAFETIES, MUCH_DRAW, TENSE, TIRED, WEAK_BREAK, Flaw

CLUB = "Saltmarsh Row Institute"
REVIEWER = "Ladder reviewer"


@dataclass(frozen=True, slots=True)
class DemoPlayer:
    """A member with a true model.

    `level` gives the errors of aim and tip; `speed_error` is the relative error of the strike's speed and
    `speed_bias` its mean: -0.1 strikes a tenth too softly. `nerve` is the pot chance below which they
    play safe where they judge by eye; where they plan, `eager` is what they think a pot worth beyond its
    value: most people attack a little more than pays, and beginners more than that. `flaws` are habits;
    `break_from` is where they break from, as shares of the head string's distance and of the table's width;
    `pace` (s) is what they take for a shot at most.
    """

    key: str
    name: str
    level: str
    speed_error: float
    speed_bias: float
    nerve: float
    hand: str = "right"
    eager: float = 0.03
    flaws: tuple[Flaw, ...] = ()
    break_from: tuple[float, float] = (0.95, 0.35)
    pace: float = 55.0


PLAYERS: dict[str, DemoPlayer] = {
    p.key: p
    for p in (
        DemoPlayer("mirela", "Mirela Stane", "strong", 0.08, 0.0, 0.30, flaws=(LOOSE_SAFETIES,), pace=48.0),
        DemoPlayer("joon", "Joon Abara", "strong", 0.06, -0.10, 0.30, break_from=(0.9, 0.5)),
        DemoPlayer("wanda", "Wanda Ekholm", "advanced", 0.07, 0.0, 0.35, "left", flaws=(TENSE,)),
        DemoPlayer("teo", "Teo Brandvold", "regular", 0.12, 0.0, 0.22, eager=0.22, pace=35.0),
        DemoPlayer("priya", "Priya Castellane", "regular", 0.10, 0.015, 0.25, flaws=(MUCH_DRAW,)),
        DemoPlayer(
            "osric", "Osric Dunmore", "regular", 0.13, 0.0, 0.35, eager=0.06, flaws=(TIRED,), pace=60.0
        ),
        DemoPlayer("lena", "Lena Farrow", "starter", 0.15, 0.0, 0.30, eager=0.1, flaws=(WEAK_BREAK,)),
        DemoPlayer(
            "idris", "Idris Vanterpool", "advanced", 0.07, 0.0, 0.35, eager=-0.12, flaws=(LEFT_CUTS,)
        ),
    )
}
"""Planted besides the flaws: Joon is regularly short, Teo takes on too much, Idris is too timid."""


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
    called: bool = False
    """Two people stated chances of its shots."""


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

SEASON: tuple[Fixture, ...] = (
    Fixture(201, "Ladder night 1: Abara v Brandvold", "2026-09-17", ("joon", "teo"), 8, 15),
    Fixture(
        202, "Eight-ball night: Castellane v Vanterpool", "2026-09-18", ("priya", "idris"), 7, 13,
        discipline="eight-ball",
    ),
    Fixture(
        203, "Ladder night 2: Stane v Vanterpool", "2026-09-24", ("mirela", "idris"), 8, 15, called=True
    ),
    Fixture(204, "Long Saturday: Dunmore v Farrow", "2026-09-26", ("osric", "lena"), 13, 25),
    Fixture(
        205, "Straight pool to 100: Ekholm v Stane", "2026-10-01", ("wanda", "mirela"), None, 30,
        discipline="straight-pool", options=(("points_to", 100),),
    ),
    Fixture(206, "Ladder night 3: Ekholm v Castellane", "2026-10-08", ("wanda", "priya"), 8, 15),
    Fixture(
        207, "English table: Brandvold v Farrow", "2026-10-10", ("teo", "lena"), 7, 13,
        discipline="english-eight-ball", table="english-7",
    ),
    Fixture(
        208, "Ten-ball: Abara v Stane", "2026-10-15", ("joon", "mirela"), 7, 13, discipline="ten-ball"
    ),
    Fixture(
        209, "Best of five frames: Vanterpool v Castellane", "2026-10-17", ("idris", "priya"), 3, 5,
        discipline="snooker", table="snooker-12",
    ),
    Fixture(210, "Ladder night 4: Ekholm v Abara", "2026-10-22", ("wanda", "joon"), 9, 17, called=True),
    Fixture(
        211, "Eight-ball night: Farrow v Dunmore", "2026-10-23", ("lena", "osric"), 9, 17,
        discipline="eight-ball", table="pool-7",
    ),
    Fixture(212, "Ladder night 5: Brandvold v Vanterpool", "2026-10-29", ("teo", "idris"), 8, 15),
    Fixture(
        213, "Eight-ball night: Ekholm v Brandvold", "2026-10-30", ("wanda", "teo"), 7, 13,
        discipline="eight-ball",
    ),
    Fixture(
        214, "Straight pool to 75: Castellane v Abara", "2026-11-14", ("priya", "joon"), None, 30,
        discipline="straight-pool", options=(("points_to", 75),),
    ),
)  # fmt: skip
"""The rest of the winter, played by members who plan (`model_players`)."""

NINE_BALL = FIXTURES[:3]
"""The recordings of nine-ball as the club's ladder plays it, with push-outs; `games` plays the others."""
