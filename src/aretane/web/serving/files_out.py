"""The built pages' files: compressed ahead of time, kept for ever by browsers, for their names hold
their hash."""

import re
from collections.abc import Callable
from pathlib import Path
from typing import Any
from wsgiref.headers import Headers

from whitenoise import WhiteNoise

HASHED = re.compile(r"/assets/.+-[\w-]{8}\.\w+$")


def with_files(app: Callable[..., Any], pages: Path) -> WhiteNoise:
    """WSGI: the files below `pages`/assets, everything else by `app`."""
    served = WhiteNoise(
        app, allow_all_origins=False, add_headers_function=_headers,
        immutable_file_test=lambda path, url: HASHED.search(url) is not None,
    )  # fmt: skip
    if (pages / "assets").is_dir():
        served.add_files(str(pages / "assets"), prefix="/assets")
    return served


def _headers(headers: Headers, path: str, url: str) -> None:
    headers["X-Content-Type-Options"] = "nosniff"
    headers["Referrer-Policy"] = "same-origin"
    headers["Cross-Origin-Resource-Policy"] = "same-origin"
