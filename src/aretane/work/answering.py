"""What a worker process does, and where the workers are: a pool on this machine, or a Dask cluster."""

import os
from collections.abc import Sequence
from concurrent.futures import Executor, ProcessPoolExecutor
from importlib import import_module
from multiprocessing import get_context

from aretane.core.choice.decision import ChoiceQuestion, Decision, decision
from aretane.core.log.shot import Plan
from aretane.core.runout.appraise import Appraisal, appraise
from aretane.core.runout.chart import Kept
from aretane.core.runout.games import Question
from aretane.work import aside

from . import kept_windows

WORKERS = 2
MAPS = 300
"""Maps that a worker keeps: those of the balls left serve the next shot again."""

Work = tuple[Question, Plan] | ChoiceQuestion
"""What a shot was worth to the run, or what could have been played instead."""
Found = Appraisal | Decision

_maps = Kept(MAPS)


def answer(piece: Sequence[Work]) -> list[Found]:
    """One piece of work, its shots one after the other."""
    return [
        decision(work, threads=1, kept=_maps)
        if isinstance(work, ChoiceQuestion)
        else appraise(*work, threads=1, kept=_maps)
        for work in piece
    ]


def ready(parent: int) -> None:
    """What a worker process of the server `parent` does first."""
    aside.ready(parent, None)
    kept_windows.load()


def executor(cluster: str | None) -> Executor:
    """Where pieces are worked out: the scheduler at the address `cluster`, else processes of our own.

    Raises OSError where no scheduler answers, ImportError without the package.
    """
    if cluster is not None:
        shared: Executor = import_module("distributed").Client(cluster, timeout="10s").get_executor()
        return shared
    return ProcessPoolExecutor(
        WORKERS, mp_context=get_context("spawn"), initializer=ready, initargs=(os.getpid(),)
    )
