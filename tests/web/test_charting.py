"""Work for whoever looks at a position: what takes long is given up for something newer."""

import time
from threading import Event

from aretane.core.motion import Physics
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.work.charting import Charting
from tests.core.runout.layouts import TABLE, scattered


class Slow:
    """Work of a minute that asks between its parts whether to go on."""

    def __init__(self, board: Charting):
        self.board, self.started, self.stopped = board, Event(), Event()

    def __call__(self) -> None:
        self.started.set()
        try:
            for _ in range(6000):
                self.board.step()
                time.sleep(0.01)
        except Exception:
            self.stopped.set()
            raise


def asked(seed: int) -> Question:
    return Question(TABLE, "nine-ball", scattered(seed, 1)[0], "", PRESETS["strong"], Physics())


def test_long_work_is_given_up_for_a_newer_question() -> None:
    board = Charting()
    slow = Slow(board)
    board.ask(asked(1), None, first={"slow": slow})
    assert slow.started.wait(30)
    newer = board.ask(asked(2), None, first={"quick": lambda: 1})
    assert slow.stopped.wait(30)
    for _ in range(600):
        board.ask(asked(2), None)
        if newer.fine is not None:
            break
        time.sleep(0.05)
    assert newer.more["quick"] == 1 and newer.fine is not None and not newer.trouble


def test_work_nobody_waits_for_is_given_up() -> None:
    board = Charting()
    slow = Slow(board)
    board.ask(asked(3), None, first={"slow": slow})
    assert slow.stopped.wait(30)
