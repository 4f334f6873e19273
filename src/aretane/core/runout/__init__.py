"""The chance to finish from every place of the cue ball."""

from .rotation import BallMap, PlannedShot, best_from, rotation_maps

__all__ = ["BallMap", "PlannedShot", "best_from", "rotation_maps"]
