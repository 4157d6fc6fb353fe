"""Readings: what one costs in bytes and in time to look up, beside plain JSON in a table of the
same columns."""

import json
import random
import sqlite3
import tempfile
from collections.abc import Iterator
from datetime import date
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import connection, transaction

from bunraku.server.projects.actions import create_project
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import latest
from bunraku.server.readings.storing import keep_readings
from bunraku.server.sheet.models import Scope
from bunraku.server.sheet.scopes import scope_of
from bunraku.sources.protocol import USUAL, Request, What
from bunraku.sources.rehearsal import rehearsal_sources
from tests.bench.timing import Result, seconds

TERMS = 2_000
KINDS = (What.COUNTS, What.BANDS, What.PAGE)
"""What measuring buys of each keyword."""
DAY = date(2026, 11, 5)
COLUMNS = "scope, what, term, source, on_day, place, depth, device, viewer, into_language"


def terms() -> list[str]:
    """Keywords as people have them: some known to the practice world, most of a long tail."""
    dice = random.Random(1)
    words = "telescope star chart moon map lens filter repair kids best cheap set near me".split()
    found = {" ".join(dice.sample(words, dice.randint(2, 4))) for _ in range(4 * TERMS)}
    return sorted(found)[:TERMS]


def answers(asked: list[str]) -> Iterator[tuple[What, str, dict[str, Any]]]:
    """What the practice sources tell of the terms, kind by kind."""
    for source in rehearsal_sources():
        if source.tells not in KINDS:
            continue
        told: dict[str, Any] = {}
        for start in range(0, len(asked), source.batch_size):
            part = tuple(asked[start : start + source.batch_size])
            told |= source.ask(Request(source.tells, part, "web", "en-GB", DAY))
        yield source.tells, source.name, told


def size() -> int:
    """Bytes of the readings, their indexes among them."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT sum(pgsize) FROM dbstat WHERE name LIKE '%reading%'")
        return int(cursor.fetchone()[0] or 0)


def plainly(told: list[tuple[What, str, dict[str, Any]]], path: Path) -> tuple[int, Any]:
    """The same in a plain table with the same index: its bytes, and a look-up."""
    database = sqlite3.connect(path)
    database.execute(f"CREATE TABLE reading (id INTEGER PRIMARY KEY, {COLUMNS}, payload, price)")
    database.execute(f"CREATE UNIQUE INDEX one ON reading ({COLUMNS})")
    database.executemany(
        "INSERT INTO reading VALUES (NULL, 1, ?, ?, ?, ?, '', 10, 0, '', '', ?, 10)",
        (
            (what, term, source, DAY.isoformat(), json.dumps(payload))
            for what, source, of_terms in told
            for term, payload in of_terms.items()
        ),
    )
    database.commit()
    pages = database.execute("PRAGMA page_count").fetchone()[0]

    def look(asked: list[str]) -> dict[str, Any]:
        marks = ",".join("?" * len(asked))
        rows = database.execute(
            f"SELECT term, payload FROM reading "  # noqa: S608
            f"WHERE scope = 1 AND what = ? AND term IN ({marks})",
            (What.PAGE, *asked),
        )
        return {term: json.loads(payload) for term, payload in rows}

    return pages * database.execute("PRAGMA page_size").fetchone()[0], look


def fill(told: list[tuple[What, str, dict[str, Any]]]) -> Scope:
    """A scope that has these readings."""
    call_command("migrate", verbosity=0)
    person, _ = User.objects.get_or_create(username="bench")
    Project.objects.filter(name="Readings").delete()
    scope = scope_of(create_project(person, {"name": "Readings"}, []), "web")
    for what, source, of_terms in told:
        with transaction.atomic():
            rows = [(what, term, payload) for term, payload in of_terms.items()]
            keep_readings(scope, source, DAY, rows, vantage=USUAL.seen_by(what), price_tenths=10)
    return scope


def run() -> Iterator[Result]:
    asked = terms()
    told = list(answers(asked))
    count = sum(len(of_terms) for _, _, of_terms in told)
    before = size() if Path(settings.DATABASES["default"]["NAME"]).exists() else 0
    scope = fill(told)
    each = (size() - before) / count
    plain_bytes, look = plainly(told, Path(tempfile.mkdtemp()) / "plain.sqlite3")
    yield (
        f"bytes a reading, of {count:,} as measuring buys them",
        f"{each:.0f}; plain JSON {plain_bytes / count:.0f}",
        "under half",
        each < plain_bytes / count / 2,
    )
    part = asked[:200]
    known = seconds(lambda: latest(scope, What.PAGE, part, USUAL), times=5)
    plain = seconds(lambda: look(part), times=5)
    yield (
        "looking up 200 results pages",
        f"{1000 * known:.1f} ms; plain JSON {1000 * plain:.1f} ms",
        "under 4 times",
        known < 4 * plain,
    )
