"""Backups and restoring: nothing is lost, and errors say what to do."""

import errno
import json
import sqlite3
import subprocess
import sys
import threading
import zipfile
from contextlib import closing
from datetime import datetime, timedelta
from pathlib import Path

import pytest

from bunraku import __main__ as command_line
from bunraku.__main__ import main
from bunraku.installation import backup as backups
from bunraku.installation.backup import (
    SUFFIX,
    back_up,
    is_due,
    restore,
    set_demo_aside,
    take_into,
)
from bunraku.installation.folder import DATABASE, KEY, Unusable, key_of, make_usable
from tests.processes import environment, running
from tests.server.conftest import raising, writing

ROOT = Path(__file__).resolve().parents[2]
NOW = datetime(2026, 10, 15, 12)


def rows(folder: Path) -> list[int]:
    with closing(sqlite3.connect(folder / DATABASE)) as database:
        return [n for (n,) in database.execute("SELECT n FROM kept ORDER BY n")]


def test_a_backup_taken_amid_writing_is_whole_and_comes_back(data: Path, tmp_path: Path) -> None:
    done = threading.Event()

    def keep_writing() -> None:
        # Always two rows in one transaction: half of it must never be in a backup.
        with closing(writing(data)) as database:
            n = 1_000
            while not done.is_set():
                database.execute("INSERT INTO kept VALUES (?, 1)", (n,))
                database.execute("INSERT INTO kept VALUES (?, 2)", (n + 1,))
                database.commit()
                n += 2

    writer = threading.Thread(target=keep_writing)
    writer.start()
    try:
        for number in range(4):
            back_up(data, tmp_path / f"{number}{SUFFIX}")
    finally:
        done.set()
        writer.join()
    for number in range(4):
        folder = tmp_path / f"restored-{number}"
        folder.mkdir()
        assert restore(tmp_path / f"{number}{SUFFIX}", folder) is None
        with closing(sqlite3.connect(folder / DATABASE)) as database:
            halves = database.execute("SELECT half, count(*) FROM kept GROUP BY half").fetchall()
        counts = dict(halves)
        assert counts[0] == 500
        assert counts.get(1) == counts.get(2)
        assert (folder / KEY).read_text() == key_of(data)
        assert not list(folder.glob("*-wal"))
    assert counts[1] > 0


def test_a_backup_is_for_its_owner_alone_and_says_what_it_is(data: Path, tmp_path: Path) -> None:
    target = back_up(data, tmp_path / f"one{SUFFIX}")
    assert target.stat().st_mode & 0o777 == 0o600
    with zipfile.ZipFile(target) as packed:
        assert json.loads(packed.read("about.json"))["version"]
    with pytest.raises(Unusable, match="exists already"):
        back_up(data, target)
    with pytest.raises(Unusable, match="nothing to back up"):
        back_up(tmp_path, tmp_path / "two")
    # Nothing half is left where there was no room, or what was written cannot be read back.
    for fails in (OSError(errno.ENOSPC, "full"), zipfile.BadZipFile("it cannot be read back")):
        with pytest.MonkeyPatch.context() as patch:
            patch.setattr(backups, "_check_packed", raising(fails))
            with pytest.raises(Unusable, match=r"the disk is full|cannot be read back"):
                back_up(data, tmp_path / "three")
    assert sorted(path.name for path in tmp_path.iterdir()) == ["data", f"one{SUFFIX}"]


