"""A data folder of an earlier version is carried over whole: the demo of 0.2.0 with a place,
another language, a file, two outlets on a channel, moves, names and drops."""

import json
import lzma
import sqlite3
import subprocess
import sys
import zipfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings

from bunraku.installation.backup import ABOUT, SUFFIX
from bunraku.installation.folder import DATABASE, KEY, is_older
from bunraku.server.database.packing import unpack
from tests.processes import environment

LANDED = Path(__file__).parent / "landed" / "0.2.sqlite3.xz"
SAME = (
    *("auth_user", "projects_project", "projects_outlet", "sheet_scope", "sheet_keyword"),
    *("sheet_row", "sheet_rowpage", "sheet_decision", "cluster_cluster", "cluster_pin"),
    *("plan_piece", "plan_piecekeyword", "gather_origin", "jobs_job"),
)
"""Tables that keep their name and every column that they had."""
RENAMED = {
    "heat": "priority",
    "hot": "high",
    "warm": "normal",
    "cold": "low",
    "letters": "alphabet",
    "questions": "asked",
    "prepositions": "joined",
    "comparisons": "either",
    "core": "base",
    "helper": "modifier",
}
"""Words that were others then, in columns, values and what jobs were told."""
LEARNED_ANEW = {"sheet_scope": ["spreads", "broad_ratio"]}
"""Columns of what is learned from readings, and is learned again."""
LOOK = """
import django, json; django.setup()
from django.core.management import call_command
from django.test import Client
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import latest
from bunraku.server.sheet.scopes import find_scope, scope_of
from bunraku.sources.protocol import Vantage, What
project = Project.objects.get()
client = Client(headers={"host": "localhost"})
client.force_login(project.owner)
base = f"/api/projects/{project.pk}"
get = lambda path: client.get(base + path).json()
web = find_scope(project, "web")
page = lambda vantage: latest(web, What.PAGE, ["telescope cleaning"], vantage)
out = {
    "undo": get("/overview")["undo"]["label"],
    "log": [line["text"] for line in get("/log")["rows"]],
    "sheet": get("/sheet?state=all")["total"],
    "plan": get("/plan")["pieces"],
    "rules": [rule["value"] for rule in get("/rules")["rules"]],
    "runs": len(get("/gather/runs")),
    "place": bool(page(Vantage(place="harrowmere"))["telescope cleaning"]),
    "plain": bool(page(Vantage()).get("telescope cleaning")),
    "german": latest(web, What.LEXICON, ["telescope cleaning"], Vantage(into="de")),
    "undone": client.post(
        base + "/undo", {"entry": get("/overview")["undo"]["entry"]}, "application/json"
    ).json(),
}
print(json.dumps(out))
"""


WAITING = b"keyword\nstar chart\n" * 100_000


@pytest.fixture(scope="module")
def folders(tmp_path_factory: pytest.TempPathFactory) -> Iterator[tuple[Path, Path]]:
    """The data as it was, and carried over: restored from a backup as that version would have made
    one."""
    was, now = tmp_path_factory.mktemp("was"), tmp_path_factory.mktemp("now")
    data = lzma.decompress(LANDED.read_bytes())
    (was / DATABASE).write_bytes(data)
    backup = was / f"then{SUFFIX}"
    with zipfile.ZipFile(backup, "w") as packed:
        packed.writestr(ABOUT, json.dumps({"format": 1, "version": "0.2.0"}))
        packed.writestr(KEY, "a key of then")
        packed.writestr(DATABASE, data)
        # Where files were kept then that wait to be imported.
        for (stored,) in rows(was, "SELECT stored FROM gather_upload"):
            packed.writestr(f"uploads/{stored}", WAITING)
    assert is_older(was / DATABASE)
    assert "Restored" in run(now, [sys.executable, "-m", "bunraku", "restore", str(backup)])
    assert not is_older(now / DATABASE)
    yield was, now


def run(folder: Path, command: list[str]) -> str:
    more = {"DJANGO_SETTINGS_MODULE": "bunraku.server.settings", "BUNRAKU_TODAY": "2026-11-26"}
    done = subprocess.run(
        command,
        cwd=settings.ROOT,
        env=dict(environment(folder, **more)),
        capture_output=True,
        text=True,
        check=True,
    )
    return done.stdout


def rows(folder: Path, sql: str) -> list[Any]:
    with sqlite3.connect(folder / "bunraku.sqlite3") as connection:
        return connection.execute(sql).fetchall()


