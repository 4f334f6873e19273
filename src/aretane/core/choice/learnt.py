"""Weights of `equity`, learnt by `scripts/learn_equity.py`. Do not edit by hand.

1 rounds of 60 layouts with 6 racks each, from seed 500000; levels
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
        0.4483727597648175,
        0.622966841326586,
        0.13785742739016293,
        -0.026554192909796014,
        0.34263038774324467,
        -0.049217304205857106,
    ),
}
