"""What cannot be read cannot be written; what cannot be read all the same hides nothing else."""

import json
import re
from pathlib import Path
from typing import Any

import pymysql
import pytest
from flask.testing import FlaskClient

from aretane.cli.data import load_empty
from aretane.core import limits
from aretane.formats.salvage import salvaged
from aretane.formats.shapes import ShotShape
from aretane.reviewing import check as checks
from aretane.store import migrate, read, video, write
from aretane.store.database import Address, reading, run, writing
from aretane.store.errors import Refused
from aretane.store.records import shot_values
from tests.running import run as command

Json = dict[str, Any]
LATE = limits.LATEST + 20


def damage(database: Address, statement: str) -> None:
    """Do to the database what an earlier version let happen."""
    with writing(database) as db:
        run(db, f"SET STATEMENT check_constraint_checks = 0 FOR {statement}")
        run(db, "UPDATE rack SET kept = 0")


@pytest.fixture
def late(client: FlaskClient, recording: int, database: Address) -> int:
    """The hand-written match with a mark on its second shot that cannot be read; its recording's id."""
    damage(database, f"UPDATE shot SET time_s = {LATE} WHERE position = 2")
    return recording


def part(database: Address, club: int, recording: int, starts: float = 0.0) -> int:
    facts = {"container": "webm", "codec": "vp9", "width": 320, "height": 180, "seconds": 900.0}
    with writing(database) as db:
        return video.add_part(db, club, recording, "a.webm", "kept", "a.video", 1, facts, b"", starts)


def test_the_database_holds_to_the_limits() -> None:
    text = "".join(
        file.read_text() for file in (Path(migrate.__file__).parent / "migrations").glob("*.sql")
    )
    latest = re.findall(r"(?:time_s|end_s|seconds) <= (\d+)", text)
    assert latest and all(float(one) == limits.LATEST for one in latest)
    assert f"name VARCHAR({limits.LONGEST_LABEL})" in text
    assert f"title VARCHAR({limits.LONGEST_TITLE})" in text
    assert f"name VARCHAR({limits.LONGEST_FILE_NAME})" in text
    assert f"path VARCHAR({limits.LONGEST_PATH})" in text


def test_a_late_mark_is_refused_by_the_database_too(database: Address, recording: int) -> None:
    for statement in (f"UPDATE shot SET time_s = {LATE}", f"UPDATE shot SET end_s = {LATE}"):
        with pytest.raises(pymysql.MySQLError, match="shot_marks"), writing(database) as db:
            run(db, statement)


def test_a_late_cue_is_named_with_its_line_and_stores_nothing(
    client: FlaskClient, recording: int, database: Address, club: int
) -> None:
    where = part(database, club, recording)
    text = "WEBVTT\n\n277:46:40.000 --> 277:46:41.000\nlate\n\n00:00:01.000 --> 00:00:02.000\nearly\n"
    answer = client.post(f"/api/videos/{where}/vtt?rest=rack", data=text, content_type="text/vtt")
    assert answer.status_code == 200
    assert [(f["line"], "later than any recording" in f["words"]) for f in answer.get_json()["faults"]] == [
        (3, True)
    ]
    racks = client.get(f"/api/recordings/{recording}").get_json()["racks"]
    assert [rack["shots"] for rack in racks] == [5, 1]
    assert client.get("/api/today").status_code == 200


def test_a_cue_that_is_late_by_where_its_video_starts_is_refused(
    client: FlaskClient, recording: int, database: Address, club: int
) -> None:
    where = part(database, club, recording, starts=limits.LATEST - 900)
    text = "WEBVTT\n\n00:30:00.000 --> 00:30:02.000\nafter the end\n"
    answer = client.post(f"/api/videos/{where}/vtt?rest=rack", data=text, content_type="text/vtt")
    assert answer.status_code == 409 and "take it out of the file" in answer.get_json()["message"]
    assert len(client.get(f"/api/recordings/{recording}").get_json()["racks"]) == 1


