"""A recording's video: files sent in pieces or used where they lie, examined, served, kept in step."""

from . import parts, uploads, vtt
from .checking import Checking

BLUEPRINTS = (parts.blueprint, vtt.blueprint, uploads.blueprint)

__all__ = ["BLUEPRINTS", "Checking"]
