"""The players of the club."""

from . import routes

BLUEPRINTS = (routes.blueprint,)
