"""Recordings: their list, each with its set-up, match files in and out, and Today."""

from . import match_files, routes, today

BLUEPRINTS = (
    today.blueprint,
    routes.blueprint,
    match_files.blueprint,
)
