"""The data folder: what lies in it, that it is for its owner alone, and whether it can be worked
with."""

import os
import secrets
import sqlite3
from contextlib import closing, suppress
from pathlib import Path

from bunraku.installation.storage import why_it_failed

ROOT = Path(__file__).resolve().parents[2]
DATABASE = "bunraku.sqlite3"
KEY = "secret-key"
UPLOADS = "uploads"
BACKUPS = "backups"
BEFORE_RESET = "before-reset-"
OURS = (
    *(f"{DATABASE}*", KEY, UPLOADS, BACKUPS, "set-aside-*", f"{BEFORE_RESET}*"),
    *("in-use", "worker-in-use"),
)
"""What we make in it."""
OWNER_ONLY = 0o077
"""What others are not given on anything that is made here."""


class Unusable(Exception):
    """A data folder that cannot be worked with; the message says why and what to do."""


def make_folder(data: Path) -> None:
    """Make a data folder where there is none, for its owner alone. Raises: `Unusable`."""
    os.umask(OWNER_ONLY)
    try:
        data.mkdir(parents=True, exist_ok=True, mode=0o700)
    except OSError as error:
        raise Unusable(f"The data folder {data}: {why_it_failed(error)}") from error


def make_usable(data: Path) -> None:
    """Make a data folder where there is none, private whatever it was, with a key. Raises:
    `Unusable`."""
    make_folder(data)
    try:
        _make_private(data)
        probe = data / f".probe-{secrets.token_hex(4)}"
        probe.write_bytes(b"0" * 4_096)
        probe.unlink()
        key_of(data)
    except OSError as error:
        raise Unusable(f"The data folder {data}: {why_it_failed(error)}") from error
    _check_database(data / DATABASE)


def _make_private(data: Path) -> None:
    """Take from others what an older version, or a copy, has left open. Only what is ours: somebody
    may have named a folder that holds other things too."""
    ours = [path for name in OURS for path in data.glob(name)]
    folders = [path for path in ours if path.is_dir()]
    if any(path.name == DATABASE for path in ours):
        data.chmod(0o700)
    for path in [*ours, *(inside for folder in folders for inside in folder.rglob("*"))]:
        with suppress(FileNotFoundError):
            path.chmod(0o700 if path.is_dir() else 0o600)


def key_of(data: Path) -> str:
    """The key that sessions are signed with; a new one where there is none. Raises: `Unusable` for
    an empty one: with it anybody could sign."""
    path = data / KEY
    # Made whole or not at all: the web processes and the worker start at the same time.
    if not path.exists():
        made = path.with_name(f"{KEY}-{secrets.token_hex(4)}")
        with os.fdopen(os.open(made, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "w") as file:
            file.write(secrets.token_urlsafe(50))
        try:
            os.link(made, path)
        except FileExistsError:
            pass
        finally:
            made.unlink()
    key = path.read_text("utf-8").strip()
    if not key:
        raise Unusable(
            f"The key in {path} is empty. Put back the one of your last backup, or delete the "
            "file so that a new one is made; everyone must then sign in again."
        )
    return key


def _check_database(path: Path) -> None:
    """That a database can be opened, and is not of a newer version. Its every page is checked when
    it is backed up: at each start it would take minutes. Raises: `Unusable`."""
    if not path.exists() or not path.stat().st_size:
        return
    try:
        with closing(sqlite3.connect(path, timeout=20)) as database:
            newer = unknown_migrations(database)
    except sqlite3.Error as error:
        raise Unusable(f"The database {path}: {why_it_failed(error)}") from error
    if newer:
        raise Unusable(
            f"The data in {path.parent} is from a newer version of Bunraku (it has "
            f"{newer[0]}). Start that version, or restore a backup of this one; nothing was "
            "changed."
        )


def unknown_migrations(database: sqlite3.Connection) -> list[str]:
    """Steps of our own that a database has been taken through and that this version does not
    know."""
    known, done = _known_migrations(), _done_migrations(database)
    rooms = {room for room, _ in known}
    return [f"{room}.{name}" for room, name in done if room in rooms and (room, name) not in known]


def is_older(path: Path) -> bool:
    """Whether there is a database that this version has to take a step further before it can be
    worked with."""
    if not path.exists() or not path.stat().st_size:
        return False
    with closing(sqlite3.connect(path, timeout=20)) as database:
        done = _done_migrations(database)
    return bool(done) and not set(_known_migrations()) <= set(done)


def _known_migrations() -> list[tuple[str, str]]:
    found = (ROOT / "bunraku/server").glob("*/migrations/0*.py")
    return [(path.parents[1].name, path.stem) for path in found]


def _done_migrations(database: sqlite3.Connection) -> list[tuple[str, str]]:
    tables = database.execute("SELECT name FROM sqlite_master WHERE name = 'django_migrations'")
    if tables.fetchone() is None:
        return []
    done = database.execute("SELECT app, name FROM django_migrations ORDER BY id")
    return [(str(room), str(name)) for room, name in done]
