"""Players of the club."""

from . import causes, habits, model, routes, then, worth

BLUEPRINTS = tuple(one.blueprint for one in (routes, habits, model, worth, causes, then))
