"""What shots were worth: worked out in the background, told as the rack's story
and as the ledger of choices."""

from . import ledger, story
from .analyst import Analyst

BLUEPRINTS = (story.blueprint, ledger.blueprint)

__all__ = ["BLUEPRINTS", "Analyst"]
