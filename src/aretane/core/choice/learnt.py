"""Weights of `equity`, learnt by `scripts/learn_equity.py`. Do not edit by hand.

A constant, then edge, turn, no shot, mine, theirs, strength; of a frame lead, visit, no shot, pot, ahead, strength.
"""

SETTINGS: dict[str, str] = {
    "rotation": "nine-ball at regular, strong, advanced; round 1, 170 layouts of 3 racks, seed 570000",
    "groups": "eight-ball at regular, strong, advanced; round 1, 140 layouts of 3 racks, seed 570000",
    "frame": "snooker at regular, strong, advanced; round 1, 120 layouts of 4 racks, seed 580000",
}
WEIGHTS: dict[str, tuple[float, ...]] = {
    "rotation": (
        -0.6328720278050466,
        1.0192729217074856,
        -1.011597677361822,
        0.03591441962444074,
        0.2927916528232266,
        0.2927916528232068,
        -0.6655190825880879,
    ),
    "groups": (
        -0.4449978586057167,
        0.5246900383251232,
        0.057959478917705795,
        0.05710654737357187,
        0.2715214584254654,
        0.16073453812107996,
        0.990497330390485,
    ),
    "frame": (
        -0.16727239774261468,
        0.5657393970202262,
        0.6684596205404472,
        -0.043580492622348345,
        -0.11827148067251851,
        1.410029285613942,
        2.164878461501125,
    ),
}
