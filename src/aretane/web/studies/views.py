"""What is asked and answered about studies."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from aretane.core.limits import LONGEST_TITLE
from aretane.formats.shapes import Label, Text, Title

from ..positions import OutlookBody
from ..views import Places, SeatView, TableView


class StudiesQuery(BaseModel):
    """Which page of the studies, with `words` in the name or the notes and with the `tag`; empty: any."""

    model_config = ConfigDict(extra="forbid")

    page: Annotated[int, Field(ge=1, le=100_000)] = 1
    words: Annotated[str, Field(max_length=LONGEST_TITLE)] = ""
    tag: Annotated[str, Field(max_length=LONGEST_TITLE)] = ""


class StudyBody(OutlookBody):
    """The position of a shot as it stands on the screen, and how it is to be called."""

    title: Title
    tags: Annotated[list[Label], Field(max_length=20)] = Field(default_factory=list)
    notes: Text = ""


class StudyView(BaseModel):
    """A study in the list: its position and what is written of it. `player` is at the table; null while
    nothing is set up. `damaged` values cannot be read."""

    id: int
    title: str
    discipline: str
    players: list[SeatView]
    player: str | None
    balls: Places
    table: TableView
    tags: list[str]
    notes: str
    damaged: int


class TagView(BaseModel):
    """A tag and how many studies have it."""

    tag: str
    studies: int


class StudiesView(BaseModel):
    """One page of the studies, the newest first, and every tag in use."""

    studies: list[StudyView]
    tags: list[TagView]
    page: int
    pages: int
    total: int
