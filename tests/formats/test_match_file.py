"""The match file: round trips, and faults with their places."""

import json
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from jsonschema import Draft202012Validator

from aretane.formats.match_file import Fault, json_schema, read, write
from tests.examples import Json, example

SCHEMA = Draft202012Validator(json_schema())


def faults(file: Json) -> list[Fault]:
    return list(read(json.dumps(file)).faults)


def places(file: Json) -> list[tuple[int | None, int | None, str]]:
    return [(fault.rack, fault.shot, fault.field) for fault in faults(file)]


def test_a_hand_written_file_reads_without_fault_and_writes_the_same() -> None:
    reading = read(json.dumps(example()))
    assert reading.faults == ()
    assert reading.whole is not None
    assert json.loads(write(reading.whole)) == example()
    assert write(read(write(reading.whole)).whole) == write(reading.whole)  # type: ignore[arg-type]


def test_the_published_schema_takes_the_same_files() -> None:
    assert list(SCHEMA.iter_errors(example())) == []
    bad = example()
    bad["racks"][0]["shots"][0]["plan"]["pocket"] = "middle"
    bad["racks"][0]["shots"][1]["time_s"] = -5
    assert len(list(SCHEMA.iter_errors(bad))) >= 2
    del bad["format"]
    assert any("format" in error.message for error in SCHEMA.iter_errors(bad))


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "not JSON"),
        ("{", "not JSON"),
        ("[1]", "one JSON object"),
        ('{"format": "other"}', '"format": "aretane-match"'),
        ('{"format": "aretane-match", "version": 2}', "this program reads version 1"),
        ('{"format": "aretane-match", "version": true}', "this program reads version 1"),
        ('{"format": "aretane-match", "version": NaN}', "NaN is not a number"),
        ("[" * 100_000, "not JSON"),
    ],
)
def test_files_of_another_kind_are_named_as_such(text: str, words: str) -> None:
    reading = read(text)
    assert words in reading.faults[0].words
    assert reading.usable is None


def test_every_fault_is_listed_with_its_place() -> None:
    file = example()
    shots = file["racks"][0]["shots"]
    shots[0]["layout"]["balls"]["white"] = [1, 2]
    shots[1]["plan"]["choice"] = "hope"
    shots[1]["result"]["cue_end"] = [1, 2, 3]
    shots[2]["resutl"] = {}
    shots[3]["plan"]["tip"] = {"side": 0.6, "height": 0.2}
    file["racks"].append({"shots": [{"plan": {}}]})
    found = places(file)
    assert (1, 1, "layout.balls.white") in found
    assert (1, 2, "plan.choice") in found
    assert (1, 2, "result.cue_end") in found
    assert (1, 3, "resutl") in found
    assert (1, 4, "plan.tip") in found
    assert (2, 1, "shooter") in found
    words = " ".join(fault.words for fault in faults(file))
    assert "use one of attack, safety, two-way" in words
    assert "no such field" in words
    assert "miscue limit" in words


def test_faults_of_form_do_not_hide_faults_of_meaning() -> None:
    file = example()
    shots = file["racks"][0]["shots"]
    shots[0]["plan"]["pocket"] = "middle"
    shots[1]["shooter"] = "zoe"
    shots[2]["result"]["cue_end"] = [3, 4]
    del shots[3]["shooter"]
    shots[4]["result"]["potted"][0]["ball"] = "15"
    assert places(file) == [
        (1, 1, "plan.pocket"),
        (1, 2, "shooter"),
        (1, 3, "result, ball cue"),
        (1, 4, "shooter"),
        (1, 5, "layout.balls"),
    ]
    reading = read(json.dumps(file))
    assert reading.usable is not None
    assert reading.usable.racks[0].shots == []


