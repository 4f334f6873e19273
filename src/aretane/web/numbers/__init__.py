"""Percentages of players."""

from . import routes

BLUEPRINTS = (routes.blueprint,)
