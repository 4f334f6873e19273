"""Weights of `equity`, learnt by `scripts/learn_equity.py`. Do not edit by hand.

1 rounds of 150 layouts with 4 racks each, from seed 500000; levels
regular, strong, advanced. A constant, then
race, chance, pot, no shot, open.
"""

WEIGHTS: dict[str, tuple[float, ...]] = {
    "rotation": (
        0.2727286238958471,
        0.6935318624535186,
        0.06117829828593516,
        0.009707164150619748,
        0.23363977381138235,
        -0.14598078529819897,
    ),
    "groups": (
        0.0,
        0.8,
        0.1,
        0.0,
        0.0,
        0.0,
    ),
}
