"""./aretane bench [AREA] [--fresh]: measure, print, and write bench/results/AREA.json."""

import json
import os
import platform
import sys
from collections.abc import Callable, Iterable
from pathlib import Path

from . import choices, hand, house, motion, numbers, position, rules, trust
from .rows import FRESH, Row

AREAS: dict[str, Callable[[], Iterable[Row]]] = {
    "hand": hand.measure,
    "motion": motion.measure,
    "rules": rules.measure,
    "position": position.measure,
    "choices": choices.measure,
    "numbers": numbers.measure,
    "trust": trust.measure,
    "house": house.measure,
}
RESULTS = Path(__file__).parent / "results"
DOCUMENT = Path(__file__).parents[1] / "docs" / "performance.md"


def machine() -> dict[str, str | int | None]:
    """What the figures were measured on."""
    memory = os.sysconf("SC_PAGE_SIZE") * os.sysconf("SC_PHYS_PAGES") // 2**30
    return {
        "cores": os.cpu_count(),
        "memory_gib": memory,
        "python": platform.python_version(),
        "system": f"{platform.system()} {platform.machine()}",
    }


def report(area: str, measured: Iterable[Row]) -> None:
    """Print each row as it is measured and write it down, those that fall short among them.

    Until the area is measured whole, rows of the run before stand where there are no new ones.
    """
    old, new = on_file().get(area, []), []
    for row in measured:
        verdict = "ok   " if row.held else "SHORT"
        print(f"  {verdict} {row.name}: {row.value} {row.unit} (limit {row.limit}, n {row.n})", flush=True)
        new.append(row)
        names = {one.name for one in new}
        write(area, new + [one for one in old if one.name not in names])
    write(area, new)


def write(area: str, rows: list[Row]) -> None:
    """The area's file, and what it was measured on."""
    RESULTS.mkdir(exist_ok=True)
    (RESULTS / f"{area}.json").write_text(json.dumps([row.as_json() for row in rows], indent=1) + "\n")
    (RESULTS / "machine.json").write_text(json.dumps(machine(), indent=1) + "\n")


def quote(areas: dict[str, list[Row]]) -> str:
    """docs/performance.md: every result on file, as a table an area."""
    at = machine()
    text = (
        "# Performance\n\nMeasured and written by `./aretane bench`; the figures stand in\n"
        f"`bench/results/`. The machine of the last run had {at['cores']} cores and "
        f"{at['memory_gib']} GiB of memory ({at['system']},\n"
        f"Python {at['python']}), shared with other work.\n"
    )
    for area, rows in areas.items():
        text += f"\n## {area}\n\n| what | measured | limit | n | how |\n|---|---|---|---|---|\n"
        for row in rows:
            figures = f"{row.value:g} {row.unit} | {row.limit:g} {row.unit}"
            text += f"| {row.name} | {figures} | {row.n} | {row.how} |\n"
    return text


def on_file() -> dict[str, list[Row]]:
    """The results of every area that was ever measured."""
    files = [RESULTS / f"{area}.json" for area in AREAS]
    return {f.stem: [Row(**row) for row in json.loads(f.read_text())] for f in files if f.is_file()}


def main() -> None:
    asked = [word for word in sys.argv[1:] if word != FRESH] or list(AREAS)
    unknown = [area for area in asked if area not in AREAS]
    if unknown:
        sys.exit(f"aretane bench: no such area: {', '.join(unknown)}; use {', '.join(AREAS)}")
    for area in asked:
        print(area, flush=True)
        report(area, AREAS[area]())
    DOCUMENT.write_text(quote(on_file()))


if __name__ == "__main__":
    main()
