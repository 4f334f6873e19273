"""What shots were worth: worked out in the background, told as the rack's story."""

from .analyst import Analyst
from .story import blueprint

__all__ = ["Analyst", "blueprint"]
