"""The chance to finish from every place of the cue ball."""

from .chart import ChanceMap, Outlook, PlannedShot, State, Way
from .maps import Maker
from .rotation import rotation_run
from .run import Run, state

__all__ = ["ChanceMap", "Maker", "Outlook", "PlannedShot", "Run", "State", "Way", "rotation_run", "state"]