def test_restoring_over_data_has_to_be_asked_for_and_keeps_it_aside(
    data: Path, tmp_path: Path
) -> None:
    target = back_up(data, tmp_path / f"one{SUFFIX}")
    there = tmp_path / "there"
    make_usable(there)
    with closing(writing(there)) as database:
        database.execute("CREATE TABLE kept (n INTEGER)")
        database.execute("INSERT INTO kept VALUES (7)")
        database.commit()
    key = key_of(there)
    with pytest.raises(Unusable, match="--replace"):
        restore(target, there)
    assert rows(there) == [7]
    # One that is not whole takes the place of nothing.
    broken = tmp_path / "broken"
    broken.write_bytes(target.read_bytes()[:-2_000])
    changed = tmp_path / "changed"
    whole = target.read_bytes()
    middle = len(whole) // 2
    changed.write_bytes(whole[:middle] + bytes(200) + whole[middle + 200 :])
    strange = tmp_path / "strange"
    with zipfile.ZipFile(strange, "w") as packed:
        for name in ("about.json", KEY, DATABASE):
            packed.writestr(name, "[1]")
    for bad in (broken, changed, strange, Path(__file__), tmp_path / "none"):
        with pytest.raises(Unusable, match="was not restored"):
            restore(bad, there, replace=True)
    # Nor one that is whole and cannot be put in place.
    with pytest.MonkeyPatch.context() as patch:
        rename = Path.rename
        full = OSError(errno.ENOSPC, "No space left on device")

        def fails(path: Path, to: Path) -> Path:
            if ".restore-" in str(path) and path.name == KEY:
                raise full
            return rename(path, to)

        patch.setattr(Path, "rename", fails)
        with pytest.raises(Unusable, match="the disk is full"):
            restore(target, there, replace=True)
    assert (rows(there), key_of(there)) == ([7], key)
    assert not list(there.glob("set-aside-*"))
    aside = restore(target, there, replace=True)
    assert aside is not None
    assert (rows(aside), (aside / KEY).read_text()) == ([7], key)
    assert len(rows(there)) == 500
    assert key_of(there) == key_of(data)


def test_a_made_up_backup_writes_nowhere_else(data: Path, tmp_path: Path) -> None:
    target = back_up(data, tmp_path / f"one{SUFFIX}")
    with zipfile.ZipFile(target, "a") as packed:
        packed.writestr("../outside", "x")
        packed.writestr("uploads/../../outside", "x")
        packed.writestr("in-use", "x")
    folder = tmp_path / "deep/folder"
    folder.mkdir(parents=True)
    restore(target, folder)
    everything = {path.name for path in (tmp_path / "deep").rglob("*")}
    assert everything == {"folder", DATABASE, KEY}


def test_what_a_killed_backup_left_is_removed_by_the_next(data: Path, tmp_path: Path) -> None:
    copying = (
        "import sys, time; from pathlib import Path; from bunraku.installation import backup\n"
        "backup._copy_database = lambda *_: (print('copying', flush=True), time.sleep(60))\n"
        "backup.back_up(Path(sys.argv[1]), Path(sys.argv[2]))"
    )
    command = [sys.executable, "-c", copying, str(data), str(tmp_path / "never")]
    with running(command, cwd=ROOT, stdout=subprocess.PIPE) as process:
        assert process.stdout is not None
        assert process.stdout.readline() == "copying\n"
        [under_way] = tmp_path.glob(".backup-*")
        # One that is under way is no leftover.
        back_up(data, tmp_path / f"beside{SUFFIX}")
        assert under_way.exists()
        process.kill()
        process.wait()
    assert under_way.exists()
    back_up(data, tmp_path / f"next{SUFFIX}")
    assert not list(tmp_path.glob(".backup-*"))
    assert not (tmp_path / "never").exists()


def test_an_empty_key_is_refused_before_anything_is_written(data: Path, tmp_path: Path) -> None:
    whole = back_up(data, tmp_path / f"whole{SUFFIX}")
    (data / KEY).write_text(" \n")
    before = {path.name for path in tmp_path.iterdir()}
    with pytest.raises(Unusable, match="is empty"):
        back_up(data, tmp_path / f"one{SUFFIX}")
    assert {path.name for path in tmp_path.iterdir()} == before
    emptied = tmp_path / f"emptied{SUFFIX}"
    with zipfile.ZipFile(whole) as old, zipfile.ZipFile(emptied, "w") as new:
        for name in old.namelist():
            new.writestr(name, "" if name == KEY else old.read(name))
    there = tmp_path / "there"
    there.mkdir()
    with pytest.raises(Unusable, match="key in it is empty"):
        restore(emptied, there)
    assert list(there.iterdir()) == []


