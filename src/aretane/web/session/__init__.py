"""Who is asking, and the words of the field."""

from . import routes

BLUEPRINTS = (routes.blueprint,)
