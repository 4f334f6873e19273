"""The web application: Flask, a blueprint an area. Views parse, call, serialise."""

from .app import create_app

__all__ = ["create_app"]
