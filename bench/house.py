"""The house: circles of imports, loose modules, long functions, weight of pages, time of the tests."""

import ast
import json
import re
import subprocess
import time
from collections.abc import Iterable, Iterator
from pathlib import Path

import grimp
import numpy as np
from scipy.sparse import coo_array
from scipy.sparse.csgraph import connected_components

from aretane.settings import PROJECT

from .rows import Row

FRONT = PROJECT / "frontend"
COMPILED = ("compiled", "lean", "inlined")
"""Decorators of compiled kernels, whose functions are long for the sake of speed."""
FIRST_PAGE = "recordings/1/racks/1"


def circles(arrows: Iterable[tuple[str, str]]) -> int:
    """How many groups of nodes can be reached from each other."""
    pairs = [(one, other) for one, other in arrows if one != other]
    names = sorted({name for pair in pairs for name in pair})
    if not names:
        return 0
    at = {name: k for k, name in enumerate(names)}
    ends = np.array([[at[one], at[other]] for one, other in pairs]).T
    graph = coo_array((np.ones(ends.shape[1]), (ends[0], ends[1])), shape=(len(names), len(names)))
    _, labels = connected_components(graph, directed=True, connection="strong")
    return int((np.bincount(labels) > 1).sum())


def python_arrows() -> list[tuple[str, str]]:
    """Which module imports which."""
    graph = grimp.build_graph("aretane", include_external_packages=False, cache_dir=None)
    return [
        (module, other)
        for module in graph.modules
        for other in graph.find_modules_directly_imported_by(module)
    ]


def front_arrows() -> list[tuple[str, str]]:
    """Which file of the front end imports which."""
    told = subprocess.run(
        ["node_modules/.bin/depcruise", "src", "--output-type", "json"],
        cwd=FRONT, capture_output=True, text=True, check=True,
    )  # fmt: skip
    modules = json.loads(told.stdout)["modules"]
    return [
        (module["source"], other["resolved"])
        for module in modules
        for other in module["dependencies"]
        if other["resolved"].startswith("src/")
    ]


def folders(arrows: Iterable[tuple[str, str]], mark: str) -> set[tuple[str, str]]:
    """The same by the folders that files lie in; a folder and one inside it are not each other's."""
    pairs = {(one.rpartition(mark)[0], other.rpartition(mark)[0]) for one, other in arrows}
    return {
        (one, other)
        for one, other in pairs
        if not one.startswith(other + mark) and not other.startswith(one + mark)
    }


def functions() -> Iterator[tuple[int, str]]:
    """Lines and name of every function that is not compiled."""
    for file in (PROJECT / "src").rglob("*.py"):
        for node in ast.walk(ast.parse(file.read_text())):
            if isinstance(node, ast.FunctionDef):
                marks = {ast.unparse(mark) for mark in node.decorator_list}
                if not marks.intersection(COMPILED):
                    yield (node.end_lineno or node.lineno) - node.lineno + 1, f"{file.stem}.{node.name}"


def longest_component() -> tuple[int, str]:
    """Lines and name of the longest function of the front end."""
    found = subprocess.run(
        ["node", "longest.mjs"], cwd=FRONT, capture_output=True, text=True, check=True
    ).stdout.split()
    return int(found[0]), found[1]


def loose(folder: str) -> int:
    """Modules directly in a package."""
    here = PROJECT / "src" / "aretane" / folder
    return sum(file.name != "__init__.py" for file in here.glob("*.py"))


def scripts(path: str) -> float:
    """kB over the wire of all scripts that the page for an address names."""
    from aretane.web.serving.pages import page

    pages = FRONT / "dist"
    named = set(re.findall(r'(?:src|href)="/(assets/[^"]+\.js)"', page(pages, path)))
    sent = (next(f for f in (Path(f"{pages / one}.br"), pages / one) if f.is_file()) for one in named)
    return sum(file.stat().st_size for file in sent) / 1000


def test_minutes() -> float:
    """Minutes that `./aretane test` takes, everything installed."""
    began = time.perf_counter()
    subprocess.run(["./aretane", "test"], cwd=PROJECT, check=True, stdout=subprocess.DEVNULL)
    return (time.perf_counter() - began) / 60


def measure() -> Iterator[Row]:
    """All rows of the area `house`."""
    python, front = python_arrows(), front_arrows()
    rings = circles(python) + circles(folders(python, "."))
    yield Row("circles among files or folders, Python", rings, "circles", 0, "lower", len(python),
              "Groups of modules, and of packages, that reach each other by imports.")  # fmt: skip
    rings = circles(front) + circles(folders(front, "/"))
    yield Row("circles among files or folders, front end", rings, "circles", 0, "lower", len(front),
              "The same of the front end's files and folders, types included.")  # fmt: skip
    for folder, limit in (("core", 6), ("web", 8)):
        yield Row(f"modules directly in {folder}/", loose(folder), "modules", limit, "lower", 1,
                  "Files of the package itself, without its face.")  # fmt: skip
    lines, name = max(functions())
    yield Row("longest function", lines, "lines", 60, "lower", 1,
              f"Of Python, compiled kernels aside: {name}.")  # fmt: skip
    lines, name = longest_component()
    yield Row("longest component", lines, "lines", 120, "lower", 1, f"Of the front end: {name}.")
    yield Row("first script of a page over the wire", round(scripts(""), 1), "kB", 150, "lower", 1,
              "The entry and all that it imports, as they are sent (Brotli); with the desk's own "
              f"{scripts(FIRST_PAGE):.0f} kB.")  # fmt: skip
    yield Row("./aretane test, everything installed", round(test_minutes(), 1), "min", 8, "lower", 1,
              "The whole check on this machine.")  # fmt: skip
