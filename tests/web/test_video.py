"""A recording's video over HTTP: sent in pieces, refused with reasons, served, moved with its marks."""

import base64
import time
from pathlib import Path
from typing import Any

import pymysql
import pytest
from flask.testing import FlaskClient

from aretane.settings import Settings
from aretane.store.database import Address
from aretane.web import create_app
from aretane.work import checking
from tests.clients import client_of
from tests.videos import make_video

TUS = {"Tus-Resumable": "1.0.0"}
PLAYS = "vp9,h264"


def told(recording: int, name: str = "rack 1.webm", plays: str = PLAYS) -> str:
    """An Upload-Metadata header."""
    pairs = {"filename": name, "recording": str(recording), "plays": plays}
    return ",".join(f"{key} {base64.b64encode(value.encode()).decode()}" for key, value in pairs.items())


def announce(client: FlaskClient, recording: int, size: int, **more: str) -> Any:
    headers = TUS | {"Upload-Length": str(size), "Upload-Metadata": told(recording, **more)}
    return client.post("/api/uploads", headers=headers)


def send(client: FlaskClient, place: str, at: int, data: bytes) -> Any:
    headers = TUS | {"Upload-Offset": str(at), "Content-Type": "application/offset+octet-stream"}
    return client.patch(place, headers=headers, data=data)


def settled(client: FlaskClient, recording: int) -> dict[str, Any]:
    """The recording's video once nothing is being examined."""
    deadline = time.monotonic() + 20
    while time.monotonic() < deadline:
        seen: dict[str, Any] = client.get(f"/api/recordings/{recording}/video").get_json()
        if all(one["state"] != "checking" for one in seen["intakes"]):
            return seen
        time.sleep(0.02)
    raise AssertionError("the examination does not end")


def upload(client: FlaskClient, recording: int, path: Path) -> dict[str, Any]:
    """Send a file in one piece; what became of it."""
    data = path.read_bytes()
    place = announce(client, recording, len(data), name=path.name).headers["Location"]
    assert send(client, place, 0, data).status_code == 204
    return settled(client, recording)


@pytest.fixture
def film(tmp_path: Path) -> Path:
    path = tmp_path / "rack 1.webm"
    make_video(path)
    return path


def kept(settings: Settings) -> list[str]:
    """Names of the files in the folder of uploads."""
    return sorted(path.name for path in settings.videos_kept.iterdir())


def test_a_broken_upload_goes_on_where_it_stopped(
    client: FlaskClient, recording: int, film: Path, settings: Settings
) -> None:
    data = film.read_bytes()
    place = announce(client, recording, len(data)).headers["Location"]
    first = send(client, place, 0, data[:1000])
    assert (first.status_code, first.headers["Upload-Offset"]) == (204, "1000")
    assert "there, not at 0" in send(client, place, 0, data).get_json()["message"]
    waiting = client.get(f"/api/recordings/{recording}/video").get_json()["intakes"][0]
    assert (waiting["state"], waiting["arrived"]) == ("receiving", 1000)
    asked = client.head(place, headers=TUS)
    assert asked.headers["Upload-Offset"] == "1000"
    assert send(client, place, 1000, data[1000:]).status_code == 204
    seen = settled(client, recording)
    assert seen["intakes"] == []
    part = seen["parts"][0]
    assert (part["name"], part["codec"], part["starts_at_s"]) == ("rack 1.webm", "VP9", 0)
    assert len(kept(settings)) == 1


def test_a_server_that_stopped_while_examining_begins_again(
    client: FlaskClient, recording: int, film: Path, settings: Settings, database: Address,
    monkeypatch: pytest.MonkeyPatch,
) -> None:  # fmt: skip
    monkeypatch.setattr("aretane.work.runner.Runner.wake", lambda *_: None)
    data = film.read_bytes()
    place = announce(client, recording, len(data)).headers["Location"]
    send(client, place, 0, data)
    monkeypatch.undo()
    again = client_of(create_app(settings, database))
    assert len(settled(again, recording)["parts"]) == 1


