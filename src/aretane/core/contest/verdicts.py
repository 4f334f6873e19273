"""Verdicts of a strike."""

WON, LOST, AGAIN, OVER, FOUL, LEVEL = range(6)
"""The rack is won or lost by it, the player plays on, the other plays, the other plays after a foul (in
pool with the cue ball in hand), the frame is level and even."""
