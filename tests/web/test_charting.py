"""Work for whoever looks at a position: what takes long is given up for something newer."""

import time
from threading import Event

from aretane.core.motion import Physics
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.web.charting import Charting
from tests.core.runout.layouts import TABLE, scattered


def asked(seed: int) -> Question:
    return Question(TABLE, "nine-ball", scattered(seed, 1)[0], "", PRESETS["strong"], Physics())


def test_long_work_is_given_up_for_a_newer_question() -> None:
    board, started, stopped = Charting(), Event(), Event()

    def slow() -> None:
        started.set()
        try:
            for _ in range(6000):
                board.step()
                time.sleep(0.01)
        except Exception:
            stopped.set()
            raise

    board.ask(asked(1), None, first={"slow": slow})
    assert started.wait(30)
    newer = board.ask(asked(2), None, first={"quick": lambda: 1})
    assert stopped.wait(30)
    for _ in range(600):
        board.ask(asked(2), None)
        if newer.fine is not None:
            break
        time.sleep(0.05)
    assert newer.more["quick"] == 1 and newer.fine is not None and not newer.trouble


def test_work_nobody_waits_for_is_given_up() -> None:
    board, stopped = Charting(), Event()

    def slow() -> None:
        try:
            for _ in range(6000):
                board.step()
                time.sleep(0.01)
        except Exception:
            stopped.set()
            raise

    board.ask(asked(3), None, first={"slow": slow})
    assert stopped.wait(30)
