"""The demo's studies: positions that the club's reviewer set up by hand, all of them made up."""

from dataclasses import dataclass, field
from typing import Any

from aretane.formats.match_file import MatchFile

from .scenario import PLAYERS


@dataclass(frozen=True, slots=True)
class Study:
    """One position. `players`: who is at the table, then the other. Places in mm."""

    title: str
    tags: tuple[str, ...]
    notes: str
    players: tuple[str, ...]
    balls: dict[str, tuple[float, float]]
    plan: dict[str, Any] = field(default_factory=dict)
    position: dict[str, Any] = field(default_factory=dict)
    discipline: str = "nine-ball"
    table: str = "pool-9"


STUDIES = (
    Study(
        "Three balls, the 9 down the rail", ("pattern", "angle"),
        "Arrive on the 8 with enough angle to come back up the table for the 9.",
        ("joon", "mirela"),
        {"cue": (1130, 520), "7": (1720, 820), "8": (2090, 240), "9": (420, 1190)},
        {"ball": "7", "pocket": "foot-left", "next_ball": "8", "next_pocket": "foot-right",
         "target": {"kind": "window", "a": [1500, 420], "b": [1820, 360]}},
    ),
    Study(
        "The 4 behind the 7: kick, jump or push?", ("safety", "ball hidden"),
        "After a poor safety. One foul already: the third loses.",
        ("teo", "wanda"),
        {"cue": (700, 640), "4": (2060, 610), "7": (1010, 634), "8": (1550, 1090), "9": (2380, 250)},
        {"ball": "4", "kind": "kick", "choice": "safety"},
        {"fouls": 1, "push_out": False},
    ),
    Study(
        "Stripes with one cluster left", ("pattern", "cluster"),
        "The 11 and the 3 touch nearly. Which ball opens them, and when?",
        ("osric", "mirela"),
        {"cue": (560, 330), "11": (1320, 180), "3": (1385, 172), "13": (1680, 720), "14": (340, 840),
         "5": (990, 900), "8": (1560, 480)},
        {"ball": "14", "pocket": "head-left", "next_ball": "13"},
        {"group": "stripes"}, "eight-ball", "pool-7",
    ),
    Study(
        "Safety off the last red", ("safety",),
        "Eleven points behind, colours on their spots. Leave the white tight behind the brown.",
        ("wanda", "idris"),
        {"cue": (2650, 560), "r1": (3080, 330), "yellow": (737, 597), "green": (737, 1181),
         "brown": (737, 889), "blue": (1784.5, 889), "pink": (2677, 889), "black": (3245, 889)},
        {"ball": "r1", "choice": "safety", "target": {"kind": "snooker", "ball": "yellow"}},
        {"score": 38, "other_score": 49}, "snooker", "snooker-12",
    ),
    Study(
        "Key ball to the break ball", ("pattern", "break shot"),
        "Straight pool, two balls left. The 6 is the break ball: what angle does the 12 leave?",
        ("mirela", "idris"),
        {"cue": (1500, 930), "12": (1990, 1000), "6": (1760, 420)},
        {"ball": "12", "pocket": "foot-left", "next_ball": "6",
         "target": {"kind": "point", "a": [1480, 440]}},
        {"score": 12, "other_score": 7}, "straight-pool",
    ),
)  # fmt: skip


def study_files() -> list[MatchFile]:
    """The studies as match files, one each."""
    return [_file(study) for study in STUDIES]


def _file(study: Study) -> MatchFile:
    shot = {
        "shooter": study.players[0],
        "layout": {"from": "empty", "balls": study.balls},
        "position": study.position,
        "plan": study.plan,
        "tags": list(study.tags),
        "notes": study.notes,
    }
    return MatchFile.model_validate(
        {
            "match": {"title": study.title, "kind": "study", "discipline": study.discipline},
            "table": {"size": study.table},
            "players": [
                {"id": key, "name": PLAYERS[key].name, "level": PLAYERS[key].level} for key in study.players
            ],
            "racks": [{"breaker": None, "shots": [shot]}],
        }
    )
