"""Following 10,000 phrases over 104 weeks: a piece and the list through the API, before and after
in the core beside a plain loop, and what a check takes of the disk."""

import json
from collections.abc import Iterator
from datetime import timedelta
from typing import Any

import numpy as np
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import connection
from django.test import Client

from bunraku.core.channels import form_named
from bunraku.core.follow.before_after import judge
from bunraku.core.follow.checks import CHECK, day_number
from bunraku.core.follow.visible import shares_of_places
from bunraku.core.follow.windows import steps_of, windows_of
from bunraku.server.clock import today
from bunraku.server.follow.judging import histories_of, note_seen
from bunraku.server.follow.models import Followed, LivePiece
from bunraku.server.projects.actions import create_project
from bunraku.server.projects.models import Project
from bunraku.server.sheet.scopes import scope_of
from tests.bench.timing import Result, percentile, seconds

PIECES, PHRASES, WEEKS = 100, 100, 104
VIEW, TIMES, BYTES = 0.1, 20, 40


def _project() -> tuple[Project, User]:
    """A hundred live pieces of a hundred phrases each, looked at every week for two years."""
    person = User.objects.create_user("bench-follower", password="x")
    fields: dict[str, Any] = {"name": "Following", "about": "", "rival_brands": [], "places": []}
    outlet = {"name": "site.example", "channel": "web", "address": "", "standing": 30.0}
    project: Project = create_project(person, fields, [outlet])
    scope = scope_of(project, "web")
    dice = np.random.default_rng(4)
    first = today() - timedelta(weeks=WEEKS - 1)
    days = day_number(first) + 7 * np.arange(WEEKS)
    for number in range(PIECES):
        live = LivePiece.objects.create(
            project=project, scope=scope, outlet=project.outlets.get(), title=f"Piece {number}",
            kind="article", address=f"https://site.example/{number}", published=first,
            followed=first, last_check=today(),
        )  # fmt: skip
        tracks = []
        for phrase in range(PHRASES):
            checks = np.zeros(WEEKS, dtype=CHECK)
            checks["day"], checks["depth"], checks["on_map"] = days, 100, 255
            wander = np.exp(0.2 * dice.normal(size=WEEKS))
            place = np.round(dice.uniform(2, 70) * wander)
            checks["organic"] = np.where(place > 100, 0, place)
            tracks.append(
                Followed(
                    live=live, term=f"{number} {phrase}", text=f"phrase {number} {phrase}",
                    main=not phrase, searches=float(dice.integers(5, 900)),
                    checks=checks.tobytes(),
                )
            )  # fmt: skip
        Followed.objects.bulk_create(tracks)
    lives = list(LivePiece.objects.filter(project=project).select_related("scope"))
    note_seen(lives)
    return project, person


def _plain(
    checks: list[list[tuple[int, int]]], windows: Any, shares: Any
) -> list[tuple[float, float]]:
    """Phrase by phrase and check by check."""
    out = []
    for track in checks:
        sides: list[list[float]] = [[], []]
        brings = [0.0, 0.0]
        for day, place in track:
            for n, (low, high) in enumerate((windows.before, windows.after)):
                if low <= day <= high:
                    sides[n].append(float(np.log(place or 101)))
                    brings[n] += shares[place]
        step = sum(sides[0]) / len(sides[0]) - sum(sides[1]) / len(sides[1])
        out.append((step, brings[1] - brings[0]))
    return out


def run() -> Iterator[Result]:
    """The list and a piece through the API; before and after; bytes of a check."""
    call_command("migrate", verbosity=0)
    project, person = _project()
    client = Client(SERVER_NAME="localhost")
    client.force_login(person)
    base = f"/api/projects/{project.pk}"
    live = LivePiece.objects.filter(project=project).order_by("pk")[PIECES // 2]
    for name, path in (
        ("list of 100 live pieces", "/follow"),
        ("a published piece", f"/live/{live.pk}"),
    ):
        assert client.get(base + path).status_code == 200
        times = [seconds(lambda path=path: client.get(base + path)) for _ in range(20)]  # type: ignore[misc]
        middle, slow = percentile(times, 0.5), percentile(times, 0.95)
        yield (
            f"{name}, {PIECES * PHRASES:,} phrases × {WEEKS} weeks",
            f"{1000 * middle:.0f} ms (95th {1000 * slow:.0f} ms)",
            f"{1000 * VIEW:.0f} ms",
            middle <= VIEW,
        )
    told = histories_of(project, "web")
    assert told is not None
    histories, number = told
    change, now = day_number(today() - timedelta(days=60)), day_number(today())
    windows = windows_of(change, now, form_named("page").windows)
    assert windows is not None
    shares = shares_of_places("web")
    stack = histories.stack
    checks: list[list[tuple[int, int]]] = [[] for _ in range(stack.count)]
    for phrase, day, place in zip(
        stack.phrase.tolist(), stack.day.tolist(), stack.organic.tolist(), strict=True
    ):
        checks[phrase].append((day, place))
    quick = seconds(lambda: steps_of(stack, windows, shares), times=5)
    plain = seconds(lambda: _plain(checks, windows, shares.tolist()))
    yield (
        f"before and after of {stack.count:,} phrases, beside a plain loop",
        f"{1000 * quick:.0f} ms, {plain / quick:.0f} times",
        f"{TIMES} times",
        plain / quick >= TIMES,
    )
    whole = seconds(lambda: judge(histories, number[live.pk], change, now), times=3)
    yield "a change judged among all of them", f"{1000 * whole:.0f} ms", "2 s", whole <= 2
    taken = _bytes() / (PIECES * PHRASES * WEEKS)
    yield "disk a check, all in", f"{taken:.1f} bytes", f"{BYTES} bytes", taken <= BYTES


def _bytes() -> int:
    """What the table of tracks with its indexes takes; where the database does not tell, what its
    rows hold."""
    with connection.cursor() as cursor:
        try:
            cursor.execute(
                "SELECT SUM(pgsize) FROM dbstat WHERE name IN "
                "(SELECT name FROM sqlite_master WHERE tbl_name = 'follow_followed')"
            )
            return int(cursor.fetchone()[0])
        except Exception:
            rows = Followed.objects.all()
            return sum(len(bytes(row.checks)) + len(json.dumps(row.text)) * 3 for row in rows)
