"""Weights of `equity`, learnt by `scripts/learn_equity.py`. Do not edit by hand.

A constant, then edge, turn, no shot, mine, theirs, strength;
of a frame lead, visit, no shot, pot, ahead, strength.
"""

SETTINGS: dict[str, str] = {
    "rotation": "nine-ball at regular, strong, advanced; round 1, 170 layouts of 3 racks, seed 570000",
    "groups": "eight-ball at regular, strong, advanced; round 1, 300 layouts of 3 racks, seed 600000",
    "frame": "snooker at regular, strong, advanced; round 1, 240 layouts of 4 racks, seed 590000",
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
        -0.6441626618581847,
        0.5024085077114292,
        -0.3031653419684139,
        -0.09156329964662706,
        -0.5563856856137892,
        1.3053858386145005,
        0.6242904235918485,
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
