"""The demo's recordings as they ship: match files, played once by `generate`.

They ship as files because a rack is chaotic: the last bit of a cosine, which differs from one processor to
the next, would make another match of it.
"""

from pathlib import Path

from aretane.formats.match_file import MatchFile, read

from .scenario import FIXTURES, Fixture

FOLDER = Path(__file__).parent / "recordings"


def path_of(fixture: Fixture) -> Path:
    """The fixture's file."""
    return FOLDER / f"{FIXTURES.index(fixture) + 1}.json"


def load(fixture: Fixture) -> MatchFile:
    """The fixture's recording. Raises ValueError when the file that ships with the program is damaged."""
    match = read(path_of(fixture).read_text()).whole
    if match is None:
        raise ValueError(f"the demo's file {path_of(fixture).name} is damaged: install Aretane again")
    return match
