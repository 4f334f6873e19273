"""Opening the data a command works on: the private instance or a given database, migrated."""

import os
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from shutil import copyfile
from uuid import uuid4

from aretane.demo.library import EVERY, films_of, load
from aretane.demo.scenario import CLUB, PLAYERS, REVIEWER, Fixture
from aretane.demo.studies import study_files
from aretane.settings import Settings
from aretane.store import instance, read, video, write
from aretane.store.database import Address, reading, writing
from aretane.store.errors import NotFound
from aretane.store.migrate import migrate
from aretane.vision import CODECS, examine

DATABASE = "aretane"
OWN_CLUB = "My club"
OWN_MEMBER = "Reviewer"


@dataclass(frozen=True, slots=True)
class Data:
    """Migrated data with its club: where it is, and the private server it is in, if it is in one."""

    address: Address
    server: instance.Instance | None


def folder_of(path: Path) -> Path:
    """The folder, made if need be, for this user alone. Raises InstanceError where it cannot be used."""
    try:
        path.mkdir(parents=True, exist_ok=True, mode=0o700)
        if path.stat().st_uid == os.getuid():
            path.chmod(0o700)
    except OSError as error:
        raise instance.InstanceError(
            f"the data folder {path} cannot be used ({error.strerror}): make it writable, or set "
            "ARETANE_DATA_DIR to a folder that is"
        ) from error
    return path


@contextmanager
def opened(settings: Settings, *, demo: bool) -> Iterator[Data]:
    """A migrated database with its club; the private server stops with the block if it started here."""
    os.umask(0o077)  # what is written is for this user alone
    if settings.database_url and not demo:
        address = Address.parse(settings.database_url)
        _prepare(address, settings, demo=False)
        yield Data(address, None)
        return
    folder_of(settings.data_dir)
    server = instance.start(settings.data_dir / ("demo" if demo else "own"))
    try:
        address = Address.parse(server.url(DATABASE))
        _prepare(address, settings, demo=demo)
        yield Data(address, server)
    finally:
        server.stop()


def _prepare(address: Address, settings: Settings, *, demo: bool) -> None:
    migrate(address)
    try:
        with reading(address) as db:
            read.first_member(db)
    except NotFound:
        load_demo(address, settings.videos_kept) if demo else load_empty(address)


def load_empty(address: Address) -> None:
    """A club of the user's own, with nothing in it."""
    with writing(address) as db:
        write.add_club(db, OWN_CLUB, OWN_MEMBER)


def load_demo(address: Address, videos: Path, fixtures: Sequence[Fixture] = EVERY) -> None:
    """The made-up club with its recordings and studies, in one transaction; films are copied into
    `videos`."""
    with writing(address) as db:
        club_id = write.add_club(db, CLUB, REVIEWER)
        for player in PLAYERS.values():
            write.add_player(db, club_id, player.name, player.level, player.hand)
        for fixture in fixtures:
            recording_id, _ = write.import_match(db, club_id, load(fixture), lambda: str(uuid4()))
            for path, name, starts in films_of(fixture):
                facts = examine(path, set(CODECS))
                kept = videos / f"{uuid4()}.video"
                videos.mkdir(parents=True, exist_ok=True, mode=0o700)
                copyfile(path, kept)
                video.add_part(
                    db, club_id, recording_id, name, "kept", kept.name, path.stat().st_size,
                    facts.as_json(), facts.frames.tobytes(), starts,
                )  # fmt: skip
        for study in study_files():
            write.import_match(db, club_id, study, lambda: str(uuid4()))
