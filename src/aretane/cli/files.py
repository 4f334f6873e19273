"""./aretane import and ./aretane export: match files in and out."""

import argparse
import sys
from pathlib import Path
from typing import Any
from uuid import uuid4

from aretane.formats import match_file as mf
from aretane.settings import Settings
from aretane.store import facts, read, write
from aretane.store.database import Address, reading, written
from aretane.store.records import match_file

from .data import opened


class FileProblem(RuntimeError):
    """A file that cannot be read, written or taken; the message says what to do."""


def add_parsers(commands: Any) -> None:
    """The two commands and their options."""
    taking = commands.add_parser("import", help="store a match file as a new recording")
    taking.add_argument("file", help="a match file; - reads standard input")
    taking.add_argument("--part", action="store_true", help="take the good part of a faulty file")
    giving = commands.add_parser("export", help="write a recording as a match file")
    giving.add_argument("recording", nargs="?", type=int, help="its number; left out: list them")
    giving.add_argument("--to", help="file to write; left out: standard output")
    for one in (taking, giving):
        one.add_argument("--demo", action="store_true", help="use the demo's data")


def run(settings: Settings, asked: argparse.Namespace) -> None:
    """Run import or export."""
    if asked.command == "import":
        file = _whole(asked.file, asked.part)
        with opened(settings, demo=asked.demo) as data:
            _take(data.address, file)
        return
    with opened(settings, demo=asked.demo) as data:
        _give(data.address, asked.recording, asked.to)


def _whole(name: str, part: bool) -> mf.MatchFile:
    try:
        text = sys.stdin.read() if name == "-" else Path(name).read_text("utf-8-sig")
    except (OSError, UnicodeDecodeError) as error:
        raise FileProblem(f"{name} cannot be read: {error}") from error
    reading_ = mf.read(text)
    for fault in reading_.faults:
        print(f"  {fault.place}: {fault.words}", file=sys.stderr)
    file = reading_.usable if part else reading_.whole
    if file is None:
        count = len(reading_.faults)
        more = "" if part or reading_.usable is None else "; --part takes every rack up to its first fault"
        raise FileProblem(f"{name} has {count} fault{'s' * (count != 1)}; nothing was stored{more}")
    return file


def _take(address: Address, file: mf.MatchFile) -> None:
    made, remarks = written(
        address,
        lambda db: write.import_match(db, read.first_member(db).club_id, file, lambda: str(uuid4())),
    )
    for remark in remarks:
        print(f"  {remark}", file=sys.stderr)
    shots = sum(len(rack.shots) for rack in file.racks)
    print(f"Stored as recording {made}: {file.match.title}, {len(file.racks)} racks, {shots} shots.")


def _give(address: Address, recording_id: int | None, to: str | None) -> None:
    with reading(address) as db:
        club_id = read.first_member(db).club_id
        if recording_id is None:
            for title in facts.titles(db, club_id):
                print(f"{title['id']:>5}  {title['played_on'] or '          '}  {title['title']}")
            return
        text = mf.write(match_file(read.recording(db, club_id, recording_id)))
    if to is None:
        print(text, end="")
        return
    try:
        Path(to).write_text(text, "utf-8")
    except OSError as error:
        raise FileProblem(f"{to} cannot be written: {error}") from error
