"""Shapes of a recording's video and of its chapters."""

from pydantic import BaseModel


class VideoPartView(BaseModel):
    """One file of a recording's video. `starts_at_s` on the recording's clock; `missing`: the file is not
    where it was."""

    id: int
    name: str
    starts_at_s: float
    seconds: float
    bytes: int
    container: str
    codec: str
    width: int
    height: int
    missing: bool


class IntakeView(BaseModel):
    """A file on its way in: receiving, checking, or refused with the reason. `arrived` bytes; `examined`
    share."""

    id: str
    name: str
    bytes: int
    state: str
    words: str
    arrived: int
    examined: float


class VideoView(BaseModel):
    """The video of a recording. `folder`: the operator allows one. `codecs`: what to ask the browser."""

    parts: list[VideoPartView]
    intakes: list[IntakeView]
    folder: bool
    codecs: dict[str, str]


class VideoFileView(BaseModel):
    """A file in the operator's folder, by its path below it."""

    file: str
    bytes: int


class FolderView(BaseModel):
    """Videos in the operator's folder."""

    files: list[VideoFileView]


class VttFaultView(BaseModel):
    """A line of a WebVTT file that cannot be read."""

    line: int
    words: str


class VttRestView(BaseModel):
    """A cue that belongs to no shot. `start_s` on the video's own time."""

    start_s: float
    text: str


class VttCheckView(BaseModel):
    """What a WebVTT file brings: shots it marks, notes it adds, cues that belong to no shot, faults."""

    faults: list[VttFaultView]
    marks: int
    notes: int
    rest: list[VttRestView]
