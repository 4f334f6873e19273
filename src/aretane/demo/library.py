"""The demo's recordings as they ship: match files, played once by `generate`.

They ship as files because a rack is chaotic: the last bit of a cosine, which differs from one processor to
the next, would make another match of it.
"""

import json
from pathlib import Path

from aretane.formats.match_file import MatchFile, read

from .scenario import FIXTURES, Fixture

FOLDER = Path(__file__).parent / "recordings"


def path_of(fixture: Fixture) -> Path:
    """The fixture's file."""
    return FOLDER / f"{FIXTURES.index(fixture) + 1}.json"


def film_of(fixture: Fixture) -> Path:
    """The file that says which films belong to the fixture's recording."""
    return FOLDER / f"{FIXTURES.index(fixture) + 1}.film.json"


def part_path(fixture: Fixture, rack: int) -> Path:
    """The film of one rack (from 0)."""
    return FOLDER / f"{FIXTURES.index(fixture) + 1}-{rack + 1}.webm"


def films_of(fixture: Fixture) -> list[tuple[Path, str, float]]:
    """The films that ship with a recording: file, name, start on the recording's clock (s)."""
    listed = film_of(fixture)
    if not listed.is_file():
        return []
    parts = json.loads(listed.read_text())
    return [(FOLDER / part["file"], part["name"], part["starts_at_s"]) for part in parts]


def load(fixture: Fixture) -> MatchFile:
    """The fixture's recording. Raises ValueError when the file that ships with the program is damaged."""
    match = read(path_of(fixture).read_text()).whole
    if match is None:
        raise ValueError(f"the demo's file {path_of(fixture).name} is damaged: install Aretane again")
    return match
