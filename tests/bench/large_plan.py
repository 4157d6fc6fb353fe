"""A project of 20,000 clusters and 1,000 pieces through the API: its views and its hand moves."""

import json
import random
import time
from collections.abc import Callable, Iterator
from datetime import date
from typing import Any

from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import Client

from bunraku.core.plan.calendar import months_ahead
from bunraku.core.text.folding import fold
from bunraku.server.clock import today
from bunraku.server.cluster.models import Cluster, Theme
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.actions import create_project
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Keyword, Row, Scope
from bunraku.server.sheet.scopes import scope_of
from tests.bench.planning import made_texts
from tests.bench.timing import Result, seconds

CLUSTERS, EACH, THEMES, PIECES = 20_000, 3, 60, 1_000
KINDS = ("article", "guide", "landing", "location")


def _keywords(project: Project, scope: Scope, dice: random.Random) -> None:
    """60,000 weighed keywords in 20,000 clusters of 60 themes."""
    themes = Theme.objects.bulk_create(Theme(scope=scope, name=f"Theme {n}") for n in range(THEMES))
    texts = list(dict.fromkeys(f"{t} {n}" for n, t in enumerate(made_texts(CLUSTERS * EACH))))
    keywords = Keyword.objects.bulk_create(
        (Keyword(project=project, key=text, text=text) for text in texts), batch_size=5_000
    )
    clusters = Cluster.objects.bulk_create(
        (
            Cluster(scope=scope, lead=keywords[n * EACH], theme=dice.choice(themes))
            for n in range(CLUSTERS)
        ),
        batch_size=5_000,
    )
    Row.objects.bulk_create(
        (
            Row(
                scope=scope, keyword=keyword, text=keyword.text, folded=fold(keyword.text),
                words=len(keyword.text.split()), volume=round(dice.lognormvariate(5, 2), 2),
                difficulty=round(dice.uniform(0, 100), 2), chance=round(dice.random(), 4),
                worth=round(dice.lognormvariate(1, 2), 4), intent=dice.randint(0, 3), verdict=1,
                month_share=[83] * 12, hands=[50, 50, 50], waiting=False, fit=0.9,
                cluster=clusters[n // EACH].pk,
            )
            for n, keyword in enumerate(keywords)
        ),
        batch_size=5_000,
    )  # fmt: skip


def _pieces(project: Project, scope: Scope, months: list[date], dice: random.Random) -> None:
    outlet = project.outlets.get()
    leads = list(Cluster.objects.filter(scope=scope).order_by("pk")[:PIECES])
    pieces = Piece.objects.bulk_create(
        Piece(
            project=project, scope=scope, outlet=outlet, cluster=cluster, title=cluster.lead.text,
            kind=dice.choice(KINDS), hours=dice.choice([2, 3, 5, 7]),
            month=dice.choice([*months, None]), maker=dice.choice(["", "Ruth", "Odo"]),
        )
        for cluster in leads
    )  # fmt: skip
    members: dict[int, list[int]] = {}
    rows = Row.objects.filter(cluster__in=[cluster.pk for cluster in leads])
    for of, keyword in rows.values_list("cluster", "keyword_id"):
        members.setdefault(of or 0, []).append(keyword)
    PieceKeyword.objects.bulk_create(
        PieceKeyword(
            piece=piece, scope=scope, keyword_id=keyword, main=keyword == piece.cluster.lead_id
        )
        for piece in pieces
        if piece.cluster is not None
        for keyword in members[piece.cluster.pk]
    )


def fill() -> Project:
    """The project, as it would be after a year's work."""
    call_command("migrate", verbosity=0)
    dice = random.Random(1)
    outlet = {"name": "large.example", "channel": "web", "standing": 30.0}
    owner = User.objects.create_user("bench-plan")
    project = create_project(owner, {"name": "Plan", "hours_a_month": 60}, [outlet])
    scope = scope_of(project, "web")
    _keywords(project, scope, dice)
    _pieces(project, scope, months_ahead(today()), dice)
    return project


def run() -> Iterator[Result]:
    project = fill()
    client = Client(headers={"host": "localhost"})
    client.force_login(project.owner)
    base = f"/api/projects/{project.pk}"
    theme = Theme.objects.filter(scope__project=project).first()
    cluster = Cluster.objects.filter(scope__project=project).latest("pk").pk
    rows = list(Row.objects.filter(cluster=cluster).values_list("pk", flat=True))
    piece = Piece.objects.filter(project=project).first()
    assert theme is not None
    assert piece is not None
    views: dict[str, tuple[str, dict[str, Any]]] = {
        "themes": ("/plan/themes", {"channel": "web"}),
        "clusters": ("/clusters", {"channel": "web", "several": True}),
        "a theme's grid": ("/grid", {"channel": "web", "theme": theme.pk}),
        "the board": ("/plan", {}),
        "the board's pieces": ("/plan/pieces", {}),
        "the board by theme": ("/plan/pieces", {"group": "theme"}),
        "a piece": (f"/pieces/{piece.pk}", {}),
        "what is around a piece": (f"/pieces/{piece.pk}/around", {}),
    }
    for name, (path, query) in views.items():
        took = _asked(lambda path=path, query=query: client.get(base + path, query))
        yield (f"{name}, at the server", f"{1000 * took:.0f} ms", "under 150 ms", took < 0.15)
    months = months_ahead(today())
    moves: dict[str, tuple[str, str, list[dict[str, Any]]]] = {
        "a piece into a month": (
            "PATCH", f"/pieces/{piece.pk}", [{"month": str(m)} for m in months[:3]]
        ),
        "keywords into a cluster of their own": (
            "POST", "/clusters/move", [{"row_ids": rows[:1], "cluster_id": None}] * 3
        ),
        "a cluster renamed": (
            "PATCH", f"/clusters/{cluster}", [{"name": f"Name {n}"} for n in range(3)]
        ),
        "a theme's priority": (
            "PATCH", f"/themes/{theme.pk}", [{"priority": p} for p in ("high", "low", "")]
        ),
    }  # fmt: skip
    for name, (method, path, bodies) in moves.items():
        took = min(_sent(client, method, base + path, body) for body in bodies)
        yield (f"{name}, by hand", f"{1000 * took:.0f} ms", "under 100 ms", took < 0.1)


def _asked(ask: Callable[[], Any]) -> float:
    def once() -> None:
        response = ask()
        assert response.status_code == 200, response.content

    once()
    return seconds(once, times=3)


def _sent(client: Client, method: str, path: str, body: dict[str, Any]) -> float:
    began = time.perf_counter()
    response = client.generic(method, path, json.dumps(body), content_type="application/json")
    took = time.perf_counter() - began
    assert response.status_code < 300, response.content
    return took