@pytest.mark.parametrize("name", ["notes.mp4", "cut.webm", "hevc.webm"])
def test_what_is_no_video_leaves_no_trace(
    client: FlaskClient, recording: int, film: Path, settings: Settings, name: str
) -> None:
    before = client.get(f"/api/recordings/{recording}/file").data
    data = b"Ekholm v Brandvold\n" * 50 if name == "notes.mp4" else film.read_bytes()
    data = data[: len(data) // 2] if name == "cut.webm" else data
    plays = "h264" if name == "hevc.webm" else PLAYS
    place = announce(client, recording, len(data), name=name, plays=plays).headers["Location"]
    answer = send(client, place, 0, data)
    if name == "notes.mp4":
        assert answer.status_code == 422
        assert "notes.mp4 is not a video" in answer.get_json()["message"]
        assert client.get(f"/api/recordings/{recording}/video").get_json()["intakes"] == []
    else:
        refused = settled(client, recording)["intakes"][0]
        assert refused["state"] == "refused"
        assert "cut off" in refused["words"] or "this browser does not play VP9" in refused["words"]
        assert client.delete(f"/api/video-intakes/{refused['id']}").status_code == 204
    assert kept(settings) == []
    assert client.get(f"/api/recordings/{recording}/file").data == before


def test_bad_announcements_and_pieces_are_named(
    client: FlaskClient, recording: int, settings: Settings
) -> None:
    assert "is empty" in announce(client, recording, 0).get_json()["message"]
    assert "larger than 20 GB" in announce(client, recording, 30 * 1024**3).get_json()["message"]
    assert announce(client, 9999, 100).status_code == 404
    assert "not 'mp5'" in announce(client, recording, 100, plays="mp5").get_json()["message"]
    assert client.post("/api/uploads", headers={"Upload-Length": "5"}).status_code == 412
    place = announce(client, recording, 100).headers["Location"]
    assert send(client, place, 0, b"x" * 101).status_code == 413
    assert client.patch(place, headers=TUS, data=b"x").status_code == 415
    assert client.delete(place, headers=TUS).status_code == 204
    lost = announce(client, recording, 100).headers["Location"]
    for path in settings.videos_kept.iterdir():
        path.unlink()
    assert "is gone" in send(client, lost, 0, b"x").get_json()["message"]
    assert client.head(place, headers=TUS).status_code == 404
    assert client.options("/api/uploads").headers["Tus-Extension"] == "creation,termination"


def test_ranges_are_served_in_short_pieces(
    client: FlaskClient, recording: int, film: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("aretane.web.video.serving.PIECE", 1000)
    part = upload(client, recording, film)["parts"][0]
    place, data = f"/api/videos/{part['id']}/file", film.read_bytes()
    whole = client.get(place)
    assert (whole.status_code, whole.data) == (200, data)
    some = client.get(place, headers={"Range": "bytes=10-"})
    assert (some.status_code, some.data) == (206, data[10:1010])
    assert some.headers["Content-Range"] == f"bytes 10-1009/{len(data)}"
    assert client.get(place, headers={"Range": "bytes=-5"}).data == data[-5:]
    assert client.get(place, headers={"Range": f"bytes={len(data)}-"}).status_code == 416
    frames = client.get(f"/api/videos/{part['id']}/frames").data
    assert len(frames) == 60 * 4


def test_marks_go_with_a_part_that_is_moved(
    client: FlaskClient, recording: int, desk: dict[str, Any], film: Path
) -> None:
    upload(client, recording, film)
    second = upload(client, recording, film)["parts"][1]
    length = second["seconds"]
    assert second["starts_at_s"] == pytest.approx(length)
    shot = desk["rack"]["shots"][0]
    marked = shot["shot"] | {"time_s": length + 0.5, "end_s": length + 1}
    body = {"shots": [{"id": shot["id"], "version": shot["version"], "shot": marked}]}
    assert client.post(f"/api/racks/{desk['rack']['id']}/changes", json=body).status_code == 200
    assert client.put(f"/api/videos/{second['id']}", json={"starts_at_s": 1.0}).status_code == 409
    assert client.put(f"/api/videos/{second['id']}", json={"starts_at_s": 60}).status_code == 204
    rack = client.get(f"/api/recordings/{recording}/racks/1").get_json()["rack"]["shots"][0]
    assert (rack["shot"]["time_s"], rack["shot"]["end_s"]) == (pytest.approx(60.5), pytest.approx(61.0))
    assert rack["review"]["took_s"] == pytest.approx(0.5)
    assert client.delete(f"/api/videos/{second['id']}").status_code == 204
    assert client.get(f"/api/videos/{second['id']}/file").status_code == 404
    assert client.post(f"/api/videos/{second['id']}/restore").status_code == 204
    assert len(client.get(f"/api/recordings/{recording}/video").get_json()["parts"]) == 2


def test_a_folder_is_used_only_where_the_operator_allows_it(
    client: FlaskClient, recording: int, film: Path, settings: Settings, database: Address, tmp_path: Path
) -> None:
    body = {"file": film.name, "plays": ["vp9"]}
    place = f"/api/recordings/{recording}/video"
    assert "ARETANE_VIDEO_FOLDER" in client.post(place, json=body).get_json()["message"]
    folder = tmp_path / "shelf"
    (folder / "night 7").mkdir(parents=True)
    inside = film.rename(folder / "night 7" / "rack 1.webm")
    (folder / "notes.mp4").write_text("no video" * 20)
    (tmp_path / "secret.webm").write_bytes(inside.read_bytes())
    (folder / "link.webm").symlink_to(tmp_path / "secret.webm")
    allowed = Settings(
        settings.data_dir, None, "127.0.0.1", 8640, 4, 16 * 1024 * 1024, video_folder=folder.resolve()
    )
    client = client_of(create_app(allowed, database))
    listed = client.get("/api/video-folder").get_json()["files"]
    assert [one["file"] for one in listed] == ["night 7/rack 1.webm"]
    for outside in ("../secret.webm", "link.webm", "/etc/passwd", "night 7", "a\0b"):
        answer = client.post(place, json=body | {"file": outside})
        assert (answer.status_code, "there is no file" in answer.get_json()["message"]) == (409, True)
    assert client.post(place, json=body | {"file": "night 7/rack 1.webm"}).status_code == 202
    part = settled(client, recording)["parts"][0]
    assert client.get(f"/api/videos/{part['id']}/file").data == inside.read_bytes()
    inside.unlink()
    assert client.get(place).get_json()["parts"][0]["missing"]
    assert "is not where it was" in client.get(f"/api/videos/{part['id']}/file").get_json()["message"]


def test_pieces_may_be_larger_than_other_requests(
    recording: int, film: Path, settings: Settings, database: Address
) -> None:
    small = Settings(settings.data_dir, None, "127.0.0.1", 8640, 4, 1000)
    client = client_of(create_app(small, database))
    assert film.stat().st_size > 1000
    assert len(upload(client, recording, film)["parts"]) == 1


def test_an_outage_while_a_video_is_examined_deletes_nothing(
    client: FlaskClient, recording: int, film: Path, settings: Settings, monkeypatch: pytest.MonkeyPatch
) -> None:
    away = True

    def take_in(*given: Any) -> None:
        if away:
            raise pymysql.err.OperationalError(2013, "Lost connection")
        real(*given)

    real = checking._take_in
    monkeypatch.setattr(checking, "_take_in", take_in)
    data = film.read_bytes()
    place = announce(client, recording, len(data)).headers["Location"]
    send(client, place, 0, data)
    deadline = time.monotonic() + 20
    while client.application.extensions["checking"]._under_way and time.monotonic() < deadline:
        time.sleep(0.05)
    assert len(kept(settings)) == 1
    away = False
    assert len(settled(client, recording)["parts"]) == 1
