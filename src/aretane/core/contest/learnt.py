"""Weights of `equity`, learnt by `scripts/learn_equity.py`. Do not edit by hand.

A constant, then edge, turn, no shot, mine, theirs, strength;
of a frame lead, visit, no shot, pot, ahead, strength.
"""

SETTINGS: dict[str, str] = {
    "rotation": "nine-ball at regular, strong, advanced; round 1, 170 layouts of 3 racks, seed 570000",
    "groups": "eight-ball at regular, strong, advanced; round 1, 260 layouts of 4 racks, seed 610000",
    "frame": "snooker at regular, strong, advanced; round 1, 240 layouts of 4 racks, seed 590000",
}
POWERS: dict[str, float] = {"rotation": 1.0, "groups": 1.8, "frame": 1.0}
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
        -0.10307290967659612,
        0.613552403962404,
        0.22561903867657523,
        0.008048878331978643,
        -0.3612613069949347,
        0.404997203673282,
        1.3496092501892214,
    ),
    "frame": (
        -0.14212057184888918,
        0.5654543584656901,
        0.4569731895113665,
        -0.01362619451981348,
        0.1595448497397367,
        0.8323984202917775,
        2.4836625183859,
    ),
}
