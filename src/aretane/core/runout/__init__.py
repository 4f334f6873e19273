"""The chance to finish from every place of the cue ball."""

from .maps import ChanceMap, Maker, Outlook, PlannedShot, State, Way
from .rotation import rotation_run
from .run import Run, state

__all__ = ["ChanceMap", "Maker", "Outlook", "PlannedShot", "Run", "State", "Way", "rotation_run", "state"]
