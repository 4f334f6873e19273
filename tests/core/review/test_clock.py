"""Times from the marks, and marks that contradict each other."""

from dataclasses import replace

from aretane.core.log.shot import Rack, Shot
from aretane.core.review.clock import clock_faults, timings


def rack(*marks: tuple[float | None, float | None]) -> Rack:
    return Rack(("a", "b"), "a", tuple(Shot("a", time=time, end=end) for time, end in marks))


def test_a_shot_took_from_strike_to_still_and_waited_from_the_one_before() -> None:
    found = timings(rack((10, 14.5), (20, None), (31, 30)))
    assert [(one.took, one.waited) for one in found] == [(4.5, None), (None, 5.5), (None, 11)]


def test_nobody_knows_how_long_anyone_thought_across_a_gap() -> None:
    gapped = rack((10, 14), (20, 22))
    gapped = replace(gapped, shots=(gapped.shots[0], replace(gapped.shots[1], gap="skipped")))
    assert [timing.waited for timing in timings(gapped)] == [None, None]
    assert timings(rack((None, None), (5, 6)))[1].waited is None


def test_contradictions_name_the_shot_and_the_field() -> None:
    marks = rack((10, 14), (9, None), (12, 11), (None, 20), (30, None), (40, 60), (50, None))
    found = {(index, code) for index, _, code, _ in clock_faults(marks.shots)}
    assert found == {
        (1, "time-backwards"),
        (2, "end-before-start"),
        (3, "end-without-start"),
        (6, "starts-too-early"),
    }
