"""A recording's video: files sent in pieces or used where they lie, examined, served, kept in step."""

from . import parts, uploads, vtt

BLUEPRINTS = (parts.blueprint, vtt.blueprint, uploads.blueprint)
