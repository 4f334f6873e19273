"""Times from the marks on the recording: how long shots took, and how long players thought before them."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from ..log.shot import Rack, Shot


@dataclass(frozen=True, slots=True)
class Timing:
    """Of one shot, in s: `took` from the strike until the balls lay still, `waited` from the shot before
    lying still (else from its strike) to this strike. None where a mark is missing or out of order."""

    took: float | None
    waited: float | None


def timings(rack: Rack) -> list[Timing]:
    """One a shot. Across a gap nobody knows how long anyone thought."""
    found = []
    for index, shot in enumerate(rack.shots):
        waited = None
        if index and not rack.after_gap(index):
            before = rack.shots[index - 1]
            waited = _between(before.time if before.end is None else before.end, shot.time)
        found.append(Timing(_between(shot.time, shot.end), waited))
    return found


def _between(start: float | None, end: float | None) -> float | None:
    return end - start if start is not None and end is not None and end >= start else None


def clock_faults(shots: Sequence[Shot]) -> Iterator[tuple[int, str, str, str]]:
    """Marks that contradict each other: shot (from 0), field, code, words with the remedy."""
    for index, shot in enumerate(shots):
        if shot.end is not None and shot.time is None:
            words = "the end is marked but not the start: mark the frame in which the cue ball is struck"
            yield index, "end", "end-without-start", words
        elif shot.end is not None and shot.time is not None and shot.end < shot.time:
            words = f"the end {shot.end:g} s is before the start {shot.time:g} s: mark one of them again"
            yield index, "end", "end-before-start", words
    marked = [(index, shot) for index, shot in enumerate(shots) if shot.time is not None]
    for (before, earlier), (index, shot) in pairwise(marked):
        assert shot.time is not None and earlier.time is not None
        if shot.time < earlier.time:
            words = f"the time {shot.time:g} s is before the previous shot's {earlier.time:g} s"
            yield index, "time", "time-backwards", f"{words} (shot {before + 1}): mark one of them again"
        elif earlier.end is not None and earlier.end > shot.time >= earlier.time:
            words = f"shot {before + 1} is marked as lasting until {earlier.end:g} s"
            yield index, "time", "starts-too-early", f"{words}, after this one's start at {shot.time:g} s"
