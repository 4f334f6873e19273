"""Compile ball motion ahead of its first use."""

import sys
import time

from aretane.core.warm import steps


def run() -> None:
    """Compile each part and say so; what is compiled already takes no time."""
    parts = list(steps())
    for number, (words, step) in enumerate(parts, start=1):
        print(f"  compiling {number} of {len(parts)}: {words}", end="", file=sys.stderr, flush=True)
        began = time.monotonic()
        step()
        print(f" ({time.monotonic() - began:.0f} s)", file=sys.stderr, flush=True)
