"""Studies: positions without a match, with names, tags and notes."""

from . import routes

BLUEPRINTS = (routes.blueprint,)
