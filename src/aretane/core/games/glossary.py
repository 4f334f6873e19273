"""Words that switch with the discipline: what pool players and snooker players call the same thing.

Everything the program says is written once, in plain canonical words; `say` puts them into the words of a
dialect. Terms follow common practice of the trade; there is no single published list. "Pot" is understood
by both and stays. The front end uses the same table, written out by `./aretane types`.
"""

import re
from collections.abc import Iterable
from functools import lru_cache
from typing import NamedTuple, get_args

from . import game
from .discipline import Dialect


class Term(NamedTuple):
    """A canonical phrase in small letters, and what each dialect says for it."""

    canonical: str
    pool: str
    snooker: str


def _plural(canonical: str, pool: str, snooker: str) -> tuple[Term, Term]:
    return Term(canonical, pool, snooker), Term(f"{canonical}s", f"{pool}s", f"{snooker}s")


def _same(canonical: str, snooker: str) -> Term:
    return Term(canonical, canonical, snooker)


GLOSSARY: tuple[Term, ...] = (
    _same("cue-ball fouls", "fouls on the white"),
    _same("cue-ball", "white-ball"),
    *_plural("cue ball", "cue ball", "white"),
    *_plural("rail", "rail", "cushion"),
    *_plural("rack", "rack", "frame"),
    _same("racked", "set up"),
    *_plural("visit", "inning", "visit"),
    Term("a visit", "an inning", "a visit"),
    *_plural("run", "run", "break"),
    *_plural("run-out", "run-out", "clearance"),
    _same("run out", "clear the table"),
    *_plural("break-out", "break-out", "split"),
    # The opening shot is a break in pool and a break-off in snooker, where a break is a run.
    _same("for a break", "for the break-off"),
    _same("opening break", "break-off"),
    _same("dry break", "break-off"),
    _same("illegal break", "foul break-off"),
    _same("can break", "can break off"),
    _same("to break", "to break off"),
    _same("broken again", "broken off again"),
    _same("break", "break-off"),
    _same("breaks", "breaks off"),
    _same("break ball", "break ball"),
    _same("scratch", "in-off"),
    _same("a scratch", "an in-off"),
    *_plural("bank", "bank", "double"),
    *_plural("kick", "kick", "escape"),
    _same("a kick", "an escape"),
    *_plural("combination", "combination", "plant"),
    *_plural("carom", "carom", "cannon"),
    *_plural("hook", "hook", "snooker"),
    _same("draw", "screw"),
    _same("follow", "top"),
    _same("speed", "pace"),
    Term("bridge or rest", "mechanical bridge", "rest"),
    *_plural("shooter", "shooter", "striker"),
    _same("shoots", "plays"),
    _same("race to", "first to"),
    _same("race", "match"),
    _same("money ball", "black"),
    _same("head string", "baulk line"),
    *_plural("side pocket", "side pocket", "middle pocket"),
    _same("head left corner", "baulk left corner"),
    _same("head right corner", "baulk right corner"),
    _same("foot left corner", "top left corner"),
    _same("foot right corner", "top right corner"),
)


def dialect_of(discipline: str, choice: str) -> Dialect:
    """The words for a discipline, as the member chose: "game" follows it, else the dialect named."""
    if choice == "game":
        return game(discipline).dialect
    return "snooker" if choice == "snooker" else "pool"


@lru_cache(maxsize=2)
def table(dialect: Dialect) -> dict[str, str]:
    """Canonical phrase to word, for those that differ or that shield a shorter one, longest first."""
    found = {term.canonical: getattr(term, dialect) for term in GLOSSARY}
    return dict(sorted(found.items(), key=lambda one: -len(one[0])))


@lru_cache(maxsize=64)
def _pattern(dialect: Dialect, names: tuple[str, ...]) -> re.Pattern[str]:
    kept = "|".join(re.escape(name) for name in sorted(names, key=len, reverse=True))
    words = "|".join(f"[{key[0]}{key[0].upper()}]{re.escape(key[1:])}" for key in table(dialect))
    return re.compile((f"({kept})|" if kept else "()") + rf"(?<!\w)({words})(?![\w-])")


def say(text: str, dialect: Dialect, names: tuple[str, ...] = ()) -> str:
    """The text in a dialect's words. `names` of people and recordings are left as they are."""

    def word(found: re.Match[str]) -> str:
        if found[1]:
            return found[1]
        said = table(dialect)[found[2][0].lower() + found[2][1:]]
        return said[0].upper() + said[1:] if found[2][0].isupper() else said

    return _pattern(dialect, names).sub(word, text)


def touched(names: Iterable[str]) -> list[str]:
    """Names that some dialect would change, and that `say` must therefore be given."""
    return sorted({n for n in names if any(say(n, d) != n for d in get_args(Dialect))})
