"""What the production server loads: the application over ARETANE_DATABASE_URL."""

from threading import Thread

from apiflask import APIFlask

from aretane.core.contest.warm import warm
from aretane.settings import SettingError, load
from aretane.store.database import Address
from aretane.work import taking

from ..work import kept_windows
from .app import create_app


def application() -> APIFlask:
    """The application as the environment describes it. Raises SettingError without a database."""
    settings = load()
    if settings.database_url is None:
        raise SettingError("ARETANE_DATABASE_URL is not set; start with ./aretane serve")
    kept_windows.load()
    app = create_app(settings, Address.parse(settings.database_url))
    app.extensions["state"].watch()
    app.extensions["runner"].start()
    Thread(target=_beside, args=(app,), name="warm", daemon=True).start()
    return app


def _beside(app: APIFlask) -> None:
    """What a server does once it has started: load compiled ball motion, then count what was left."""
    warm()
    app.extensions["facts"].warm.set()
    app.extensions["runner"].wake()
    app.extensions["files"].start(taking.check, "{}")
