"""Small hand-written pieces that several tests use. Places in mm on a 9-ft table."""

import json
from typing import Any

Json = dict[str, Any]

HAND_WRITTEN: Json = {
    "format": "aretane-match",
    "version": 1,
    "match": {"title": "Tuesday on table 2", "played_on": "2026-10-06", "race_to": 3},
    "players": [
        {"id": "ana", "name": "Ana Quill", "level": "strong"},
        {"id": "bo", "name": "Bo Larch"},
    ],
    "table": {"corner_mouth_mm": 117.5, "cloth": "fast"},
    "racks": [
        {
            "breaker": "ana",
            "shots": [
                {
                    "shooter": "ana",
                    "time_s": 61,
                    "layout": {
                        "from": "empty",
                        "balls": {"cue": [635, 635], "7": [1270, 300], "8": [2000, 900], "9": [2300, 400]},
                    },
                    "plan": {
                        "ball": "7",
                        "pocket": "side-right",
                        "target": {"kind": "point", "a": [1500, 700]},
                        "next_ball": "8",
                        "next_pocket": "foot-left",
                    },
                    "result": {
                        "potted": [{"ball": "7", "pocket": "side-right"}],
                        "cue_end": [1480.5, 720],
                    },
                    "notes": "Played with a touch of draw.",
                    "tags": ["opening"],
                },
                {
                    "shooter": "ana",
                    "plan": {"ball": "8", "pocket": "foot-left", "choice": "two-way"},
                    "result": {"cue_end": [1900, 300], "moved": {"8": [2350, 1000]}},
                    "judgement": {"causes": ["hit-thick", "rushed"], "decision": "right"},
                },
                {
                    "shooter": "bo",
                    "plan": {"ball": "8", "choice": "safety", "reason": "hard-pot"},
                    "result": {"foul": "no-rail", "cue_end": [800, 600]},
                },
                {
                    "shooter": "ana",
                    "layout": {"balls": {"cue": [2000, 700]}},
                    "plan": {"ball": "8", "pocket": "foot-left"},
                    "result": {"potted": [{"ball": "8", "pocket": "foot-left"}], "cue_end": [2000, 600]},
                },
                {
                    "shooter": "ana",
                    "plan": {"ball": "9", "pocket": "foot-right"},
                    "result": {"potted": [{"ball": "9", "pocket": "foot-right"}], "cue_end": [1500, 600]},
                },
            ],
        }
    ],
}


def example() -> Json:
    """A copy to change."""
    copy: Json = json.loads(json.dumps(HAND_WRITTEN))
    return copy
