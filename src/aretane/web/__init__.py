"""The web interface: `create_app` gives the Flask application.

It is imported when it is asked for: the web server's master process imports a module of this package, and
keeps no application in its memory.
"""

from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from .app import create_app as create_app


def __getattr__(name: str) -> Any:
    if name == "create_app":
        from .app import create_app

        return create_app
    raise AttributeError(name)


__all__ = ["create_app"]
