"""The log beside its video as WebVTT: out, into another copy of the log, and foreign cues."""

import json
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.formats import webvtt
from tests.examples import example
from tests.videos import make_video
from tests.web.test_video import upload


@pytest.fixture
def marked(client: FlaskClient, recording: int, tmp_path: Path) -> dict[str, Any]:
    """The hand-written match with a video of about two seconds, its first two shots marked."""
    make_video(tmp_path / "a.webm")
    part = upload(client, recording, tmp_path / "a.webm")["parts"][0]
    desk = client.get(f"/api/recordings/{recording}/racks/1").get_json()
    changes = [
        {"id": one["id"], "version": one["version"], "shot": one["shot"] | more}
        for one, more in zip(
            desk["rack"]["shots"],
            ({"time_s": 0.2, "end_s": 0.6, "notes": "Firm & full"}, {"time_s": 1.0, "end_s": None}),
            strict=False,
        )
    ]
    answer = client.post(f"/api/racks/{desk['rack']['id']}/changes", json={"shots": changes})
    assert answer.status_code == 200
    return {"part": part["id"], "recording": recording}


def shots(client: FlaskClient, recording: int, rack: int = 1) -> list[dict[str, Any]]:
    racks = client.get(f"/api/recordings/{recording}/racks/{rack}").get_json()["rack"]["shots"]
    return [one["shot"] for one in racks]


def take(client: FlaskClient, part: int, text: str, rest: str = "leave") -> dict[str, Any]:
    answer = client.post(f"/api/videos/{part}/vtt?rest={rest}", data=text, content_type="text/vtt")
    assert answer.status_code == 200, answer.get_json()
    data: dict[str, Any] = answer.get_json()
    return data


def test_chapters_name_rack_and_shots(client: FlaskClient, marked: dict[str, Any]) -> None:
    found = webvtt.read(client.get(f"/api/videos/{marked['part']}/chapters.vtt").text)
    assert found.chapters
    assert [cue.id for cue in found.cues] == ["rack 1", "rack 1 shot 1", "rack 1 shot 2"]
    assert found.cues[1].text.startswith("Shot 1: ")
    assert (found.cues[1].start, found.cues[1].end) == (0.2, 0.6)
    notes = webvtt.read(client.get(f"/api/videos/{marked['part']}/notes.vtt").text)
    assert [(cue.id, cue.text) for cue in notes.cues] == [("rack 1 shot 1", "Firm & full")]


def test_a_log_without_marks_gets_them_from_its_files(
    client: FlaskClient, marked: dict[str, Any], tmp_path: Path
) -> None:
    files = [client.get(f"/api/videos/{marked['part']}/{kind}.vtt").text for kind in ("chapters", "notes")]
    copy = client.post("/api/match-files", data=json.dumps(example()), content_type="application/json")
    other = copy.get_json()["recording"]
    part = upload(client, other, tmp_path / "a.webm")["parts"][0]["id"]
    before = shots(client, other)
    checked = client.post(
        f"/api/videos/{part}/vtt/check", data=files[0], content_type="text/vtt"
    ).get_json()
    assert (checked["marks"], checked["notes"], checked["rest"]) == (2, 0, [])
    assert shots(client, other) == before
    take(client, part, files[0])
    take(client, part, files[1])
    first = shots(client, other)[0]
    assert (first["time_s"], first["end_s"]) == (0.2, 0.6)
    assert first["notes"].endswith("Firm & full")
    assert take(client, part, files[1])["notes"] == 0


def test_foreign_cues_become_notes_or_shots_of_a_new_rack(
    client: FlaskClient, marked: dict[str, Any]
) -> None:
    text = "WEBVTT\n\n00:00.300 --> 00:00.400\nhe looks up\n\n00:00.900 --> 00:00.950\nwho is that\n\nbad\n"
    found = take(client, marked["part"], text, "rack")
    assert [fault["line"] for fault in found["faults"]] == [9]
    assert [cue["text"] for cue in found["rest"]] == ["who is that"]
    assert shots(client, marked["recording"])[0]["notes"] == "Firm & full\nhe looks up"
    count = len(client.get(f"/api/recordings/{marked['recording']}").get_json()["racks"])
    made = shots(client, marked["recording"], count)
    assert [(one["time_s"], one["end_s"], one["notes"]) for one in made] == [(0.9, 0.95, "who is that")]


def test_text_that_is_no_vtt_changes_nothing(client: FlaskClient, marked: dict[str, Any]) -> None:
    found = take(client, marked["part"], "just words", "rack")
    assert found["faults"][0]["line"] == 1
    answer = client.post(f"/api/videos/{marked['part']}/vtt", data=b"WEBVTT\n\xff", content_type="text/vtt")
    assert "not UTF-8 text (byte 7)" in answer.get_json()["message"]
