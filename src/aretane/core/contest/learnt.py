"""Weights of `equity`, learnt by `scripts/learn_equity.py`. Do not edit by hand.

A constant, then edge, turn, no shot, mine, theirs, strength;
of a frame lead, visit, no shot, pot, ahead, strength.
"""

SETTINGS: dict[str, str] = {
    "rotation": "nine-ball, starter to professional; round 1, 300 layouts of 3 racks, seed 800000",
    "groups": "eight-ball, starter to professional; 281 layouts, open tables by their first look",
    "frame": "snooker at regular, strong, advanced; round 1, 240 layouts of 4 racks, seed 590000",
}
POWERS: dict[str, float] = {"rotation": 2.0, "groups": 2.4, "frame": 1.0}
WEIGHTS: dict[str, tuple[float, ...]] = {
    "rotation": (
        -0.02211303884211049,
        0.6446143708950746,
        -0.19647152672421914,
        -0.17327346079452635,
        0.023910292847193915,
        0.023910292847204372,
        0.5953700551341466,
    ),
    "groups": (
        -0.07511834323006576,
        2.292240235388317,
        1.6345900785138454,
        -0.15227161790801202,
        -0.6274455671510079,
        0.7373092629138333,
        0.5082172788366893,
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
