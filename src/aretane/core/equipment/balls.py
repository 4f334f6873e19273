"""The balls of each game: names, groups, values.

Pool balls are numbers. Snooker's reds are `r1` to `r15`; English reds and yellows `r1` to `r7` and `y1` to
`y7`. Numbers on reds and yellows are the log's own, to tell them apart.
"""

NUMBERED = tuple(str(n) for n in range(1, 16))
SNOOKER_REDS = tuple(f"r{n}" for n in range(1, 16))
COLOURS = ("yellow", "green", "brown", "blue", "pink", "black")
"""Snooker's colours in the order in which they are taken at the end."""
ENGLISH_REDS = tuple(f"r{n}" for n in range(1, 8))
ENGLISH_YELLOWS = tuple(f"y{n}" for n in range(1, 8))
ALL_BALLS = (*NUMBERED, *SNOOKER_REDS, *ENGLISH_YELLOWS, *COLOURS)

VALUES = {colour: points for points, colour in enumerate(COLOURS, start=2)}
"""Points of the colours; a red is 1 (WPBSA, memory)."""

GROUPS = {
    **{str(n): "solids" for n in range(1, 8)},
    **{str(n): "stripes" for n in range(9, 16)},
    **dict.fromkeys(ENGLISH_REDS, "reds"),
    **dict.fromkeys(ENGLISH_YELLOWS, "yellows"),
}
"""The group that a ball of eight-ball or English eight-ball belongs to; the 8 and the black have none."""


def is_red(ball: str) -> bool:
    """Whether it is a red."""
    return ball.startswith("r") and ball[1:].isdigit()


def value(ball: str) -> int:
    """Points of a snooker ball; 0 for the cue ball."""
    return 1 if is_red(ball) else VALUES.get(ball, 0)
