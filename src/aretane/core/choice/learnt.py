"""Weights of `equity`, learnt by `scripts/learn_equity.py`. Do not edit by hand.

A constant, then edge, turn, pot, no shot, open.
"""

SETTINGS: dict[str, str] = {
    "rotation": "nine-ball at regular, strong, advanced; round 1, 240 layouts of 3 racks, seed 500000",
    "groups": "eight-ball at regular, strong, advanced; round 1, 60 layouts of 5 racks, seed 500000",
}
WEIGHTS: dict[str, tuple[float, ...]] = {
    "rotation": (
        -0.15145462708050633,
        0.7423497826171934,
        -0.9788411542705668,
        -0.02186212657833568,
        -0.03314252564110418,
        -0.24627917881071834,
    ),
    "groups": (
        -0.23623490246117107,
        0.5787981977939537,
        -0.6115068524882388,
        0.0731036980084632,
        0.4811771723163722,
        0.047510561003106355,
    ),
}