def test_a_video_does_not_end_after_the_clock(
    client: FlaskClient, recording: int, database: Address, club: int
) -> None:
    with pytest.raises(Refused, match="choose an earlier start"):
        part(database, club, recording, starts=limits.LATEST)
    where = part(database, club, recording)
    answer = client.put(f"/api/videos/{where}", json={"starts_at_s": limits.LATEST})
    assert answer.status_code == 409 and "choose an earlier start" in answer.get_json()["message"]


def test_no_shape_is_stored_that_could_not_be_read() -> None:
    late = ShotShape(shooter="1").model_copy(update={"time_s": LATE})
    with pytest.raises(Refused, match="is more than 1,000,000"):
        shot_values(late)


def test_four_hundred_cues_become_shots_of_two_racks(
    client: FlaskClient, recording: int, database: Address, club: int
) -> None:
    where = part(database, club, recording)
    stamps = [f"00:{k // 60:02d}:{k % 60:02d}" for k in range(450, 850)]
    text = "WEBVTT\n\n" + "\n\n".join(f"{stamp}.000 --> {stamp}.500\nat {stamp}" for stamp in stamps) + "\n"
    assert (
        client.post(f"/api/videos/{where}/vtt?rest=rack", data=text, content_type="text/vtt").status_code
        == 200
    )
    racks = client.get(f"/api/recordings/{recording}").get_json()["racks"]
    assert [rack["shots"] for rack in racks] == [5, limits.MOST_SHOTS, 400 - limits.MOST_SHOTS]
    file = client.get(f"/api/recordings/{recording}/file").data
    assert (
        client.post("/api/match-files/check", data=file, content_type="application/json").get_json()[
            "faults"
        ]
        == []
    )


def test_a_rack_and_a_recording_hold_what_a_file_holds(
    client: FlaskClient, desk: Json, recording: int, database: Address, club: int
) -> None:
    shooter = desk["rack"]["shots"][0]["shot"]["shooter"]
    shots = [ShotShape(shooter=shooter)] * (limits.MOST_SHOTS - 5)
    changes = [write.ShotChange(f"{k:036d}", None, shape) for k, shape in enumerate(shots)]
    rack_id = desk["rack"]["id"]
    with writing(database) as db:
        write.save_rack(db, club, rack_id, write.RackChanges(changes, (), None))
    one_more = write.RackChanges([write.ShotChange("x" * 36, None, shots[0])], (), None)
    with pytest.raises(Refused, match="holds 300 shots"), writing(database) as db:
        write.save_rack(db, club, rack_id, one_more)
    for number in range(2, limits.MOST_RACKS + 1):
        with writing(database) as db:
            run(
                db,
                "INSERT INTO rack (club_id, recording_id, number, notes) VALUES (%s, %s, %s, '')",
                club,
                recording,
                number,
            )
    answer = client.post(f"/api/recordings/{recording}/racks", json={"number": 1})
    assert answer.status_code == 409 and "holds 200 racks" in answer.get_json()["message"]


def test_a_damaged_shot_hides_nothing_and_is_shown_with_its_place(client: FlaskClient, late: int) -> None:
    one = f"/api/recordings/{late}"
    whole = ["/api/today", "/api/recordings", f"/api/ledger?recording={late}", "/api/numbers?player=1"]
    for path in (*whole, one, f"{one}/racks/1", f"{one}/racks/1/story", f"{one}/file"):
        assert client.get(path).status_code == 200, path
    line = client.get("/api/today").get_json()["lines"][0]
    assert line["kind"] == "damaged" and line["link"] == f"/recordings/{late}/racks/1/shots/2"
    began = (
        "Rack 1 of Tuesday on table 2 is damaged: shot 2, time_s (mark of the strike): 1000020.0 is more "
    )
    assert line["words"].startswith(began)
    assert client.get("/api/recordings").get_json()["recordings"][0]["damaged"] == 1
    place = client.get(f"/api/recordings/{late}").get_json()["damage"][0]
    assert (place["rack"], place["shot"]) == (1, 2) and place["words"].startswith("time_s (mark")
    shots = client.get(f"/api/recordings/{late}/racks/1").get_json()["rack"]["shots"]
    assert [bool(shot["damage"]) for shot in shots] == [False, True, False, False, False]
    assert shots[1]["shot"]["plan"]["ball"] is not None  # what can be read is there


