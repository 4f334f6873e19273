"""A rack's story, and asking for the work on it."""

from . import routes

BLUEPRINTS = (routes.blueprint,)
