"""Ball motion: `play` one strike with its path, `play_many` strikes at once.

Event-driven: between events every ball follows a closed-form path. Metres, seconds, radians.
"""

from .physics import IDEAL, Physics, physics_for
from .play import Ends, Motion, play, play_many
from .strike import MISCUE, MotionError, Strike

__all__ = [
    "IDEAL", "MISCUE", "Ends", "Motion", "MotionError", "Physics", "Strike", "physics_for", "play",
    "play_many",
]  # fmt: skip