def test_a_damaged_shot_is_exported_as_what_can_be_read_and_says_so(client: FlaskClient, late: int) -> None:
    file = client.get(f"/api/recordings/{late}/file").get_json(force=True)
    shot = file["racks"][0]["shots"][1]
    assert "time_s" not in shot and shot["tags"] == ["damaged"]


def test_the_other_shots_of_its_rack_can_be_changed_and_moved(client: FlaskClient, late: int) -> None:
    rack = client.get(f"/api/recordings/{late}/racks/1").get_json()["rack"]
    ids = [one["id"] for one in rack["shots"]]
    last = rack["shots"][4]
    change = {"id": last["id"], "version": 1, "shot": last["shot"] | {"notes": "changed"}}
    body = {"shots": [change], "order": [ids[1], ids[0], *ids[2:]]}
    answer = client.post(f"/api/racks/{rack['id']}/changes", json=body)
    assert answer.status_code == 200
    shots = answer.get_json()["shots"]
    assert shots[0]["id"] == ids[1] and shots[0]["damage"] and shots[4]["shot"]["notes"] == "changed"


def test_it_is_mended_by_storing_what_can_be_read(client: FlaskClient, late: int) -> None:
    rack = client.get(f"/api/recordings/{late}/racks/1").get_json()["rack"]
    two = {key: rack["shots"][1][key] for key in ("id", "version", "shot")}
    mended = client.post(f"/api/racks/{rack['id']}/changes", json={"shots": [two]}).get_json()
    assert mended["shots"][1]["damage"] == [] and mended["shots"][1]["version"] == 2
    assert all(line["kind"] != "damaged" for line in client.get("/api/today").get_json()["lines"])


def test_it_can_be_removed(client: FlaskClient, late: int) -> None:
    rack = client.get(f"/api/recordings/{late}/racks/1").get_json()["rack"]
    gone = {"id": rack["shots"][1]["id"], "version": 1}
    left = client.post(f"/api/racks/{rack['id']}/changes", json={"removed": [gone]}).get_json()
    assert len(left["shots"]) == 4 and not any(one["damage"] for one in left["shots"])


@pytest.mark.parametrize(
    ("statement", "place"),
    [
        ("""UPDATE shot SET layout = '{"balls": {"99": [1, 2]}}' WHERE position = 1""", "layout.balls.99"),
        ("UPDATE shot SET tags = '[7]' WHERE position = 1", "tags.0"),
        ('UPDATE shot SET judgement = \'{"grade": "superb"}\' WHERE position = 1', "judgement.grade"),
        ("UPDATE shot SET notes = REPEAT('x', 4001) WHERE position = 1", "notes"),
        ("UPDATE shot SET drawings = '{broken' WHERE position = 1", "drawings"),
        ("UPDATE shot SET plan = 'null' WHERE position = 1", "plan"),
    ],
)
def test_whatever_is_damaged_is_named(
    client: FlaskClient, recording: int, database: Address, statement: str, place: str
) -> None:
    damage(database, statement)
    answer = client.get(f"/api/recordings/{recording}/racks/1")
    assert answer.status_code == 200
    assert answer.get_json()["rack"]["shots"][0]["damage"][0].startswith(place)
    assert client.get("/api/today").get_json()["lines"][0]["kind"] == "damaged"


def test_a_damaged_set_up_is_told_and_mended_by_saving_it(
    client: FlaskClient, recording: int, database: Address
) -> None:
    damage(database, 'UPDATE recording SET race_to = 900, options = \'{"call": "loudly"}\'')
    held = client.get(f"/api/recordings/{recording}").get_json()
    assert {place["words"].split(":")[0] for place in held["damage"]} == {"race_to", "options.call"}
    assert client.get("/api/recordings").status_code == 200
    body = {key: held[key] for key in ("match", "table", "version")}
    body["players"] = [int(player["id"]) for player in held["players"]]
    assert client.put(f"/api/recordings/{recording}", json=body).get_json()["damage"] == []


