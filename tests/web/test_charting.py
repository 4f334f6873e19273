"""Work for whoever looks at a position: what takes long is given up for something newer."""

import time
from threading import Event

from aretane.core.motion import Physics
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.work.charting import Charting, Drawing
from tests.core.runout.layouts import TABLE, scattered


class Slow:
    """Work of a minute that asks between its parts whether to go on."""

    def __init__(self) -> None:
        self.started, self.stopped = Event(), Event()

    def __call__(self, at: Drawing) -> None:
        self.started.set()
        try:
            for _ in range(6000):
                at.step()
                time.sleep(0.01)
        except Exception:
            self.stopped.set()
            raise


def asked(seed: int) -> Question:
    return Question(TABLE, "nine-ball", scattered(seed, 1)[0], "", PRESETS["strong"], Physics())


def test_long_work_is_given_up_for_a_newer_question() -> None:
    board = Charting()
    slow = Slow()
    board.ask(asked(1), None, first={"slow": slow})
    assert slow.started.wait(30)
    newer = board.ask(asked(2), None, first={"quick": lambda _: 1})
    assert slow.stopped.wait(30)
    for _ in range(600):
        board.ask(asked(2), None)
        if newer.fine is not None:
            break
        time.sleep(0.05)
    assert newer.more["quick"] == 1 and newer.fine is not None and not newer.trouble


def test_work_nobody_waits_for_is_given_up() -> None:
    board = Charting()
    slow = Slow()
    board.ask(asked(3), None, first={"slow": slow})
    assert slow.stopped.wait(30)


def test_two_askers_are_both_worked_for_and_neither_gives_the_other_up() -> None:
    board = Charting()
    slow = Slow()
    board.ask(asked(1), None, first={"slow": slow}, asker="one")
    assert slow.started.wait(30)
    for _ in range(600):
        other = board.ask(asked(2), None, first={"quick": lambda _: 1}, asker="two")
        board.ask(asked(1), None, asker="one")
        if other.fine is not None:
            break
        time.sleep(0.05)
    assert other.more["quick"] == 1 and other.fine is not None
    assert not slow.stopped.is_set()
    assert slow.stopped.wait(30)  # once nobody waits for it


def test_a_third_asker_gets_a_turn_while_two_are_worked_for() -> None:
    board = Charting()
    slows = {"one": Slow(), "two": Slow()}
    for number, (asker, slow) in enumerate(slows.items()):
        board.ask(asked(number), None, first={"slow": slow}, asker=asker)
        assert slow.started.wait(30)
    for _ in range(600):
        for number, asker in enumerate(slows):
            board.ask(asked(number), None, asker=asker)
        third = board.ask(asked(7), None, first={"quick": lambda _: 1}, asker="three")
        if "quick" in third.more:
            break
        time.sleep(0.05)
    assert third.more["quick"] == 1
    assert not any(slow.stopped.is_set() for slow in slows.values())
