"""Habits put into invented players: how often they are found, how often one is found in a player without,
and whether their stated size and worth are what was put in."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass

import numpy as np
from tests.core.statistics.planted import Columns, joined, missing, off, oftener, shots

from aretane.core.statistics.habit_columns import CODES
from aretane.core.statistics.habit_search import GROUPS, Habit, habits

from .rows import Row, at_most, seed

PLAYERS, CLEAN, CLUB = 30, 200, 7
SHOTS = 400


@dataclass(frozen=True)
class Planted:
    """A habit as it is put in: how, its three sizes, and whether its worth follows from its size."""

    put: Callable[[float], Callable[[Columns, np.random.Generator], None]]
    sizes: tuple[float, float, float]
    worth: bool = False


def pots(code: str) -> Planted:
    return Planted(lambda by: missing(GROUPS[code], by), (0.1, 0.2, 0.35), True)


def taken_on(by: float) -> Callable[[Columns, np.random.Generator], None]:
    """A habit of taking on too much in so many more of the choices, at 0.06 each."""

    def plant(own: Columns, rng: np.random.Generator) -> None:
        wrong = rng.random(len(own["match"])) < by
        own["fault"] = np.where(wrong, float(CODES["fault"].index("took-on")), own["fault"])
        own["cost"] = np.where(wrong, rng.gamma(4.0, 0.015, len(wrong)), own["cost"])

    return plant


HABITS = {
    "short": Planted(lambda by: off("along", -by), (0.02, 0.04, 0.06)),
    "right": Planted(lambda by: off("across", -by), (0.01, 0.02, 0.03)),
    "thin-cuts": pots("thin-cuts"),
    "long-pots": pots("long-pots"),
    "with-draw": pots("with-draw"),
    "left-cuts": Planted(
        lambda by: missing(lambda own: own["left_cut"] == 1.0, by), (0.1, 0.2, 0.35), True
    ),
    "late": pots("late"),
    "pressure": pots("pressure"),
    "slow-hill": Planted(lambda by: off("waited", by, GROUPS["pressure"]), (5.0, 15.0, 30.0)),
    "fouls": Planted(lambda by: oftener("foul", by), (0.03, 0.08, 0.15)),
    "took-on": Planted(taken_on, (0.03, 0.06, 0.12)),
    "first-chances": Planted(lambda by: oftener("visit_won", -by), (0.1, 0.2, 0.32)),
}
"""What is put in, small, middling and large."""
SWING = 0.3
"""How much oftener the invented players win a rack after a shot that went well."""


def measure_planted() -> Iterator[Row]:
    """The rows of planted habits."""
    first = seed(260_000)
    club = joined([shots(first + 90_000 + k, SHOTS) for k in range(CLUB)])
    found, told, worths, n = {}, 0, 0, 0
    for number, (code, one) in enumerate(HABITS.items()):
        for size, by in enumerate(one.sizes):
            seen = []
            for player in range(PLAYERS):
                own = shots(first + 1000 * number + 100 * size + player, SHOTS, one.put(by))
                habit = next((h for h in habits(own, club) if h.code == code), None)
                seen.append(habit is not None)
                if habit is not None and size == 2 and one.worth and habit.worth is not None:
                    n += 1
                    told += habit.low <= by <= habit.high
                    worths += _inside(habit, by * SWING * habit.n / len(np.unique(own["rack_id"])))
            found[code, size] = float(np.mean(seen))
    sizes = [float(np.mean([share for (_, at), share in found.items() if at == size])) for size in range(3)]
    each = ", ".join(f"{code} {found[code, 2]:.0%}" for code in HABITS)
    how = (
        f"{len(HABITS)} kinds, {PLAYERS} players each, {SHOTS} shots in 20 matches; small {sizes[0]:.0%}, "
        f"middling {sizes[1]:.0%}; large ones: {each}."
    )
    yield Row(
        "planted habits, large: found", round(sizes[2], 3), "", 0.9, "higher", PLAYERS * len(HABITS), how
    )
    clean = [bool(habits(shots(first + 50_000 + k, SHOTS), club)) for k in range(CLEAN)]
    yield at_most(
        "a habit found in a player without", round(float(np.mean(clean)), 3), "", 0.05, CLEAN,
        f"{CLEAN} players of {SHOTS} shots beside a club of {CLUB} without habits.",
    )  # fmt: skip
    how = f"Large habits of potting that were found, {n}; the size put in lies inside {told / n:.0%}."
    yield Row(
        "a habit's worth inside its interval, 85 to 95 %", round(worths / n, 3), "", 0.85, "higher", n, how
    )


def _inside(habit: Habit, truth: float) -> bool:
    return habit.worth is not None and habit.worth.low <= truth <= habit.worth.high
