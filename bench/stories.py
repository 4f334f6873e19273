"""Every match of the demo worked out in the background: how long a rack takes, and whether the parts of a
shot's worth add up."""

import tempfile
import time
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from .hand import ask, demo
from .rows import Row, at_most

PATIENCE = 3600.0
SHOTS = 9
"""Shots of a rack that is timed."""
RACKS = 15
"""Racks of the match that is worked out unattended."""

Json = dict[str, Any]


def told(url: str, path: str, body: Json | None = None) -> Any:
    return ask(f"{url}/api{path}", body)[0]


def worked_out(url: str, recording: int, racks: list[int] | None = None) -> float:
    """Seconds until nothing of the recording, or of some racks, is waited for."""
    began = time.perf_counter()
    told(url, f"/recordings/{recording}/analysis", {"racks": racks})
    while time.perf_counter() - began < PATIENCE:
        progress = told(url, f"/recordings/{recording}/analysis")["racks"]
        if all(not one["wanted"] for one in progress):
            return time.perf_counter() - began
        time.sleep(0.2)
    raise RuntimeError(f"recording {recording} was not worked out in {PATIENCE:.0f} s")


def gaps(url: str, recording: int) -> list[float]:
    """How far the parts of every valued shot are from its change in chance."""
    racks = [rack["number"] for rack in told(url, f"/recordings/{recording}")["racks"]]
    found = []
    for number in racks:
        for shot in told(url, f"/recordings/{recording}/racks/{number}/story")["shots"]:
            if shot["before"] is not None and shot["after"] is not None and shot["parts"]:
                total = sum(part["value"] for part in shot["parts"])
                found.append(abs(total - (shot["after"] - shot["before"])))
    return found


def nine_ball(url: str) -> list[Json]:
    """The nine-ball matches of the demo, each with its racks' lengths."""
    every = [told(url, f"/recordings/{one['id']}/file") | {"id": one["id"]}
             for one in told(url, "/recordings")["recordings"]]  # fmt: skip
    return [file for file in every if file["match"].get("discipline", "nine-ball") == "nine-ball"]


def imported(url: str, file: Json, racks: list[Json], title: str) -> int:
    """The racks as a match of their own. Its number."""
    body = {key: part for key, part in file.items() if key != "id"}
    long = body | {"racks": racks, "match": body["match"] | {"title": title, "race_to": 20}}
    made: int = told(url, "/match-files", long)["recording"]
    return made


def measure() -> Iterator[Row]:
    """Rows of the stories."""
    with tempfile.TemporaryDirectory() as folder, demo(Path(folder)) as (url, _):
        files = nine_ball(url)
        racks = [(file, rack) for file in files for rack in file["racks"]]
        file, nine = min(racks, key=lambda one: abs(len(one[1]["shots"]) - SHOTS))
        seconds = worked_out(url, imported(url, file, [nine], "Nine shots"))
        yield at_most(
            f"story: a nine-ball rack of {len(nine['shots'])} shots worked out", round(seconds, 1), "s", 20,
            1, "Two workers just started, nothing known before."
        )  # fmt: skip
        longest = max(files, key=lambda one: len(one["racks"]))
        match = [longest["racks"][k % len(longest["racks"])] for k in range(RACKS)]
        shots = sum(len(rack["shots"]) for rack in match)
        seconds = worked_out(url, imported(url, longest, match, "Fifteen racks"))
        yield at_most(
            f"story: a match of fifteen racks ({shots} shots) worked out unattended", round(seconds, 1),
            "s", PATIENCE, 1, "A rack that comes twice is worked out once; the limit is its patience."
        )  # fmt: skip
        off: list[float] = []
        for recording in told(url, "/recordings")["recordings"]:
            worked_out(url, recording["id"])
            off += gaps(url, recording["id"])
        yield at_most(
            "story: parts of a shot's worth against its change in chance", max(off), "", 1e-9, len(off),
            "Every valued shot of every demo match as its page is sent it; the largest gap."
        )  # fmt: skip
