"""What the production server loads: the application over ARETANE_DATABASE_URL."""

from threading import Thread

from apiflask import APIFlask

from aretane.core.warm import warm, warm_tables
from aretane.settings import SettingError, load
from aretane.store.database import Address

from .app import create_app


def _warm() -> None:
    """Load the compiled kernels, then every table's windows, beside the start."""
    warm()
    warm_tables()


def application() -> APIFlask:
    """The application as the environment describes it. Raises SettingError without a database."""
    settings = load()
    if settings.database_url is None:
        raise SettingError("ARETANE_DATABASE_URL is not set; start with ./aretane serve")
    Thread(target=_warm, name="warm", daemon=True).start()
    return create_app(settings, Address.parse(settings.database_url))
