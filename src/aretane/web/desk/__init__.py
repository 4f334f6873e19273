"""The shot desk: a rack's data, saving, previews, strikes played out and found."""

from . import routes

BLUEPRINTS = (routes.blueprint,)
