"""The one place where the core's SI units become the units people read, and back."""

import math

MM_PER_M = 1000.0
M_PER_INCH = 0.0254  # exact, by definition of the inch
DIAMONDS_PER_LENGTH = 8  # the long rail is divided into 8 (WPA, memory)


def mm(metres: float) -> float:
    """Metres to millimetres, rounded to the hundredth that the product stores and shows."""
    return round(metres * MM_PER_M, 2)


def metres(millimetres: float) -> float:
    """Millimetres to metres."""
    return millimetres / MM_PER_M


def inches(count: float) -> float:
    """Inches to metres."""
    return count * M_PER_INCH


def degrees(radians: float) -> float:
    """Radians to degrees, rounded to the thousandth."""
    return round(math.degrees(radians), 3)


def ball_widths(metres_: float, radius: float) -> float:
    """A length in metres as a count of object-ball widths (radius in metres)."""
    return round(metres_ / (2 * radius), 3)


def diamonds(metres_: float, table_length: float) -> float:
    """A length in metres as diamonds of a table whose playing area is `table_length` metres long."""
    return round(metres_ * DIAMONDS_PER_LENGTH / table_length, 3)
