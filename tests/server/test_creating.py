"""A new database is made at once; it must be as migrations would have made it."""

import sqlite3
import subprocess
import sys
from collections.abc import Callable
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings
from django.core.management import call_command
from django.db import connection

from bunraku.installation.folder import DATABASE
from bunraku.server.database.creating import create_tables
from tests.processes import environment

Rows = list[tuple[Any, ...]]
pytestmark = [
    pytest.mark.django_db,
    pytest.mark.skipif(connection.vendor != "sqlite", reason="the embedded database's own tables"),
]


def _shape(asked: Callable[[str], Rows]) -> dict[str, Any]:
    """What a database is made of, by table: columns, indexes by what they hold, references. Not the
    order of columns and the names of indexes, which tell of how they came about."""
    shape: dict[str, Any] = {}
    made = dict(asked("SELECT name, sql FROM sqlite_master WHERE type = 'index'"))
    for (table,) in asked("SELECT name FROM sqlite_master WHERE type = 'table'"):
        indexes = []
        for _, name, unique, origin, partial in asked(f'PRAGMA index_list("{table}")'):
            held = [row[2:5] for row in asked(f'PRAGMA index_xinfo("{name}")')]
            only = (made.get(name) or "").partition(" WHERE ")[2] if partial else ""
            indexes.append((held, unique, origin, only))
        shape[table] = {
            "columns": sorted(row[1:] for row in asked(f'PRAGMA table_info("{table}")')),
            "indexes": sorted(indexes, key=repr),
            "references": sorted(row[2:] for row in asked(f'PRAGMA foreign_key_list("{table}")')),
        }
    return shape


def test_tables_are_as_migrations_make_them(tmp_path: Path) -> None:
    place = environment(tmp_path, DJANGO_SETTINGS_MODULE="bunraku.server.settings")
    ready = [sys.executable, "manage.py", "ready"]
    subprocess.run(ready, cwd=settings.ROOT, env=place, check=True)

    def here(query: str) -> Rows:
        with connection.cursor() as cursor:
            return list(cursor.execute(query).fetchall())

    with closing(sqlite3.connect(tmp_path / DATABASE)) as made:

        def there(query: str) -> Rows:
            return made.execute(query).fetchall()

        assert _shape(there) == _shape(here)
        # The same are noted as done, so that the next version knows where to go on; and there is
        # what is made beside tables.
        for query in (
            "SELECT DISTINCT app, name FROM django_migrations",
            "SELECT app_label, model FROM django_content_type",
            "SELECT codename FROM auth_permission",
        ):
            assert sorted(there(query)) == sorted(here(query))
    # Again, it is no new one and nothing is left to do.
    subprocess.run(ready, cwd=settings.ROOT, env=place, check=True)


def test_what_is_there_is_left_to_migrations() -> None:
    assert not create_tables()
    call_command("migrate", check_unapplied=True, verbosity=0)
