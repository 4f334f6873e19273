"""Compile ball motion ahead of its first use."""

import sys
import time
from functools import partial

from aretane.core.contest.warm import steps
from aretane.core.vocabulary import TABLE_SIZES
from aretane.work import kept_windows


def run() -> None:
    """Compile each part and say so; what is compiled already takes no time."""
    parts = list(steps())
    parts += [
        (f"pockets, {words}", partial(kept_windows.make, size)) for size, words in TABLE_SIZES.items()
    ]
    for number, (words, step) in enumerate(parts, start=1):
        print(f"  compiling {number} of {len(parts)}: {words}", end="", file=sys.stderr, flush=True)
        began = time.monotonic()
        step()
        print(f" ({time.monotonic() - began:.0f} s)", file=sys.stderr, flush=True)
