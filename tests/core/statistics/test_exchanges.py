"""Exchanges of safeties as chains, by hand."""

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.skill import PRESETS
from aretane.core.statistics.exchanges import Exchange, exchanges

from ..rules.log import HOME, Log

TABLE = table_for("pool-9")


def chains(log: Log, won: str | None = None) -> list[Exchange]:
    return exchanges(TABLE, log.rules, log.steps, lambda _: PRESETS["strong"], Physics(), won)


def test_a_chain_ends_with_the_pot_that_goes_on() -> None:
    log = Log("nine-ball", balls=("6", "7", "8", "9"))
    log.play("ann", "6")
    log.play("ann", choice="safety", ball="7")
    log.play("bea", choice="safety", ball="7")
    log.play("ann", foul="no-contact")
    log.play("bea", "7")
    log.play("bea", "8")
    log.play("bea", choice="safety", ball="9")
    first, second = chains(log, "bea")
    assert (first.began, first.first, first.last, first.shots, first.fouls) == ("ann", 1, 3, (1, 2), (3,))
    assert (second.began, second.shots, second.won) == ("bea", (6,), "bea")


def test_without_a_safety_there_is_no_exchange() -> None:
    log = Log("nine-ball", balls=("8", "9"))
    log.play("ann", "8")
    log.play("ann")
    assert chains(log) == []


def test_a_hook_counts_only_when_no_ball_on_can_be_hit_straight() -> None:
    log = Log("nine-ball", balls=("7", "8", "9"))
    log.start = Layout.of({"cue": HOME, "8": Point(0.8, 0.9), "7": Point(1.7, 0.9), "9": Point(2.3, 0.3)})
    log.play("ann", choice="safety", ball="7")
    log.play("bea")
    assert chains(log)[0].hooks == (0,)
    log.start = log.start.changed({"8": Point(0.8, 0.3)})
    log.shots.clear()
    log.play("ann", choice="safety", ball="7")
    log.play("bea")
    assert chains(log)[0].hooks == ()


def test_the_first_open_shot_after_it_is_told_with_whose_it_was() -> None:
    log = Log("nine-ball", balls=("9",))
    log.start = Layout.of({"cue": Point(0.6, 0.4), "9": Point(0.1, 0.1)})
    log.play("ann", choice="safety", ball="9")
    log.play("bea", "9")
    chain = chains(log, "bea")[0]
    assert (chain.first_open, chain.at) == ("bea", 1)