def test_a_restore_that_fails_leaves_nothing_behind(data: Path, tmp_path: Path) -> None:
    whole = back_up(data, tmp_path / f"whole{SUFFIX}")
    # It is whole, so it is put in place; but its tables are nobody's, so it cannot be made ready.
    with closing(sqlite3.connect(tmp_path / "other")) as other:
        other.execute("CREATE TABLE projects_project (n INTEGER)")
        other.commit()
    fresh = tmp_path / "fresh"
    command = [sys.executable, "-m", "bunraku", "restore", str(whole), "--data", str(fresh)]
    broken = tmp_path / f"broken{SUFFIX}"
    nobodys = (tmp_path / "other").read_bytes()
    with zipfile.ZipFile(whole) as old, zipfile.ZipFile(broken, "w") as new:
        for name in old.namelist():
            new.writestr(name, nobodys if name == DATABASE else old.read(name))
    command[4] = str(broken)
    env = dict(environment(fresh))
    failed = subprocess.run(command, cwd=ROOT, env=env, capture_output=True, text=True, check=False)
    assert failed.returncode == 1
    assert not fresh.exists()
    (tmp_path / "mine").mkdir()
    (tmp_path / "mine/letter").write_text("mine")
    command[6] = str(tmp_path / "mine")
    subprocess.run(command, cwd=ROOT, env=env, capture_output=True, check=False)
    left = {path.name for path in (tmp_path / "mine").iterdir()}
    assert left == {"letter"}


def test_only_a_demo_is_begun_afresh(data: Path, tmp_path: Path) -> None:
    def bunraku(*words: str) -> "subprocess.CompletedProcess[str]":
        command = [sys.executable, "-m", "bunraku", *words, "--data", str(data), "--port", "0"]
        env = dict(environment(data))
        return subprocess.run(
            command, cwd=ROOT, env=env, capture_output=True, text=True, check=False
        )

    before = (data / DATABASE).read_bytes()
    refused = bunraku("--reset")
    assert refused.returncode == 1
    assert "only the demo" in refused.stdout
    with closing(writing(data)) as database:
        database.execute("CREATE TABLE auth_user (username TEXT)")
        database.execute("INSERT INTO auth_user VALUES ('keeper')")
        database.commit()
    refused = bunraku("--demo", "--reset")
    assert refused.returncode == 1
    assert "not the demo's" in refused.stdout
    assert rows(data)[:500] == list(range(500))
    assert before
    with closing(writing(data)) as database:
        database.execute("UPDATE auth_user SET username = 'demo'")
        database.commit()
    aside = set_demo_aside(data)
    assert aside is not None
    assert not (data / DATABASE).exists()
    assert len(rows(aside)) == 500
    assert set_demo_aside(data) is None


def test_the_backup_of_the_day_is_taken_once_and_seven_are_kept(data: Path) -> None:
    for day in range(9):
        now = NOW + timedelta(days=day)
        assert is_due(data, now, 7)
        take_into(data, now, 7)
        assert not is_due(data, now + timedelta(hours=5), 7)
    kept = sorted(path.name[:10] for path in (data / "backups").iterdir())
    assert kept == [f"2026-10-{day}" for day in range(17, 24)]
    assert not is_due(data, NOW + timedelta(days=30), 0)
    # A clock that was years ahead for an hour does not stop them for years.
    take_into(data, NOW + timedelta(days=4_000), 7)
    assert is_due(data, NOW + timedelta(days=10), 7)


def test_the_command_backs_up_and_restores(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    data, file = tmp_path / "own", tmp_path / f"today{SUFFIX}"
    place = environment(data, DJANGO_SETTINGS_MODULE="bunraku.server.settings")
    monkeypatch.delenv("DATABASE_URL", raising=False)

    def run(*words: str) -> str:
        monkeypatch.setattr(sys, "argv", ["bunraku", *words])
        code = main()
        told = capsys.readouterr().out
        assert (code == 0) is told.startswith(("Backed up", "Restored", "What was there")), told
        return told

    subprocess.run([sys.executable, "manage.py", "ready"], cwd=ROOT, env=place, check=True)
    assert f"{file}" in run("backup", str(file), "--data", str(data))
    assert "exists already" in run("backup", str(file), "--data", str(data))
    assert "Name the file" in run("backup", "--data", str(data))
    # Into a folder of another machine.
    other = tmp_path / "other"
    assert "Restored" in run("restore", str(file), "--data", str(other))
    assert "--replace" in run("restore", str(file), "--data", str(other))
    # It is of this version, and known to be ready.
    monkeypatch.setattr(command_line, "_make_ready", lambda *_, **__: True)
    assert "kept in" in run("restore", str(file), "--data", str(other), "--replace")
    assert (other / DATABASE).stat().st_mode & 0o077 == 0
    with pytest.MonkeyPatch.context() as patch:
        patch.setenv("DATABASE_URL", "postgres://somewhere/else")
        assert "its own means" in run("backup", str(file), "--data", str(data))
        assert "its own means" in run("restore", str(file), "--data", str(data))
