"""The chance of a shot for a player: a fast closed form, a finer scan of aims, and the simulation."""

from .direct import Struck, pot, pots
from .finer import Chance, simulated, spread_evenly
from .made import Task, Way, made
from .search import chance_of

__all__ = [
    "Chance",
    "Struck",
    "Task",
    "Way",
    "chance_of",
    "made",
    "pot",
    "pots",
    "simulated",
    "spread_evenly",
]
