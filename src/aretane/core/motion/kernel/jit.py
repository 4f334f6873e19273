"""The one way the kernel is compiled: no interpreter lock, kept between runs, numpy's division."""

from collections.abc import Callable
from typing import TypeVar, cast

from numba import njit

F = TypeVar("F", bound=Callable[..., object])


def compiled(function: F) -> F:
    """Compile on first use, and keep the machine code for the next process.

    No fast maths: a result must not depend on how a loop happened to be arranged.
    """
    return cast(F, njit(cache=True, nogil=True, error_model="numpy")(function))


def inlined(function: F) -> F:
    """As `compiled`, for a part of a kernel: built into its caller, since passing arrays costs more than
    most of these functions do."""
    return cast(F, njit(cache=True, nogil=True, error_model="numpy", forceinline=True)(function))
