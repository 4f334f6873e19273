"""Migrations: numbered .sql files, run in order, recorded with their checksum.

MariaDB commits at every DDL statement, so a file cannot be one transaction. Every statement is therefore
guarded (IF NOT EXISTS and the like), and a file that was interrupted is simply run again.
"""

import hashlib
from importlib.resources import files
from typing import Any

import pymysql

from .database import Address, Db, connect, run
from .errors import StoreError

RECORD = """
CREATE TABLE IF NOT EXISTS migration (
  name VARCHAR(120) NOT NULL PRIMARY KEY,
  checksum CHAR(64) NOT NULL,
  applied_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP
)
"""


MIGRATE_SECONDS = 3600
"""A large table takes its time to be altered."""


class MigrationError(StoreError):
    """The database does not fit this program; the message names the migration."""


def migrate(address: Address) -> list[str]:
    """Bring the database up to date, making it where it is missing. Returns what was applied."""
    _ensure_database(address)
    db = connect(address, seconds=MIGRATE_SECONDS)
    try:
        run(db, "SELECT GET_LOCK('aretane_migrate', 60)")
        run(db, RECORD)
        with db.cursor() as cursor:
            cursor.execute("SELECT name, checksum FROM migration")
            rows: list[Any] = list(cursor.fetchall())
        done = {row["name"]: row["checksum"] for row in rows}
        folder = sorted(files(__package__).joinpath("migrations").iterdir(), key=lambda f: f.name)
        known = [file for file in folder if file.name.endswith(".sql")]
        newer = sorted(set(done) - {file.name for file in known})
        if newer:
            raise MigrationError(f"the database was made by a newer version (it has {newer[-1]})")
        return [file.name for file in known if _apply(db, file.name, file.read_text(), done)]
    finally:
        db.close()


def _ensure_database(address: Address) -> None:
    try:
        connect(address).close()
        return
    except pymysql.err.OperationalError as error:
        if error.args[0] != pymysql.constants.ER.BAD_DB_ERROR:
            raise
    db = connect(address, with_database=False)
    try:
        run(
            db,
            f"CREATE DATABASE IF NOT EXISTS `{address.database}` "
            "CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci",
        )
    finally:
        db.close()


def _apply(db: Db, name: str, text: str, done: dict[str, str]) -> bool:
    checksum = hashlib.sha256(text.encode()).hexdigest()
    if name in done:
        if done[name] != checksum:
            raise MigrationError(f"migration {name} was changed after it was applied")
        return False
    for statement in text.split(";\n"):
        if statement.strip():
            run(db, statement)
    run(db, "INSERT INTO migration (name, checksum) VALUES (%s, %s)", name, checksum)
    db.commit()
    return True