def test_salvage_keeps_what_is_good_and_never_raises() -> None:
    data = {"shooter": "7", "notes": 5, "tags": ["a"], "plan": {"choice": "hope", "ball": "3"}, "odd": 1}
    shape, lost = salvaged(ShotShape, data, {"shooter": "7"})
    assert shape.tags == ["a"] and shape.plan.ball == "3" and shape.plan.choice == "attack"
    assert {words.split(":")[0] for words in lost} == {"notes", "plan.choice", "odd"}
    for wild in ({}, {"plan": []}, {"layout": {"from": {}}}, {"shooter": None}):
        assert salvaged(ShotShape, wild, {"shooter": "7"})[0].shooter == "7"


def test_the_check_lists_everything_with_its_place(database: Address, late: int, club: int) -> None:
    found = list(checks.check(database, club, lambda done, of: None))
    assert [one.place for one in found if one.kind == "damaged"] == [
        f"recording {late} (Tuesday on table 2), rack 1, shot 2"
    ]
    checks.mend(database, club, next(one for one in found if one.shot))
    assert not [one for one in checks.check(database, club, lambda done, of: None) if one.kind == "damaged"]


def test_the_check_finds_gaps_in_the_numbers_of_racks(database: Address, recording: int, club: int) -> None:
    with writing(database) as db:
        run(db, "UPDATE rack SET number = 3")
    words = [one.words for one in checks.check(database, club, lambda done, of: None)]
    assert "its racks are numbered 3" in words


def test_the_check_as_a_command(tmp_path: Path, server: Any, empty_address: Address) -> None:
    url = empty_address.url().replace("/aretane?", "/to_check?")
    address = Address.parse(url)
    migrate.migrate(address)
    load_empty(address)
    file = tmp_path / "match.json"
    from tests.examples import example

    file.write_text(json.dumps(example()))
    assert command(tmp_path, "import", str(file), ARETANE_DATABASE_URL=url).returncode == 0
    assert "nothing damaged" in command(tmp_path, "check", ARETANE_DATABASE_URL=url).stdout
    damage(address, f"UPDATE shot SET time_s = {LATE} WHERE position = 2")
    told = command(tmp_path, "check", ARETANE_DATABASE_URL=url)
    assert told.returncode == 1
    assert "damaged: recording 1 (Tuesday on table 2), rack 1, shot 2: time_s (mark" in told.stdout
    assert "--mend keeps" in told.stdout
    mended = command(tmp_path, "check", "--mend", ARETANE_DATABASE_URL=url)
    assert mended.returncode == 0 and "what can be read is kept" in mended.stdout
    with reading(address) as db:
        shots = read.recording(db, 1, 1).racks[0].shots
    assert len(shots) == 5 and shots[1].shape.time_s is None
    damage(address, f"UPDATE shot SET time_s = {LATE} WHERE position = 2")
    assert "— removed" in command(tmp_path, "check", "--remove", ARETANE_DATABASE_URL=url).stdout
    with reading(address) as db:
        assert len(read.recording(db, 1, 1).racks[0].shots) == 4


def test_what_an_earlier_version_let_in_stays_and_is_told(
    client: FlaskClient, recording: int, database: Address
) -> None:
    with writing(database) as db:
        run(db, "ALTER TABLE shot DROP CONSTRAINT shot_marks")
        run(db, f"UPDATE shot SET time_s = {LATE} WHERE position = 4")
        run(db, "DELETE FROM migration")
        run(db, "UPDATE rack SET kept = 0")
    assert "0007_robust.sql" in migrate.migrate(database)
    assert client.get("/api/today").get_json()["lines"][0]["kind"] == "damaged"
    with pytest.raises(pymysql.MySQLError, match="shot_marks"), writing(database) as db:
        run(db, f"UPDATE shot SET end_s = {LATE} WHERE position = 1")
