"""Shots of invented players, with habits put in or none, as columns of facts."""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Columns = dict[str, Array]
MATCHES, RACKS = 20, 8
NIGHT = 10_000.0
"""s that a match lasts."""


def shots(
    seed: int, count: int = 400, plant: "Callable[[Columns, np.random.Generator], None] | None" = None
) -> Columns:
    """`count` shots in MATCHES matches of RACKS racks by a player whose chances are right but for what is
    planted: `plant` changes the columns before outcomes are drawn."""
    rng = np.random.default_rng(seed)
    n = count
    at = np.sort(rng.uniform(0.0, NIGHT, n))
    match = rng.integers(0, MATCHES, n).astype(float)
    role = rng.choice(4, n, p=(0.66, 0.04, 0.2, 0.1)).astype(float)
    attack = role <= 1
    expected = np.where(attack, rng.beta(6, 2, n), np.nan)
    first = rng.random(n) < 0.4
    own: Columns = {
        "match": match,
        "rack_id": match * RACKS + rng.integers(0, RACKS, n),
        "shot": np.arange(n, dtype=float),
        "role": role,
        "stroke": np.where(rng.random(n) < 0.12, 0.0, np.nan),
        "spin": rng.integers(0, 4, n).astype(float),
        "speed": rng.gamma(6.0, 0.35, n),
        "rails": rng.integers(0, 3, n).astype(float),
        "cut": np.abs(rng.normal(0.0, 0.6, n)),
        "left_cut": rng.integers(0, 2, n).astype(float),
        "to_ball": rng.uniform(0.2, 1.9, n),
        "to_pocket": rng.uniform(0.2, 1.6, n),
        "pocket": (rng.random(n) < 0.25).astype(float),
        "ball_on_rail": (rng.random(n) < 0.2).astype(float),
        "cue_on_rail": (rng.random(n) < 0.2).astype(float),
        "hill": rng.choice(4, n, p=(0.7, 0.1, 0.1, 0.1)).astype(float),
        "at": at,
        "waited": rng.gamma(2.0, 15.0, n) + first * rng.gamma(2.0, 40.0, n),
        "first_of_visit": first.astype(float),
        "wrong_end": np.where(rng.random(n) < 0.3, rng.integers(0, 2, n), np.nan),
        "first_chance": (rng.random(n) < 0.12).astype(float),
        "visit_won": (rng.random(n) < 0.35).astype(float),
        "foul": (rng.random(n) < 0.12).astype(float),
        "fell": rng.poisson(0.8, n).astype(float),
        "outcome": np.where(role == 2, rng.choice(5, n, p=(0.2, 0.2, 0.2, 0.3, 0.1)), np.nan),
        "along": np.where(attack, rng.normal(0.0, 0.15, n), np.nan),
        "across": np.where(attack, rng.normal(0.0, 0.08, n), np.nan),
        "chance": expected.copy(),
        "expected": expected,
    }  # fmt: skip
    # Drawn apart, so that what was drawn before stays.
    choosing = np.random.default_rng((seed, 1))
    wrong = choosing.random(n) < 0.08
    own["fault"] = np.where(wrong, choosing.integers(1, 4, n), 0).astype(float)
    own["cost"] = np.where(wrong, choosing.gamma(2.0, 0.03, n), 0.0)
    if plant is not None:
        plant(own, rng)
    own["made"] = np.where(attack, (rng.random(n) < own.pop("chance")).astype(float), np.nan)
    went = np.where(np.isfinite(own["made"]), own["made"], 1.0 - own["foul"])
    own["rack_won"] = (rng.random(n) < 0.35 + 0.3 * went).astype(float)
    return own


def missing(
    group: Callable[[Columns], NDArray[np.bool_]], by: float
) -> Callable[[Columns, np.random.Generator], None]:
    """A habit of potting less often by so much in a group."""

    def plant(own: Columns, rng: np.random.Generator) -> None:
        own["chance"] = np.clip(own["chance"] - by * group(own), 0.01, 0.99)

    return plant


def off(
    field: str,
    by: float,
    group: Callable[[Columns], NDArray[np.bool_]] = lambda own: np.ones(len(own["match"]), bool),
) -> Callable[[Columns, np.random.Generator], None]:
    """A habit of ending so far off (m), or of waiting so much longer (s), in a group."""

    def plant(own: Columns, rng: np.random.Generator) -> None:
        own[field] = own[field] + by * group(own)

    return plant


def oftener(
    field: str,
    by: float,
    group: Callable[[Columns], NDArray[np.bool_]] = lambda own: np.ones(len(own["match"]), bool),
) -> Callable[[Columns, np.random.Generator], None]:
    """A habit of something that is 1 oftener by so much in a group (below 0: more seldom)."""

    def plant(own: Columns, rng: np.random.Generator) -> None:
        now = float(np.nanmean(own[field]))
        turned = rng.random(len(own["match"])) < abs(by) / (1.0 - now if by > 0 else now)
        known = np.isfinite(own[field])
        own[field] = np.where(turned & known & group(own), float(by > 0), own[field])

    return plant


def joined(players: list[Columns]) -> Columns:
    """Several players' shots together, each player's matches and racks apart."""
    apart = {"match": MATCHES, "rack_id": MATCHES * RACKS}
    return {
        name: np.concatenate([own[name] + apart.get(name, 0) * k for k, own in enumerate(players)])
        for name in players[0]
    }
