"""Film a demo recording: the shots as they were played, on the clock of a camera over the table.

The camera's battery is changed between racks, so each rack is a part of its own with a gap before it.
"""

import json
import random
from bisect import bisect_left
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from aretane.core.equipment.table import Table
from aretane.core.geometry import Point
from aretane.core.vocabulary import CUE
from aretane.formats.match_file import MatchFile, core_table

from .camera import Camera, Picture, uneven_times, write_video
from .games import Watched
from .library import film_of, part_path
from .scenario import Fixture

LEAD, TAIL = 3.0, 2.5
"""s filmed before the first shot and after the last one of a rack."""
THINKING = (3.0, 6.5)
"""s between a shot and the next: shorter than in a club, so that the film stays small."""
CHANGED_AFTER = 1.2
"""s after which balls that are put back lie where the next shot finds them."""
AIMING = 1.6
"""s before the strike that the cue is seen."""
CHANGE_OF_BATTERY = 38.0
"""s that are not filmed between two parts."""
STEP = 0.01
"""m between the points that a path is drawn through."""


@dataclass(frozen=True)
class Timed:
    """A shot on the clock of its part, s: struck and still."""

    shot: Watched
    struck: float
    still: float


def film(fixture: Fixture, match: MatchFile, watched: list[Watched]) -> MatchFile:
    """Write the films of a recording; returns the match with its shots marked in them."""
    table = core_table(match.table)
    rng = random.Random(fixture.seed)
    start, parts = 0.0, []
    for number, rack in enumerate(match.racks):
        times, shots = _timed([one for one in watched if one.rack == number], rng)
        path = part_path(fixture, number)
        write_video(path, times, _pictures(Camera(table), table, times, shots))
        for shot, timed in zip(rack.shots, shots, strict=True):
            shot.time_s = round(start + timed.struck, 3)
            shot.end_s = round(start + timed.still, 3)
        parts.append({"file": path.name, "name": f"table camera {number + 1}.webm", "starts_at_s": start})
        start = round(start + times[-1] / 1000 + CHANGE_OF_BATTERY, 3)
    film_of(fixture).write_text(json.dumps(parts, indent=1) + "\n")
    return match


def _timed(watched: list[Watched], rng: random.Random) -> tuple[list[int], list[Timed]]:
    """Frame times (ms) and the shots on them; every strike and every end is a frame of the film."""
    now, wanted = LEAD, []
    for one in watched:
        still = now + one.motion.trace.duration
        wanted.append((now, still))
        now = still + rng.uniform(*THINKING)
    times = uneven_times(wanted[-1][1] + TAIL, rng.randrange(2**31))

    def frame_from(seconds: float) -> float:
        return times[bisect_left(times, round(seconds * 1000))] / 1000

    shots = []
    for one, (struck, _) in zip(watched, wanted, strict=True):
        begin = frame_from(struck)
        shots.append(Timed(one, begin, frame_from(begin + one.motion.trace.duration)))
    return times, shots


def _pictures(camera: Camera, table: Table, times: list[int], shots: list[Timed]) -> Iterator[Picture]:
    paths = [_paths(shot.shot) for shot in shots]
    kept: Picture | None = None
    seen: object = None
    for time in times:
        now = time / 1000
        index = max((k for k, shot in enumerate(shots) if shot.struck <= now), default=-1)
        coming = shots[index + 1] if index + 1 < len(shots) else None
        if index >= 0 and now < shots[index].still:
            balls, aim = _at(paths[index], now - shots[index].struck), None
        else:
            put_back = index < 0 or (coming is not None and now >= shots[index].still + CHANGED_AFTER)
            balls = _rest(shots, index, put_back)
            aims = coming is not None and put_back and now >= coming.struck - AIMING
            aim = _aim(paths[index + 1]) if aims and coming is not None else None
        state = (tuple(sorted(balls.items(), key=lambda ball: ball[0])), aim)
        if kept is None or state != seen:
            kept, seen = camera.picture(balls, aim), state
        yield kept


Path3 = tuple[list[float], list[float], list[float]]


def _paths(watched: Watched) -> dict[str, Path3 | Point]:
    """Of each ball its times, xs and ys; a place for one that does not move."""
    moved = set(watched.motion.trace.moved())
    found: dict[str, Path3 | Point] = {}
    for ball, at in watched.before.places:
        if ball not in moved:
            found[ball] = at
            continue
        points = watched.motion.trace.path(ball, STEP)
        found[ball] = ([t for t, _ in points], [p.x for _, p in points], [p.y for _, p in points])
    gone = {ball for ball, _ in watched.motion.potted} | set(watched.motion.off_table)
    for ball in gone:
        path = found[ball]
        assert not isinstance(path, Point)
        found[ball] = ([*path[0], path[0][-1] + 1e-3], [*path[1], np.nan], [*path[2], np.nan])
    return found


def _at(paths: dict[str, Path3 | Point], seconds: float) -> dict[str, Point]:
    balls = {}
    for ball, path in paths.items():
        if isinstance(path, Point):
            balls[ball] = path
        elif seconds <= path[0][-1] or not np.isnan(path[1][-1]):
            at = Point(float(np.interp(seconds, path[0], path[1])), float(np.interp(seconds, *path[::2])))
            if not np.isnan(at.x):
                balls[ball] = at
    return balls


def _rest(shots: list[Timed], index: int, put_back: bool) -> dict[str, Point]:
    """Where the balls lie between two shots."""
    if put_back:
        return dict(shots[index + 1].shot.before.places)
    return dict(shots[index].shot.motion.after.places)


def _aim(paths: dict[str, Path3 | Point]) -> float | None:
    path = paths.get(CUE)
    if path is None or isinstance(path, Point) or len(path[0]) < 2:
        return None
    return Point(path[1][1] - path[1][0], path[2][1] - path[2][0]).angle
