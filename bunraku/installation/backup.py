"""Backups: all of a data folder in one file, taken while Bunraku runs, and put back from it."""

import json
import os
import shutil
import sqlite3
import tempfile
import zipfile
import zlib
from contextlib import closing, nullcontext
from datetime import datetime, timedelta
from pathlib import Path

from bunraku import __version__
from bunraku.installation.folder import (
    BACKUPS,
    BEFORE_RESET,
    DATABASE,
    KEY,
    ROOT,
    UPLOADS,
    Unusable,
    key_of,
    unknown_migrations,
)
from bunraku.installation.lifeline import hold
from bunraku.installation.storage import why_it_failed

ABOUT = "about.json"
FORMAT = 1
"""Counts changes of how a backup is laid out."""
SUFFIX = ".bunraku.zip"
UNFINISHED, HELD, RESTORING = ".backup-", "held", ".restore-"
"""Folders of a backup and of a restore that are under way; the file in the first that is held."""
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
    """Write a backup: a ZIP file with the database as it is at one moment, the key, and which
    version wrote it.

    Returns: `target`. Raises: `Unusable` where it cannot be written, exists already, or does not
    hold what it should; then there is no file. It may run while Bunraku does: the database's own
    way of copying itself is used."""
    if target.exists():
        raise Unusable(f"{target} exists already. Name another file.")
    if not (data / DATABASE).exists():
        raise Unusable(f"There is no database in {data}, so there is nothing to back up.")
    # A key that is empty is refused before anything is written.
    key_of(data)
    try:
        _remove_leftovers(target.parent)
        with tempfile.TemporaryDirectory(prefix=UNFINISHED, dir=target.parent) as folder:
            copy, part = Path(folder) / DATABASE, Path(folder) / "part"
            # Held for as long as this process lives, so that no other takes it for a leftover.
            with hold(Path(folder) / HELD) or nullcontext():
                _copy_database(data / DATABASE, copy)
                _check(copy)
                _pack(data, copy, part)
                _check_packed(part)
                part.replace(target)
    except (OSError, sqlite3.Error, zipfile.BadZipFile) as error:
        raise Unusable(f"No backup was written to {target}: {_why(error)}") from error
    return target


def _remove_leftovers(folder: Path) -> None:
    """Remove what backups left that were killed: each is a copy of the whole database."""
    for left in folder.glob(f"{UNFINISHED}*"):
        held = hold(left / HELD) if left.is_dir() else None
        if held is not None:
            with held:
                shutil.rmtree(left, ignore_errors=True)


def restore(source: Path, data: Path, *, replace: bool = False) -> Path | None:
    """Put a backup back into a data folder that nobody uses meanwhile.

    Parameters: `source`; `data`; `replace`, whether data that is there may be moved aside. Returns:
    the folder that what was there is kept in, None where there was nothing. Raises: `Unusable`
    where the backup is not whole or of a newer version, or where there is data and `replace` was
    not asked for; then everything is as it was."""
    for left in data.glob(f"{RESTORING}*"):
        # Of one that was killed: nobody else restores into a folder that is held.
        shutil.rmtree(left, ignore_errors=True)
    there = [path for path in _belongings(data) if path.exists()]
    if there and not replace:
        raise Unusable(
            f"There is data in {data} already. Add --replace to have the backup take its place; "
            "what is there is kept aside."
        )
    try:
        with tempfile.TemporaryDirectory(prefix=RESTORING, dir=data) as folder:
            fresh = Path(folder)
            _unpack(source, fresh)
            _check(fresh / DATABASE)
            aside = _set_aside(data, there) if there else None
            try:
                for path in sorted(fresh.iterdir()):
                    path.rename(data / path.name)
            except OSError:
                undo_restore(data, aside)
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
    descriptor = os.open(target, os.O_RDWR | os.O_CREAT | os.O_TRUNC, 0o600)
    with (
        os.fdopen(descriptor, "w+b") as file,
        zipfile.ZipFile(file, "w", zipfile.ZIP_DEFLATED, compresslevel=_LEVEL) as packed,
    ):
        packed.writestr(ABOUT, json.dumps(about, indent=1))
        packed.writestr(KEY, key_of(data))
        packed.write(copy, DATABASE)


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
            raise zipfile.BadZipFile("it is not a Bunraku backup")
        about = json.loads(packed.read(ABOUT))
        if not isinstance(about, dict):
            raise zipfile.BadZipFile("it is not a Bunraku backup")
        if about.get("format", 0) > FORMAT:
            raise Unusable(
                f"{source} was made by Bunraku {about.get('version')}, a newer version than this "
                f"one ({__version__}). Upgrade first; nothing was changed."
            )
        for name in names:
            place = Path(name)
            # Names of our own alone: a made-up file could name any place on the machine. Older
            # versions kept uploads in a folder; the upgrade takes them from there.
            if name in (KEY, DATABASE) or (place.parent == Path(UPLOADS) and place.name):
                target = folder / place
                target.parent.mkdir(exist_ok=True, mode=0o700)
                with packed.open(name) as read, target.open("wb") as written:
                    shutil.copyfileobj(read, written)
    if not (folder / KEY).read_text("utf-8").strip():
        raise zipfile.BadZipFile("the key in it is empty, so anyone could sign in with it")
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


def undo_restore(data: Path, aside: Path | None) -> None:
    """Have everything as it was, where a restored backup could not take its place, or could not be
    made ready; `aside` is where `restore` kept what was there."""
    for path in _belongings(data):
        if path.is_dir():
            shutil.rmtree(path)
        else:
            path.unlink(missing_ok=True)
    for path in aside.iterdir() if aside else ():
        path.rename(data / path.name)
    if aside:
        aside.rmdir()


def set_demo_aside(data: Path) -> Path | None:
    """Keep a demo's database aside, so that it can begin afresh; the one kept before goes.

    Returns: where it is now; None where there is none. Raises: `Unusable` where what is there is no
    demo: somebody's own data is never done away with."""
    database = data / DATABASE
    if not database.exists():
        return None
    if not _is_demo(database):
        raise Unusable(
            f"The data in {data} is not the demo's, so it is not reset. Nothing was changed."
        )
    for old in data.glob(f"{BEFORE_RESET}*"):
        shutil.rmtree(old, ignore_errors=True)
    aside = Path(tempfile.mkdtemp(prefix=f"{BEFORE_RESET}{datetime.now():%Y-%m-%d-}", dir=data))
    for path in data.glob(f"{DATABASE}*"):
        path.rename(aside / path.name)
    return aside


def _is_demo(database: Path) -> bool:
    """Whether all projects of a database are the demo's person's."""
    if not database.stat().st_size:
        return True
    try:
        with closing(sqlite3.connect(database, timeout=20)) as opened:
            people = opened.execute("SELECT username FROM auth_user").fetchall()
    except sqlite3.Error:
        # One that cannot be read: only in the demo's own folder is it known whose it is.
        return database.parent == ROOT / "var" / "demo"
    return all(name == "demo" for (name,) in people)


def _why(error: Exception) -> str:
    return why_it_failed(error) or f"{error}."
