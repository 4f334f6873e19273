"""Straight lines: aim, what a pocket accepts, where a cue ball was meant to go and where it came."""
