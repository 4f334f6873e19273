"""The application's one page, with hints of what its address will need: scripts, fonts and the first data
are on their way before the first script has run."""

import json
import re
from functools import lru_cache
from html import escape
from pathlib import Path

RACK = re.compile(r"recordings/(\d+)/racks/(\d+)(?:/shots(?:/\d+)?)?/?")
"""Addresses of the shot desk, without the first slash."""
DESK = "src/desk/ShotDesk.tsx"
FONTS = ("atkinson-hyperlegible-latin-400-normal", "atkinson-hyperlegible-latin-700-normal")
"""Fonts that every screen shows at once."""


@lru_cache(maxsize=8)
def _built(pages: Path, written: float) -> tuple[str, dict[str, dict[str, object]]]:
    """The built page and what each of its sources became; `written` tells one build from the next."""
    manifest = pages / ".vite" / "manifest.json"
    entries = json.loads(manifest.read_text()) if manifest.is_file() else {}
    return (pages / "index.html").read_text(), entries


def page(pages: Path, path: str) -> str:
    """The page for an address, with its hints. Raises FileNotFoundError where it is not built."""
    html, entries = _built(pages, (pages / "index.html").stat().st_mtime)
    return html.replace("</head>", "".join(_hints(entries, path)) + "</head>", 1)


def _hints(entries: dict[str, dict[str, object]], path: str) -> list[str]:
    files = [str(entry["file"]) for entry in entries.values() if str(entry["file"]).endswith(".woff2")]
    hints = [_preload(f"/{file}", "font") for file in files if any(name in file for name in FONTS)]
    hints.append(_preload("/api/session", "fetch"))
    rack = RACK.fullmatch(path)
    if rack:
        hints += [_preload("/api/words", "fetch")]
        hints += [_preload(f"/api/recordings/{rack[1]}/racks/{rack[2]}", "fetch")]
        hints += [f'<link rel="modulepreload" href="/{escape(file)}">' for file in _scripts(entries, DESK)]
    return hints


def _preload(address: str, kind: str) -> str:
    return f'<link rel="preload" href="{escape(address)}" as="{kind}" crossorigin="anonymous">'


def _scripts(entries: dict[str, dict[str, object]], source: str) -> list[str]:
    """The script of a source and all that it imports at once, each once."""
    found: dict[str, None] = {}

    def add(name: str) -> None:
        entry = entries.get(name)
        if entry is None or str(entry["file"]) in found:
            return
        found[str(entry["file"])] = None
        imports = entry.get("imports", [])
        assert isinstance(imports, list)
        for other in imports:
            add(str(other))

    add(source)
    return list(found)
