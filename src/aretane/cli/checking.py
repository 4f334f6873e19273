"""./aretane check: read everything, replay every rack, list what is wrong, and mend what cannot be read."""

import argparse
import sys
from typing import Any

from aretane.reviewing import check as checks
from aretane.settings import Settings
from aretane.store import read
from aretane.store.database import reading

from .data import opened


def add_parser(commands: Any) -> None:
    """The command and its options."""
    parser = commands.add_parser(
        "check", help="read everything and list what is damaged or does not balance"
    )
    parser.add_argument("--demo", action="store_true", help="check the demo's data")
    how = parser.add_mutually_exclusive_group()
    how.add_argument("--mend", action="store_true", help="keep of damaged shots what can be read")
    how.add_argument("--remove", action="store_true", help="remove damaged shots")


def run(settings: Settings, asked: argparse.Namespace) -> bool:
    """Check; returns whether everything can be read, if need be after mending."""
    left = contradictions = 0
    with opened(settings, demo=asked.demo) as data:
        with reading(data.address) as db:
            club_id = read.first_member(db).club_id
        for found in checks.check(data.address, club_id, _told):
            done = ""
            if found.shot is not None and (asked.mend or asked.remove):
                (checks.mend if asked.mend else checks.remove)(data.address, club_id, found)
                done = " — what can be read is kept" if asked.mend else " — removed"
            elif found.kind == "damaged":
                left += 1
            else:
                contradictions += 1
            print(f"{found.kind}: {found.place}: {found.words}{done}")
    print(f"{left or 'nothing'} damaged, {contradictions or 'no'} contradictions")
    if left and not (asked.mend or asked.remove):
        print(
            "--mend keeps of damaged shots what can be read, --remove takes them out; the pages do both too"
        )
    return not left


def _told(done: int, of: int) -> None:
    if sys.stderr.isatty():
        print(f"\r  {done} of {of} recordings", end="\n" if done == of else "", file=sys.stderr, flush=True)
