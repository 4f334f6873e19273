"""Recordings as files: what a video is by its content, and when each of its frames is shown."""

from .container import kind_of
from .examine import CODECS, NotPlayable, VideoFacts, examine

__all__ = ["CODECS", "NotPlayable", "VideoFacts", "examine", "kind_of"]
