"""Habits in words, in the units that the member reads."""

from aretane.core.statistics.habit_kinds import KINDS
from aretane.core.units import M_PER_INCH


def habit_words(code: str, size: float, length_unit: str) -> str:
    """What the player does, with how large."""
    kind = KINDS[code]
    return kind.words.format(size_words(kind.unit, size, length_unit))


def size_words(unit: str, size: float, length_unit: str) -> str:
    """A size with its unit: m in cm or inches, shares in points."""
    if unit == "m":
        return f"{size / M_PER_INCH:.1f} in" if length_unit == "in" else f"{size * 100:.0f} cm"
    return f"{size:.0f} s" if unit == "s" else f"{size * 100:.0f} points"
