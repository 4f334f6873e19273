"""The shot desk: a rack's data, saving, previews, strikes played out and found."""

from . import mapped, routes

BLUEPRINTS = (routes.blueprint, mapped.blueprint)
