"""Counts of kicks and banks."""

from . import routes

BLUEPRINTS = (routes.blueprint,)
