"""How far a count over many recordings is, for a page."""

from flask import current_app
from pydantic import BaseModel

from ...work.counting import Counting, Progress


def counting() -> Counting:
    """The counts of this application."""
    found: Counting = current_app.extensions["counting"]
    return found


class WorkingView(BaseModel):
    """How far a count is: `done` of `of` recordings, `seconds_left` where that can be said, and how many
    others stand `before` it. Ask again; a count that nobody asks for is given up."""

    done: int
    of: int
    seconds_left: float | None
    before: int


def working(at: Progress) -> WorkingView:
    """A count that is not done yet."""
    return WorkingView(done=at.done, of=at.of, seconds_left=at.seconds_left, before=at.before)
