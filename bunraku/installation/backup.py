"""Backups: all of a data folder in one file, taken while Bunraku runs, and put back from it."""

import json
import os
import shutil
import sqlite3
import tempfile
import zipfile
import zlib
from contextlib import closing
from datetime import datetime, timedelta
from pathlib import Path

from bunraku import __version__
from bunraku.installation.folder import (
    BACKUPS,
    DATABASE,
    KEY,
    UPLOADS,
    Unusable,
    key_of,
    unknown_migrations,
)
from bunraku.installation.storage import why_it_failed

ABOUT = "about.json"
FORMAT = 1
"""Counts changes of how a backup is laid out."""
SUFFIX = ".bunraku.zip"
DAILY = timedelta(hours=24)
_NOT_WHOLE = (
    OSError,
    sqlite3.Error,
    zipfile.BadZipFile,
    zlib.error,
    EOFError,
    ValueError,
    RuntimeError,
)
"""What comes of files that are cut, changed, locked or no backup at all."""
_LEVEL = 1
"""Packed quickly rather than small: a database shrinks to a third either way."""


def back_up(data: Path, target: Path) -> Path:
    """Write a backup: a ZIP file with the database as it is at one moment, the key, files that wait
    to be imported, and which version wrote it.

    Returns: `target`. Raises: `Unusable` where it cannot be written, exists already, or does not
    hold what it should; then there is no file. It may run while Bunraku does: the database's own
    way of copying itself is used."""
    if target.exists():
        raise Unusable(f"{target} exists already. Name another file.")
    if not (data / DATABASE).exists():
        raise Unusable(f"There is no database in {data}, so there is nothing to back up.")
    part = target.with_name(f".{target.name}.part")
    try:
        with tempfile.TemporaryDirectory(prefix=".backup-", dir=target.parent) as folder:
            copy = Path(folder) / DATABASE
            _copy_database(data / DATABASE, copy)
            _check(copy)
            _pack(data, copy, part)
            _check_packed(part)
        part.replace(target)
    except (OSError, sqlite3.Error, zipfile.BadZipFile) as error:
        raise Unusable(f"No backup was written to {target}: {_why(error)}") from error
    finally:
        part.unlink(missing_ok=True)
    return target


def restore(source: Path, data: Path, *, replace: bool = False) -> Path | None:
    """Put a backup back into a data folder that nobody uses meanwhile.

    Parameters: `source`; `data`; `replace`, whether data that is there may be moved aside. Returns:
    the folder that what was there is kept in, None where there was nothing. Raises: `Unusable`
    where the backup is not whole or of a newer version, or where there is data and `replace` was
    not asked for; then everything is as it was."""
    there = [path for path in _belongings(data) if path.exists()]
    if there and not replace:
        raise Unusable(
            f"There is data in {data} already. Add --replace to have the backup take its place; "
            "what is there is kept aside."
        )
    try:
        with tempfile.TemporaryDirectory(prefix=".restore-", dir=data) as folder:
            fresh = Path(folder)
            _unpack(source, fresh)
            _check(fresh / DATABASE)
            aside = _set_aside(data, there) if there else None
            try:
                for path in sorted(fresh.iterdir()):
                    path.rename(data / path.name)
            except OSError:
                _take_back(data, aside)
                raise
    except _NOT_WHOLE as error:
        raise Unusable(f"{source} was not restored: {_why(error)}") from error
    return aside


def is_due(data: Path, now: datetime, kept: int) -> bool:
    """Whether the backup of the day is to be taken: there is data, backups are wanted, and the last
    is a day old."""
    if kept <= 0 or not (data / DATABASE).exists():
        return False
    # By their names: a copied file has the time of the copying. Those of a later day than today are
    # of a clock that was wrong, and must not stop backups until it is right.
    stamps = map(_stamp, (data / BACKUPS).glob(f"*{SUFFIX}"))
    last = max((stamp for stamp in stamps if stamp is not None and stamp <= now), default=None)
    return last is None or now - last >= DAILY


def take_into(data: Path, now: datetime, kept: int) -> Path:
    """Take a backup into the data folder, and forget all but the last so many. Raises:
    `Unusable`."""
    folder = data / BACKUPS
    try:
        folder.mkdir(exist_ok=True, mode=0o700)
    except OSError as error:
        raise Unusable(f"No backup was written to {folder}: {_why(error)}") from error
    target = folder / f"{now:%Y-%m-%d-%H%M%S}{SUFFIX}"
    back_up(data, target)
    for old in sorted(folder.glob(f"*{SUFFIX}"))[: -max(kept, 1)]:
        if old != target:
            old.unlink()
    return target


