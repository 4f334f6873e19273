"""What a worker process does, and where the workers are: a pool on this machine, or a Dask cluster."""

from collections.abc import Sequence
from concurrent.futures import Executor, ProcessPoolExecutor
from importlib import import_module
from multiprocessing import get_context

from aretane.core.runout.appraise import Appraisal, appraise
from aretane.core.runout.games import Question
from aretane.core.runout.maps import Kept
from aretane.core.shot import Plan
from aretane.store.instance import die_with_parent

from .. import kept_windows

WORKERS = 2
MAPS = 300
"""Maps that a worker keeps: those of the balls left serve the next shot again."""

Piece = Sequence[tuple[Question, Plan]]

_maps = Kept(MAPS)


def answer(piece: Piece) -> list[Appraisal]:
    """The shots of one visit, worked out one after the other."""
    return [appraise(question, plan, threads=1, kept=_maps) for question, plan in piece]


def ready() -> None:
    """What a worker process does first."""
    die_with_parent()
    kept_windows.load()


def executor(cluster: str | None) -> Executor:
    """Where pieces are worked out: the scheduler at the address `cluster`, else processes of our own.

    Raises OSError where no scheduler answers, ImportError without the package.
    """
    if cluster is not None:
        shared: Executor = import_module("distributed").Client(cluster, timeout="10s").get_executor()
        return shared
    return ProcessPoolExecutor(WORKERS, mp_context=get_context("spawn"), initializer=ready)
