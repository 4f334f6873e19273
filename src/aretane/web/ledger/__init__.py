"""What decisions cost, safeties and exchanges."""

from . import routes

BLUEPRINTS = (routes.blueprint,)