def test_a_file_that_waits_to_be_imported_is_taken_into_the_database(
    folders: tuple[Path, Path],
) -> None:
    was, now = folders
    same = "SELECT id, project_id, name, size_bytes, created FROM gather_upload"
    assert rows(now, same) == rows(was, same) != []
    parts = "SELECT upload_id, data FROM gather_uploadpart ORDER BY upload_id, number"
    held: dict[int, bytes] = {}
    for upload, data in rows(now, parts):
        assert len(data) <= 1_000_000
        held[upload] = held.get(upload, b"") + data
    assert set(held.values()) == {WAITING}


def columns(folder: Path, table: str) -> list[str]:
    return [row[1] for row in rows(folder, f"PRAGMA table_info({table})")]


@pytest.mark.parametrize("table", SAME)
def test_nothing_of_a_table_is_lost(folders: tuple[Path, Path], table: str) -> None:
    was, now = folders
    there = set(columns(now, table))
    kept = [name for name in columns(was, table) if RENAMED.get(name, name) in there]
    assert set(columns(was, table)) - set(kept) == set(LEARNED_ANEW.get(table, []))
    before = rows(was, _every(kept, table))
    assert before
    now_called = [RENAMED.get(name, name) for name in kept]
    after = rows(now, _every(now_called, table))
    assert after[: len(before)] == [tuple(_renamed(value) for value in row) for row in before]
    # What this version derives from readings is worked out in the background.
    assert [row[1] for row in after[len(before) :]] == ["reweigh"] * (table == "jobs_job")


def _every(names: list[str], table: str) -> str:
    quoted = ", ".join('"' + name + '"' for name in names)
    return f"SELECT {quoted} FROM {table} ORDER BY 1"  # noqa: S608


def _renamed(value: Any) -> Any:
    if value in RENAMED:
        return RENAMED[value]
    if isinstance(value, str):
        for old, new in RENAMED.items():
            value = value.replace(f'"{old}"', f'"{new}"').replace("{" + old + "}", "{" + new + "}")
    return value


def test_readings_keep_what_they_said_and_say_what_they_are_of(
    folders: tuple[Path, Path],
) -> None:
    was, now = folders
    ask = 'SELECT id, what, term, source, "on", price_tenths, payload {} FROM readings_reading'
    before = {row[0]: row for row in rows(was, ask.format(""))}
    after = {
        row[0]: row
        for row in rows(now, ask.format(", place, into_, depth").replace("into_", '"into"'))
    }
    assert before.keys() == after.keys()
    for pk, (_, what, term, source, on, price, payload) in before.items():
        _, what_now, term_now, source_now, on_now, price_now, packed, place, into, depth = after[pk]
        assert (what_now, source_now, on_now, price_now) == (what, source, on, price)
        assert (unpack(packed) if packed else None) == (json.loads(payload) if payload else None)
        assert term == term_now + (f" @ {place}" if place else "") + (f" > {into}" if into else "")
        assert depth == (10 if what == "page" else 0)
    assert {row[7] for row in after.values()} == {"", "harrowmere"}
    assert {row[8] for row in after.values()} == {"", "de"}


def test_rows_are_folded_and_stand_for_the_outlet_they_were_weighed_for(
    folders: tuple[Path, Path],
) -> None:
    _, now = folders
    assert rows(now, "SELECT count(*) FROM sheet_row WHERE folded = ''") == [(0,)]
    names = "own_strength chance position weak_spots clicks worth verdict".split()
    differ = " OR ".join(f"r.{name} IS NOT o.{name}" for name in names)
    of = "sheet_row r LEFT JOIN sheet_outlook o ON o.row_id = r.id"
    assert rows(now, f"SELECT count(*) FROM {of} WHERE o.id IS NULL OR {differ}") == [(0,)]  # noqa: S608


def test_one_goes_on_where_one_was(folders: tuple[Path, Path]) -> None:
    _, now = folders
    seen = json.loads(run(now, [sys.executable, "-c", LOOK]))
    assert seen["undo"].startswith("Dropped")
    # The names of before, the latest first; each can still be taken back.
    assert len(seen["log"]) == 4
    assert (seen["sheet"], seen["plan"], seen["runs"]) == (1689, 35, 17)
    assert seen["place"]
    assert seen["german"]["telescope cleaning"]["language"] == "de"
    assert seen["undone"]["left"] == 3
    assert len(seen["rules"]) == 4
