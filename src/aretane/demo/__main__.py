"""Play the demo's recordings again and write them down: run after the motion model has changed.

With numbers, only those recordings.
"""

import sys

from aretane.core.contest.warm import warm

from .called import call
from .filming import film
from .games import make_game, play_game
from .generate import make_recording
from .library import EVERY, keep
from .model_players import Planning
from .scenario import NINE_BALL, SEASON

if __name__ == "__main__":
    wanted = [int(text) for text in sys.argv[1:]] or range(1, len(EVERY) + 1)
    warm()
    for number in wanted:
        fixture = EVERY[number - 1]
        if fixture in NINE_BALL:
            made = make_recording(fixture)
        elif fixture in SEASON:
            made = make_game(fixture, Planning())
            made = call(made, fixture.seed) if fixture.called else made
        else:
            made, watched = play_game(fixture)
            made = film(fixture, made, watched) if fixture.filmed else made
        keep(fixture, made)
