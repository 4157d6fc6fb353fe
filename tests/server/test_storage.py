"""Storage that fails, at the start and amid work: nothing is half done, and what to do is said."""

import errno
import os
import sqlite3
import sys
from contextlib import closing
from pathlib import Path

import pytest
from django.db import OperationalError, connection

from bunraku.__main__ import main
from bunraku.installation.folder import DATABASE, KEY, Unusable, make_usable
from bunraku.installation.storage import why_it_failed
from bunraku.server.errors import storage_failed
from bunraku.server.jobs.models import Job
from bunraku.server.start.management.commands import work
from tests.server.conftest import OPEN, RUN, Api, raising


def _newer(data: Path) -> None:
    with closing(sqlite3.connect(data / DATABASE)) as database:
        database.execute("CREATE TABLE django_migrations (id INTEGER, app TEXT, name TEXT)")
        database.execute("INSERT INTO django_migrations VALUES (1, 'sheet', '0099_later')")
        database.commit()


def _emptied_key(data: Path) -> None:
    (data / KEY).write_text(" \n")


def _no_database(data: Path) -> None:
    for path in data.glob(f"{DATABASE}*"):
        path.unlink()
    (data / DATABASE).write_text("this is a letter, not a database" * 40)


def _corrupt(data: Path) -> None:
    for connected in OPEN:
        connected.close()
    whole = (data / DATABASE).read_bytes()
    (data / DATABASE).write_bytes(whole[:100] + b"\x5a" * 4_000 + whole[4_100:])


def _a_folder(data: Path) -> None:
    for path in data.glob(f"{DATABASE}*"):
        path.unlink()
    (data / DATABASE).mkdir()


@pytest.mark.parametrize(
    ("spoil", "says"),
    [
        (_newer, "from a newer version of Bunraku (it has sheet.0099_later)"),
        (_emptied_key, "is empty. Put back the one of your last backup"),
        (_no_database, "or not a database. Stop Bunraku and restore your last backup"),
        (_corrupt, "damaged"),
        (_a_folder, "cannot be opened"),
    ],
)
def test_data_that_cannot_be_worked_with_is_told_at_the_start(
    data: Path,
    tmp_path: Path,
    capsys: pytest.CaptureFixture[str],
    monkeypatch: pytest.MonkeyPatch,
    spoil: "object",
    says: str,
) -> None:
    spoil(data)  # type: ignore[operator]
    before = {path: path.read_bytes() for path in data.rglob("*") if path.is_file()}
    monkeypatch.setattr(sys, "argv", ["bunraku", "--data", str(data), "--port", "0"])
    assert main() == 1
    told = capsys.readouterr().out
    assert says in told
    assert told.count("\n") == 1
    after = {path: path.read_bytes() for path in before if path.exists()}
    assert {p: b for p, b in after.items() if "-shm" not in p.name} == {
        p: b for p, b in before.items() if "-shm" not in p.name
    }


@pytest.mark.parametrize("number", [errno.EROFS, errno.EACCES, errno.ENOSPC, errno.EIO])
def test_a_folder_that_cannot_be_written_to_is_told_at_the_start(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, number: int
) -> None:
    monkeypatch.setattr(Path, "write_bytes", raising(OSError(number, os.strerror(number))))
    with pytest.raises(Unusable, match=r"try again|last backup"):
        make_usable(tmp_path / "data")


def test_what_older_versions_left_open_is_closed_to_others(data: Path) -> None:
    data.chmod(0o755)
    (data / DATABASE).chmod(0o644)
    (data / "uploads").mkdir()
    (data / "uploads").chmod(0o755)
    (data / "letter-of-mine").write_text("not ours")
    (data / "letter-of-mine").chmod(0o640)
    make_usable(data)
    modes = {path.name: path.stat().st_mode & 0o777 for path in (data, *data.rglob("*"))}
    assert modes.pop("letter-of-mine") == 0o640
    assert {modes.pop(name) for name in ("data", "uploads")} == {0o700}
    assert set(modes.values()) == {0o600}


# The whole transaction goes with what could not be stored, so the test may not stand in one.
@pytest.mark.django_db(transaction=True)
def test_a_full_disk_is_told_and_nothing_is_half_done(api: Api) -> None:
    if connection.vendor != "sqlite":
        pytest.skip("another database has disks of its own")
    before = api.get("")
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA page_count")
        (pages,) = cursor.fetchone()
        cursor.execute("PRAGMA freelist_count")
        (free,) = cursor.fetchone()
        cursor.execute("CREATE TABLE filler (b BLOB)")
        cursor.execute("INSERT INTO filler VALUES (zeroblob(%s))", [max(free - 2, 1) * 4_092])
        cursor.execute(f"PRAGMA max_page_count = {pages}")
        try:
            # More than what is free within the pages that there are.
            many = {
                **before,
                "about": "long words " * 180,
                "places": [f"{n} " + "x" * 190 for n in range(500)],
            }
            problem = api.refused("PUT", "", many)
        finally:
            cursor.execute("PRAGMA max_page_count = 4294967294")
            cursor.execute("DROP TABLE filler")
    assert (problem["code"], problem["status"]) == ("storage", 507)
    assert "disk is full" in problem["detail"]
    assert api.get("") == before


class NotOpened(sqlite3.OperationalError):
    sqlite_errorcode = sqlite3.SQLITE_READONLY


@pytest.mark.django_db
def test_a_job_that_storage_stops_says_so(api: Api, monkeypatch: pytest.MonkeyPatch) -> None:
    from bunraku.server.gather.ways import run

    monkeypatch.setattr(run, "keep", raising(NotOpened("attempt to write a readonly database")))
    api.post("/gather/runs", RUN)
    job = Job.objects.get(kind="gather")
    assert job.state == "failed"
    assert "read-only" in job.error


def test_the_worker_waits_for_storage_and_goes_on(monkeypatch: pytest.MonkeyPatch) -> None:
    came = iter([NotOpened("read-only"), None])
    told: list[str] = []

    def work_once(*_: object, **__: object) -> None:
        if error := next(came):
            raise OperationalError("it failed") from error

    for name in ("take_over", "renew", "end_leases"):
        monkeypatch.setattr(work, name, lambda *_: None)
    monkeypatch.setattr(work, "call_command", work_once)
    monkeypatch.setattr(connection, "close", lambda: None)
    command = work.Command()
    monkeypatch.setattr(command.stderr, "write", told.append)
    assert command._storage_failed()
    assert not command._storage_failed()
    assert "read-only" in told[0]


def test_only_storage_is_told_as_storage() -> None:
    assert why_it_failed(ValueError("x")) == ""
    assert storage_failed(KeyError("x")) is None
    locked = sqlite3.OperationalError("database is locked")
    locked.sqlite_errorcode = sqlite3.SQLITE_BUSY
    busy = storage_failed(locked)
    assert busy is not None
    assert (busy.code, busy.status) == ("busy", 503)
