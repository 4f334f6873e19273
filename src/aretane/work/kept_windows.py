"""What the pockets of the common tables take, made by the set-up and kept beside the compiled kernels."""

import hashlib
from pathlib import Path

import numpy as np
from numba import config

from aretane.core.chance.windows import keep_windows, windows_of
from aretane.core.equipment.table import TABLES, Table, table_for
from aretane.core.motion import Physics

COMMON = tuple(TABLES)
"""Sizes whose windows are kept, with their own openings and a medium cloth."""


def _file(table: Table, physics: Physics) -> Path:
    """The kept file of a table: named by everything it was made from."""
    mark = hashlib.sha256(repr((table, table.jaws, physics)).encode()).hexdigest()[:16]
    return Path(config.CACHE_DIR) / f"windows-{mark}.npy"  # type: ignore[attr-defined]


def make(size: str) -> None:
    """Make and keep the windows of one size, unless they are there."""
    table, physics = table_for(size), Physics()
    path = _file(table, physics)
    if not path.is_file():
        edges = windows_of(table, physics).edges
        path.parent.mkdir(parents=True, exist_ok=True)
        np.save(path, edges)


def load() -> None:
    """Take in what was kept; what is missing or damaged is made when it is first asked for."""
    for size in COMMON:
        table, physics = table_for(size), Physics()
        try:
            keep_windows(table, physics, np.load(_file(table, physics), allow_pickle=False))
        except (OSError, ValueError):
            continue
