"""What the production server loads: the application over ARETANE_DATABASE_URL."""

import time
from threading import Thread

import pymysql
from apiflask import APIFlask

from aretane.core.contest.warm import warm
from aretane.settings import SettingError, load
from aretane.store.database import Address
from aretane.work import taking

from ..work import kept_windows
from .app import create_app

RESUME_AFTER = 5.0


def application() -> APIFlask:
    """The application as the environment describes it. Raises SettingError without a database."""
    settings = load()
    if settings.database_url is None:
        raise SettingError("ARETANE_DATABASE_URL is not set; start with ./aretane serve")
    kept_windows.load()
    app = create_app(settings, Address.parse(settings.database_url))
    app.extensions["state"].watch()
    app.extensions["analyst"].start()
    Thread(target=_beside, args=(app,), name="warm", daemon=True).start()
    return app


def _beside(app: APIFlask) -> None:
    """What a server does once it has started: load compiled ball motion, then count and examine what was
    left."""
    warm()
    app.extensions["keeper"].warm.set()
    app.extensions["keeper"].start()
    app.extensions["files"].start(taking.check, "{}")
    while True:
        try:
            app.extensions["checking"].resume()
            return
        except pymysql.MySQLError:
            time.sleep(RESUME_AFTER)
