"""What the production server loads: the application over ARETANE_DATABASE_URL."""

from threading import Thread

from apiflask import APIFlask

from aretane.core.warm import warm
from aretane.settings import SettingError, load
from aretane.store.database import Address

from . import kept_windows
from .app import create_app


def application() -> APIFlask:
    """The application as the environment describes it. Raises SettingError without a database."""
    settings = load()
    if settings.database_url is None:
        raise SettingError("ARETANE_DATABASE_URL is not set; start with ./aretane serve")
    kept_windows.load()
    Thread(target=warm, name="warm", daemon=True).start()  # loads the compiled kernels beside the start
    return create_app(settings, Address.parse(settings.database_url))
