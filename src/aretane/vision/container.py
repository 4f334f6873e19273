"""What kind of file the first bytes belong to. A name says nothing: text can be called .mp4."""

from typing import Literal

Container = Literal["webm", "mp4", "ogg"]

NEEDED = 64
"""Bytes from the start of a file that decide what it is."""
EBML = b"\x1aE\xdf\xa3"
OGG = b"OggS"


def kind_of(start: bytes) -> Container | None:
    """The container that begins like this, or None. WebM and Matroska begin alike: see `examine`.

    Source of the marks: RFC 8794 (EBML, section 11.2.1), RFC 3533 (Ogg, section 6), ISO/IEC 14496-12
    (file type box, section 4.3).
    """
    if start.startswith(EBML):
        return "webm"
    if start.startswith(OGG):
        return "ogg"
    if start[4:8] == b"ftyp":
        return "mp4"
    return None
