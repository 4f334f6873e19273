"""The one way the kernel is compiled: no interpreter lock, kept between runs, numpy's division.

Numba keeps machine code by the file it was written in and does not see that a function built into it from
another file has changed. So everything is kept in a folder named after all the kernel's sources.
"""

import hashlib
import os
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar, cast

from numba import config, njit

F = TypeVar("F", bound=Callable[..., object])

_HERE = Path(__file__).parent
_CHANCE = _HERE.parents[1] / "chance"
_RUNOUT = _HERE.parents[1] / "runout"
_SOURCES = [
    *sorted(_HERE.glob("*.py")), _CHANCE / "fast.py", _CHANCE / "windows.py", 
    _RUNOUT / "kernel.py", _RUNOUT / "stocked.py", _RUNOUT / "records.py", _RUNOUT / "glance.py",
    _RUNOUT / "frame_glance.py", _RUNOUT / "turn_glance.py", _RUNOUT / "ranking.py",
]  # fmt: skip


def _folder() -> str:
    """Where compiled code is kept: in NUMBA_CACHE_DIR, or beside this file."""
    mark = hashlib.sha256(b"".join(source.read_bytes() for source in _SOURCES)).hexdigest()[:16]
    base = Path(os.environ.get("NUMBA_CACHE_DIR") or _HERE / "__pycache__")
    return str(base / mark)


config.CACHE_DIR = _folder()  # type: ignore[attr-defined]


def _kernel(function: F, **options: Any) -> F:
    """No fast maths: a result must not depend on how a loop happened to be arranged."""
    options |= {"cache": True, "nogil": True, "error_model": "numpy"}
    return cast(F, njit(**options)(function))


def compiled(function: F) -> F:
    """Compile on first use, and keep the machine code for the next process. May make arrays."""
    return _kernel(function)


def lean(function: F) -> F:
    """As `compiled`, for a function that makes no arrays: without counting the references to those it is
    given, a shot takes a fifth to a third of the time."""
    return _kernel(function, _nrt=False)


def inlined(function: F) -> F:
    """As `lean`, for a part of a kernel: built into its caller, since passing arrays costs more than
    most of these functions do."""
    return _kernel(function, _nrt=False, forceinline=True)
