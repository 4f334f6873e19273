"""What is drawn of chances on the desk: maps, routes, the table read, the chance to win."""

from . import outlooks, readings, winning

BLUEPRINTS = (
    outlooks.blueprint,
    readings.blueprint,
    winning.blueprint,
)
