"""The commands behind ./aretane."""

import argparse
import sys

import pymysql

from aretane.settings import SettingError, load
from aretane.store.database import AddressError
from aretane.store.errors import StoreError
from aretane.store.instance import InstanceError

from . import checking, describe, files, kernels, serve


def main(arguments: list[str] | None = None) -> None:
    """Run one command; problems the user can mend end in one line, not a traceback."""
    parser = argparse.ArgumentParser(prog="aretane", description="Review recorded racks shot by shot.")
    commands = parser.add_subparsers(dest="command", required=True)
    commands.add_parser("demo", help="start with the made-up club")
    commands.add_parser("serve", help="start with your own data")
    commands.add_parser("dev", help="start for builders, reloading on change")
    files.add_parsers(commands)
    checking.add_parser(commands)
    how = commands.add_parser("status", help="say how a running Aretane is")
    how.add_argument("--demo", action="store_true", help="the one that runs with the demo's data")
    commands.add_parser("describe", help="write docs/openapi.json and the match file's schema")
    commands.add_parser("compile", help="compile ball motion; the launcher does it once after set-up")
    asked = parser.parse_args(arguments)
    try:
        settings = load()
        if asked.command in ("demo", "serve", "dev"):
            serve.run(settings, demo=asked.command == "demo", develop=asked.command == "dev")
        elif asked.command == "status":
            sys.exit(0 if serve.tell_status(settings, demo=asked.demo) else 1)
        elif asked.command == "check":
            sys.exit(0 if checking.run(settings, asked) else 1)
        elif asked.command == "compile":
            kernels.run()
        elif asked.command == "describe":
            describe.run(settings)
        else:
            files.run(settings, asked)
    except (SettingError, AddressError, InstanceError, StoreError, files.FileProblem) as error:
        sys.exit(f"aretane: {error}")
    except serve.CannotServe as error:
        sys.exit(f"aretane: {error}")
    except OSError as error:
        place = f": {error.filename}" if error.filename else ""
        sys.exit(f"aretane: {error.strerror or error}{place}")
    except pymysql.MySQLError as error:
        sys.exit(f"aretane: the database does not answer: {error.args[-1]}")
