"""What could be played at a shot, and what each option is worth."""

from . import routes

BLUEPRINTS = (routes.blueprint,)
