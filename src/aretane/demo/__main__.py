"""Play the demo's recordings again and write them down: run after the motion model has changed.

With numbers, only those recordings.
"""

import sys

from aretane.formats.match_file import write

from .filming import film
from .games import play_game
from .generate import make_recording
from .library import path_of
from .scenario import FIXTURES, NINE_BALL

if __name__ == "__main__":
    wanted = [int(text) for text in sys.argv[1:]] or range(1, len(FIXTURES) + 1)
    for number in wanted:
        fixture = FIXTURES[number - 1]
        if fixture in NINE_BALL:
            made = make_recording(fixture)
        else:
            made, watched = play_game(fixture)
            made = film(fixture, made, watched) if fixture.filmed else made
        path_of(fixture).write_text(write(made))
