"""What is drawn of chances on the desk: maps, routes, the table read."""

from . import outlooks, readings

BLUEPRINTS = (
    outlooks.blueprint,
    readings.blueprint,
)
