"""Player models: how far a player's strikes scatter round what was meant."""

from dataclasses import dataclass
from math import radians


@dataclass(frozen=True, slots=True)
class Skill:
    """A player's execution errors. `aim` is the standard deviation of the aim, radians."""

    name: str
    words: str
    aim: float


# First guess, to be replaced by fits from logs: a trial of random shots on an empty table,
# impossible cuts included, potted 50, 75 and 90 % at 0.31, 0.14 and 0.064 degrees. The steps
# between them are interpolated, and "starter" is extrapolated.
PRESETS: dict[str, Skill] = {
    s.name: s
    for s in (
        Skill("starter", "Starter", radians(0.60)),
        Skill("regular", "Club regular", radians(0.31)),
        Skill("strong", "Strong club player", radians(0.20)),
        Skill("advanced", "Advanced", radians(0.14)),
        Skill("professional", "Professional", radians(0.064)),
    )
}
DEFAULT_LEVEL = "regular"
