"""What the production server loads: the application over ARETANE_DATABASE_URL."""

from apiflask import APIFlask

from aretane.settings import SettingError, load
from aretane.store.database import Address

from .app import create_app


def application() -> APIFlask:
    """The application as the environment describes it. Raises SettingError without a database."""
    settings = load()
    if settings.database_url is None:
        raise SettingError("ARETANE_DATABASE_URL is not set; start with ./aretane serve")
    return create_app(settings, Address.parse(settings.database_url))
