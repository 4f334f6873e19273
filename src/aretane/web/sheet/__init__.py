"""The sheet of a match."""

from . import routes

BLUEPRINTS = (routes.blueprint,)
