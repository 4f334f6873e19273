"""Percentages of players."""

from . import asked, routes

BLUEPRINTS = (routes.blueprint, asked.blueprint)
