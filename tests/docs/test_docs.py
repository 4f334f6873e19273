"""The documents against the code: links lead somewhere, maps are whole, examples work, tables agree."""

import json
import math
import re
from pathlib import Path

import pytest

from aretane.core import vocabulary
from aretane.core.games import DISCIPLINES
from aretane.core.skill import PRESETS
from aretane.formats.match_file import read
from aretane.settings import PROJECT

DOCUMENTS = [PROJECT / "README.md", PROJECT / "CHANGELOG.md", *sorted((PROJECT / "docs").rglob("*.md"))]


@pytest.mark.parametrize("document", DOCUMENTS, ids=lambda path: path.name)
def test_links_and_named_files_exist(document: Path) -> None:
    text = document.read_text()
    for target in re.findall(r"\]\(([^)#]+)\)", text):
        assert (document.parent / target).exists(), target
    for name in re.findall(r"`((?:src|frontend|tests|docs|scripts|bench)/[\w./-]+)`", text):
        assert (PROJECT / name).exists(), name


def test_the_map_names_every_folder_and_core_module() -> None:
    text = (PROJECT / "docs" / "architecture.md").read_text()
    folders = [p.name for p in (PROJECT / "src" / "aretane").iterdir() if (p / "__init__.py").is_file()]
    folders += [p.name for p in (PROJECT / "frontend" / "src").iterdir() if p.is_dir()]
    for folder in folders:
        assert f"{folder}/`" in text, folder
    for module in (PROJECT / "src" / "aretane" / "core").glob("*.py"):
        assert module.name == "__init__.py" or module.name in text, module.name


def test_the_example_in_the_documents_is_a_good_file() -> None:
    text = (PROJECT / "docs" / "match-file.md").read_text()
    found = re.search(r"```json\n(.*?)```", text, re.S)
    assert found
    reading = read(found[1])
    assert reading.faults == ()
    assert reading.whole is not None
    assert len(reading.whole.racks[0].shots) == 3


def test_the_file_format_names_every_code_or_points_to_the_schema() -> None:
    text = (PROJECT / "docs" / "match-file.md").read_text()
    for table in (
        "SHOT_KINDS", "CHOICES", "FOULS", "GRADES", "LEFT_OUT", "INTENT_SOURCES",
            "CUSHIONS", "AIR", "BALL_STATES", "POSITION_HANDS", "POSITION_ON", "AIDS", "MIXED_KINDS",
            "SEEN_TIPS", "SEEN_CONTACTS", "SEEN_FAULTS", "TARGETS", "HANDS",
        "MATCH_KINDS",
        "EVIDENCE", "GROUPS", "PLAN_STATES",
        "GAPS", "DEPTHS", "ENDINGS", "BREAK_CONDITIONS", "SCHOOLS", "CALLS", "IN_HAND",
        "MONEY_ON_BREAK",
    ):  # fmt: skip
        for code in getattr(vocabulary, table):
            assert f"`{code}`" in text, (table, code)
    for code in DISCIPLINES:
        assert f"`{code}`" in text, code


def test_the_levels_in_the_documents_are_the_programs() -> None:
    text = (PROJECT / "docs" / "model.md").read_text()
    for preset in PRESETS.values():
        assert f"| {preset.words.lower()} | {math.degrees(preset.aim):.3g}" in re.sub(r"0°", "0°", text), (
            preset
        )


def test_results_of_the_bench_are_quoted() -> None:
    rows = json.loads((PROJECT / "bench" / "results" / "hand.json").read_text())
    text = (PROJECT / "docs" / "performance.md").read_text()
    for row in rows:
        assert (
            f"| {row['name']} | {row['value']:g} {row['unit']} | {row['limit']:g} {row['unit']} |" in text
        )


def test_pictures_are_few_and_all_shown() -> None:
    pictures = list((PROJECT / "docs" / "screenshots").glob("*.png"))
    assert 0 < len(pictures) < 20
    text = (PROJECT / "README.md").read_text()
    for picture in pictures:
        assert picture.name in text, picture.name
