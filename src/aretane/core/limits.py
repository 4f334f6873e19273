"""The limits of every stored value, in one place: files, pages, WebVTT, the video clock and the database
hold to them, so that nothing can be written that cannot be read again.

The database repeats them in `store/migrations`; a test compares the two.
"""

LATEST = 1_000_000.0
"""s on a recording's clock, some eleven days: the latest mark of a shot and the latest end of a video."""
MOST_PLAYERS = 8
MOST_RACKS = 200
"""Racks of a recording."""
MOST_SHOTS = 300
"""Shots of a rack."""
MOST_STATED = 12
"""People who state a chance of one shot."""
LONGEST_LABEL = 60
"""Characters of a name, a code of one's own or a tag."""
LONGEST_TITLE = 120
LONGEST_SAID = 300
"""Characters of a reason or a lesson."""
LONGEST_TEXT = 4000
"""Characters of notes."""
LONGEST_FILE_NAME = 255
LONGEST_PATH = 700
