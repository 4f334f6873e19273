"""Play the demo's recordings again and write them down: run after the motion model has changed."""

from aretane.formats.match_file import write

from .generate import make_recording
from .library import path_of
from .scenario import FIXTURES

if __name__ == "__main__":
    for fixture in FIXTURES:
        path_of(fixture).write_text(write(make_recording(fixture)))
