"""Chances that people state before they see a result, and how they came out."""

from . import routes, scores

BLUEPRINTS = (routes.blueprint, scores.blueprint)