def test_meaning_is_checked_too() -> None:
    file = example()
    shots = file["racks"][0]["shots"]
    file["players"][1]["id"] = "ana"
    assert (None, None, "players.1.id") in places(file)
    file = example()
    file["racks"][0]["breaker"] = "zoe"
    file["racks"][0]["shots"][2]["shooter"] = "zoe"
    assert {(1, None, "breaker"), (1, 3, "shooter")} <= set(places(file))
    file = example()
    shots = file["racks"][0]["shots"]
    shots[0]["layout"]["balls"]["11"] = [500, 500]
    shots[0]["layout"]["balls"]["8"] = [1275, 310]
    shots[3]["layout"]["balls"]["cue"] = [5, 5]
    found = faults(file)
    assert any("11 is not a ball of Nine-ball" in fault.words for fault in found)
    assert any("the 7 and the 8 overlap" in fault.words for fault in found)
    assert any(fault.shot == 4 and "off the table" in fault.words for fault in found)


def test_numbers_beyond_all_measure_are_faults() -> None:
    file = example()
    file["racks"][0]["shots"][0]["plan"]["tip"] = {"side": 1.2e200, "height": 0}
    file["racks"][0]["shots"][1]["result"]["cue_end"] = [1e308, -1e308]
    assert (1, 1, "plan.tip.side") in places(file)
    assert (1, 2, "result.cue_end.0") in places(file)


def test_two_players_of_one_name_are_named() -> None:
    file = example()
    file["players"][1]["name"] = "Ana Quill"
    assert (None, None, "players.1.name") in places(file)


def test_a_pocket_narrower_than_the_ball_is_named() -> None:
    file = example()
    file["table"]["corner_mouth_mm"] = 61
    assert any(fault.field == "table" and "61.0 mm" in fault.words for fault in faults(file))


def test_the_good_part_ends_before_the_first_faulty_shot() -> None:
    file = example()
    file["racks"].append(example()["racks"][0])
    file["racks"][0]["shots"][2]["result"]["foul"] = "bad-luck"
    reading = read(json.dumps(file))
    assert reading.whole is None
    assert reading.usable is not None
    assert [len(rack.shots) for rack in reading.usable.racks] == [2, 5]
    file["match"]["title"] = ""
    assert read(json.dumps(file)).usable is None


def test_an_impossible_layout_is_named_once_not_in_every_shot_it_is_carried_into() -> None:
    file = example()
    file["racks"][0]["shots"][0]["layout"]["balls"]["9"] = [2305, 395]
    file["racks"][0]["shots"][0]["layout"]["balls"]["6"] = [2300, 400]
    assert len([f for f in faults(file) if "overlap" in f.words]) == 1


scalars = (
    st.none() | st.booleans() | st.integers(-5, 5000) | st.floats(allow_nan=False) | st.text(max_size=8)
)


def spots(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """The path of every value in a JSON document."""
    if isinstance(value, dict):
        return [p for k, v in value.items() for p in [(*path, k), *spots(v, (*path, k))]]
    if isinstance(value, list):
        return [p for k, v in enumerate(value) for p in [(*path, k), *spots(v, (*path, k))]]
    return []


@settings(max_examples=200, deadline=None)
@given(st.data())
def test_any_damage_gives_faults_or_a_whole_file_and_never_an_exception(data: st.DataObject) -> None:
    file = example()
    for _ in range(data.draw(st.integers(1, 3))):
        path = data.draw(st.sampled_from(spots(file)))
        holder: Any = file
        for key in path[:-1]:
            holder = holder[key]
        holder[path[-1]] = data.draw(scalars | st.lists(scalars, max_size=3))
    reading = read(json.dumps(file))
    assert (reading.whole is None) == bool(reading.faults)
    if reading.whole is not None:
        assert read(write(reading.whole)).whole == reading.whole


def test_two_cue_balls_are_a_fault_and_not_one_of_them_lost() -> None:
    text = json.dumps(example()).replace('"cue": [', '"cue": [1, 2], "cue": [', 1)
    reading = read(text)
    assert reading.whole is None
    assert "'cue' stands twice" in reading.faults[0].words


def test_balls_and_options_of_another_game_are_named_with_their_place() -> None:
    data = example()
    data["match"] |= {"discipline": "snooker", "options": {"call": "sometimes"}}
    faults = read(json.dumps(data)).faults
    places = [fault.place for fault in faults]
    assert "match.options.call" in places
    assert any("is not a ball of Snooker" in fault.words and fault.rack == 1 for fault in faults)
    data["racks"][0] |= {"winner": "zoe"}
    assert any(fault.field == "winner" for fault in read(json.dumps(data)).faults)
