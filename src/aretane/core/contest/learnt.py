"""Weights of `equity`, learnt by `scripts/learn_equity.py`. Do not edit by hand.

A constant, then edge, turn, no shot, mine, theirs, strength;
of a frame lead, visit, no shot, pot, ahead, strength.
"""

SETTINGS: dict[str, str] = {
    "rotation": "nine-ball, starter to professional; round 1, 300 layouts of 3 racks, seed 800000",
    "groups": "eight-ball, starter to professional; round 1, 200 layouts of 3 racks, seed 830000",
    "frame": "snooker, starter to professional; round 1, 200 layouts of 3 racks, seed 830000",
}
POWERS: dict[str, float] = {"rotation": 2.0, "groups": 2.0, "frame": 1.0}
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
        0.04009701725334832,
        0.94160083839779,
        -0.001691717202479098,
        -0.2784808378939418,
        -1.0395997851719767,
        0.9670953896483703,
        -0.5880552125403056,
    ),
    "frame": (
        -0.10444861439331818,
        0.46755717971204686,
        0.18906793958903573,
        -0.15700073494100034,
        0.29379890535548936,
        0.6318339075940195,
        2.2092960437406934,
    ),
}
