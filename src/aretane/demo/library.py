"""The demo's recordings as they ship: match files, played once by `generate`.

They ship as files because a rack is chaotic: the last bit of a cosine, which differs from one processor to
the next, would make another match of it.
"""

import gzip
import json
from pathlib import Path

from aretane.formats.match_file import MatchFile, read, write

from .scenario import FIXTURES, SEASON, Fixture

FOLDER = Path(__file__).parent / "recordings"


EVERY = (*FIXTURES, *SEASON)
"""Every recording of the demo, in the order in which they are loaded."""


def path_of(fixture: Fixture) -> Path:
    """The fixture's file; those of the season are packed."""
    return FOLDER / f"{EVERY.index(fixture) + 1}.json{'.gz' if fixture in SEASON else ''}"


def keep(fixture: Fixture, match: MatchFile) -> None:
    """Write the fixture's file. The same recording makes the same bytes."""
    path, text = path_of(fixture), write(match)
    path.write_bytes(gzip.compress(text.encode(), mtime=0) if fixture in SEASON else text.encode())


def film_of(fixture: Fixture) -> Path:
    """The file that says which films belong to the fixture's recording."""
    return FOLDER / f"{EVERY.index(fixture) + 1}.film.json"


def part_path(fixture: Fixture, rack: int) -> Path:
    """The film of one rack (from 0)."""
    return FOLDER / f"{EVERY.index(fixture) + 1}-{rack + 1}.webm"


def films_of(fixture: Fixture) -> list[tuple[Path, str, float]]:
    """The films that ship with a recording: file, name, start on the recording's clock (s)."""
    listed = film_of(fixture)
    if not listed.is_file():
        return []
    parts = json.loads(listed.read_text())
    return [(FOLDER / part["file"], part["name"], part["starts_at_s"]) for part in parts]


def load(fixture: Fixture) -> MatchFile:
    """The fixture's recording. Raises ValueError when the file that ships with the program is damaged."""
    kept = path_of(fixture).read_bytes()
    match = read((gzip.decompress(kept) if fixture in SEASON else kept).decode()).whole
    if match is None:
        raise ValueError(f"the demo's file {path_of(fixture).name} is damaged: install Aretane again")
    return match
