"""Files judged by their content, frame times from the stream."""

from pathlib import Path

import pytest

from aretane.vision import NotPlayable, examine
from aretane.vision.apart import Examination, Stopped, examine_apart
from tests.videos import make_video

PLAYS = {"vp9", "h264"}


@pytest.mark.parametrize(
    ("name", "codec", "found"),
    [("a.webm", "libvpx-vp9", ("webm", "vp9")), ("a.mp4", "libx264", ("mp4", "h264"))],
)
def test_uneven_frame_times_come_from_the_stream(
    tmp_path: Path, name: str, codec: str, found: tuple[str, str]
) -> None:
    times = make_video(tmp_path / name, codec)
    misnamed = (tmp_path / name).rename(tmp_path / "holiday.txt")
    facts = examine(misnamed, PLAYS)
    assert (facts.container, facts.codec, facts.width, facts.height) == (*found, 320, 180)
    assert facts.frames.tolist() == [10 * time for time in times]
    assert facts.seconds == pytest.approx(times[-1] / 1000, abs=0.05)


def broken(folder: Path, kind: str) -> Path:
    """A file with one thing wrong."""
    path = folder / ("a.mp4" if kind in ("cut mp4", "text", "old codec") else "a.webm")
    if kind == "empty":
        path.touch()
    elif kind == "text":
        path.write_text("Ekholm v Brandvold, notes\n" * 40)
    elif kind == "nonsense":
        path.write_bytes(b"\x1aE\xdf\xa3" + bytes(range(256)) * 20)
    else:
        make_video(
            path, "mpeg4" if kind == "old codec" else "libx264" if kind == "cut mp4" else "libvpx-vp9"
        )
        if kind.startswith("cut"):
            whole = path.read_bytes()
            path.write_bytes(whole[: len(whole) // 2])
    return path


@pytest.mark.parametrize(
    ("kind", "words"),
    [
        ("empty", "empty"),
        ("text", "not a video"),
        ("nonsense", "damaged or cut off"),
        ("cut webm", "cut off"),
        ("cut mp4", "cut off"),
        ("old codec", "browsers do not play MPEG4"),
        ("webm", "this browser does not play VP9"),
    ],
)
def test_what_cannot_be_added_says_why_and_what_to_do(tmp_path: Path, kind: str, words: str) -> None:
    path = broken(tmp_path, kind)
    with pytest.raises(NotPlayable, match=words):
        examine(path, {"h264"} if kind == "webm" else PLAYS)


def test_another_process_examines_and_can_be_stopped(tmp_path: Path) -> None:
    times = make_video(tmp_path / "a.webm")
    at = Examination()
    found = examine_apart(tmp_path / "a.webm", PLAYS, at, tmp_path / "frames")
    assert found.facts["codec"] == "vp9"
    assert len(found.frames) == 4 * len(times)
    assert at.share > 0
    assert not (tmp_path / "frames").exists()
    at.stop.set()
    with pytest.raises(Stopped):
        examine_apart(tmp_path / "a.webm", PLAYS, at, tmp_path / "frames")
    (tmp_path / "none.webm").touch()
    with pytest.raises(NotPlayable, match="empty"):
        examine_apart(tmp_path / "none.webm", PLAYS, Examination(), tmp_path / "frames")
