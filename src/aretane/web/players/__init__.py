"""Players of the club."""

from . import habits, routes

BLUEPRINTS = (routes.blueprint, habits.blueprint)