def _stamp(path: Path) -> datetime | None:
    try:
        return datetime.strptime(path.name.removesuffix(SUFFIX), "%Y-%m-%d-%H%M%S")
    except ValueError:
        return None


def _belongings(data: Path) -> list[Path]:
    """What a backup holds, where it lies in a data folder; with it what the database has not yet
    taken in."""
    database = [data / f"{DATABASE}{more}" for more in ("", "-wal", "-shm", "-journal")]
    return [*database, data / KEY, data / UPLOADS]


def _copy_database(source: Path, copy: Path) -> None:
    with (
        closing(sqlite3.connect(source, timeout=60)) as running,
        closing(sqlite3.connect(copy)) as copied,
    ):
        # In one step, so that it is of one moment, however much is written meanwhile.
        running.backup(copied)
        # One file: what the running one keeps beside itself is in it.
        copied.execute("PRAGMA journal_mode = DELETE")


def _check(database: Path) -> None:
    with closing(sqlite3.connect(database)) as opened:
        found = opened.execute("PRAGMA integrity_check(1)").fetchone()[0]
        if found != "ok":
            raise sqlite3.DatabaseError(f"the database is damaged: {found}")


def _pack(data: Path, copy: Path, target: Path) -> None:
    about = {
        "format": FORMAT,
        "version": __version__,
        "made": datetime.now().astimezone().isoformat(timespec="seconds"),
    }
    uploads = sorted(path for path in (data / UPLOADS).glob("*") if path.is_file())
    descriptor = os.open(target, os.O_RDWR | os.O_CREAT | os.O_TRUNC, 0o600)
    with (
        os.fdopen(descriptor, "w+b") as file,
        zipfile.ZipFile(file, "w", zipfile.ZIP_DEFLATED, compresslevel=_LEVEL) as packed,
    ):
        packed.writestr(ABOUT, json.dumps(about, indent=1))
        packed.writestr(KEY, key_of(data))
        packed.write(copy, DATABASE)
        for path in uploads:
            packed.write(path, f"{UPLOADS}/{path.name}")


def _check_packed(target: Path) -> None:
    """Read it once from end to end: each part has a checksum."""
    with target.open("rb") as file:
        os.fsync(file.fileno())
    with zipfile.ZipFile(target) as packed:
        bad = packed.testzip()
    if bad is not None:
        raise zipfile.BadZipFile(f"{bad} in it cannot be read back")


def _unpack(source: Path, folder: Path) -> None:
    with zipfile.ZipFile(source) as packed:
        names = packed.namelist()
        if not {ABOUT, KEY, DATABASE} <= set(names):
            raise zipfile.BadZipFile("it is no backup of Bunraku")
        about = json.loads(packed.read(ABOUT))
        if not isinstance(about, dict):
            raise zipfile.BadZipFile("it is no backup of Bunraku")
        if about.get("format", 0) > FORMAT:
            raise Unusable(
                f"{source} was made by Bunraku {about.get('version')}, a newer version than this "
                f"one ({__version__}). Upgrade first; nothing was changed."
            )
        for name in names:
            place = Path(name)
            # Names of our own alone: a made-up file could name any place on the machine.
            if name in (KEY, DATABASE) or (place.parent == Path(UPLOADS) and place.name):
                target = folder / place
                target.parent.mkdir(exist_ok=True, mode=0o700)
                with packed.open(name) as read, target.open("wb") as written:
                    shutil.copyfileobj(read, written)
    with closing(sqlite3.connect(folder / DATABASE)) as database:
        if unknown_migrations(database):
            raise Unusable(
                f"{source} was made by Bunraku {about.get('version')}, a newer version than this "
                f"one ({__version__}). Upgrade first; nothing was changed."
            )


def _set_aside(data: Path, there: list[Path]) -> Path:
    aside = Path(tempfile.mkdtemp(prefix=f"set-aside-{datetime.now():%Y-%m-%d-%H%M%S}-", dir=data))
    for path in there:
        path.rename(aside / path.name)
    return aside


def _take_back(data: Path, aside: Path | None) -> None:
    """Have everything as it was, where a restored backup could not take its place."""
    for path in aside.iterdir() if aside else ():
        target = data / path.name
        if target.is_file():
            target.unlink()
        path.rename(target)
    if aside:
        aside.rmdir()


def _why(error: Exception) -> str:
    return why_it_failed(error) or f"{error}."
