"""What takes many takes as many queries as what takes few; what is about one touches one."""

from collections.abc import Callable
from types import SimpleNamespace
from typing import Any

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from bunraku.server.cluster.models import Cluster
from bunraku.server.jobs import actions as jobs
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import run_job
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.weigh import weighing
from bunraku.server.weigh.actions import start_measuring
from tests.server.conftest import Api, pieces_of

pytestmark = pytest.mark.django_db
Make = Callable[..., list[Row]]
FEW, MANY = 12, 900


def queries_of(act: Callable[[], Any]) -> int:
    with CaptureQueriesContext(connection) as queries:
        act()
    return len(queries)


@pytest.fixture
def many(rows: Make, project: Project) -> list[Row]:
    """Some hundred keywords, each in a cluster of its own."""
    made = rows([{"text": f"star chart {n}"} for n in range(MANY)])
    clusters = Cluster.objects.bulk_create(
        Cluster(scope_id=row.scope_id, lead_id=row.keyword_id) for row in made
    )
    for row, cluster in zip(made, clusters, strict=True):
        row.cluster = cluster.pk
    Row.objects.bulk_update(made, ["cluster"], batch_size=400)
    return made


MOVES: dict[str, Callable[[Api, list[Row]], Any]] = {
    "keep": lambda api, rows: api.post(
        "/sheet/state", {"row_ids": [row.pk for row in rows], "state": "kept"}
    ),
    "priority": lambda api, rows: api.post(
        "/rows/priority", {"row_ids": [row.pk for row in rows], "priority": "high"}
    ),
    "intent": lambda api, rows: api.post(
        "/rows/intent", {"row_ids": [row.pk for row in rows], "intent": "commercial"}
    ),
    "move into another cluster": lambda api, rows: api.post(
        "/clusters/move",
        {"row_ids": [row.pk for row in rows], "cluster_id": Cluster.objects.latest("pk").pk},
    ),
    "move into a cluster of their own": lambda api, rows: api.post(
        "/clusters/move", {"row_ids": [row.pk for row in rows], "cluster_id": None}
    ),
    "make pieces": lambda api, rows: api.post(
        "/pieces", {"cluster_ids": [row.cluster for row in rows]}
    ),
    "price a measuring": lambda api, rows: api.post(
        "/measure/price", {"channel": "web", "row_ids": [row.pk for row in rows]}
    ),
}


@pytest.mark.parametrize("name", MOVES)
def test_an_action_takes_as_many_queries_for_many_as_for_few(
    api: Api, many: list[Row], name: str
) -> None:
    few, rest = many[:FEW], many[FEW:-1]
    for_few = queries_of(lambda: MOVES[name](api, few))
    undo_few = queries_of(api.undo) if name != "price a measuring" else 0
    for_many = queries_of(lambda: MOVES[name](api, rest))
    undo_many = queries_of(api.undo) if name != "price a measuring" else 0
    assert for_many <= for_few + 4, (name, for_few, for_many)
    # Removing is Django's, which looks for what hangs on a hundred rows at a time.
    assert undo_many <= undo_few + 4 + MANY // 100, (name, undo_few, undo_many)


def test_the_board_takes_as_many_queries_for_a_long_plan_as_for_a_short_one(
    api: Api, many: list[Row]
) -> None:
    def read() -> None:
        api.get("/plan")
        api.get("/plan/pieces", limit=300)

    api.post("/pieces", {"cluster_ids": [row.cluster for row in many[:FEW]]})
    short = queries_of(read)
    api.post("/pieces", {"cluster_ids": [row.cluster for row in many[FEW:]]})
    assert queries_of(read) <= short
    assert api.get("/plan")["pieces"] == MANY
    # In pages, each piece once, in the order asked for.
    seen: list[int] = []
    for offset in range(0, MANY, 300):
        page = api.get("/plan/pieces", order="title", offset=offset, limit=300)
        assert (page["total"], page["offset"]) == (MANY, offset)
        seen += [piece["id"] for piece in page["rows"]]
    assert len(set(seen)) == MANY
    titles = dict(Piece.objects.values_list("pk", "title"))
    assert [titles[pk] for pk in seen] == sorted(titles.values(), key=str.casefold)
    assert api.refused("GET", "/plan/pieces?limit=301")["field"] == "limit"


def test_pieces_come_in_every_order_with_what_is_unknown_or_left_out_last(
    api: Api, rows: Make, project: Project
) -> None:
    figures = [("b", 5.0), ("A", None), ("c", 50.0), ("d", 5.0)]
    made = rows([{"text": text, "worth": worth} for text, worth in figures])
    clusters = [Cluster.objects.create(scope_id=row.scope_id, lead=row.keyword) for row in made]
    for row, cluster in zip(made, clusters, strict=True):
        Row.objects.filter(pk=row.pk).update(cluster=cluster.pk)
    api.post("/pieces", {"cluster_ids": [cluster.pk for cluster in clusters]})
    by_main = {piece["main"]: piece["id"] for piece in pieces_of(api)}
    months = [month["month"] for month in api.get("/plan")["months"]]
    for main, fields in {
        "b": {"month": months[3], "hours": 2},
        "d": {"month": months[3], "hours": 9},
        "c": {"month": months[1], "hours": 1.5},
    }.items():
        api.send("PATCH", f"/pieces/{by_main[main]}", fields)
    Piece.objects.filter(pk=by_main["d"]).update(outlet=None)
    Piece.objects.filter(pk=by_main["A"]).update(month=None)

    def order(by: str, **more: Any) -> str:
        page = api.get("/plan/pieces", order=by, **more)
        return "".join(piece["main"] for piece in page["rows"])

    assert order("month") == "cbdA"
    assert order("worth") == "cbdA"
    assert order("title") == "Abcd"
    assert order("hours")[0] == "d"
    assert order("month", outlet=0) == "d"
    assert order("month", outlet=project.outlets.get(channel="web").pk) == "cbA"
    summary = api.get("/plan")
    hours = {month["month"]: month["hours"] for month in summary["months"]}
    assert (hours[months[1]], hours[months[3]], hours[months[0]]) == (1.5, 11, 0)
    assert (summary["placed"], summary["hours"], summary["worth"]) == (3, 12.5, 60)
    assert {o["id"]: o["pieces"] for o in summary["outlets"]} == {
        project.outlets.get(channel="web").pk: 3,
        0: 1,
    }


def test_measuring_one_keyword_weighs_that_keyword_alone(
    weighed: Api, monkeypatch: pytest.MonkeyPatch
) -> None:
    waiting = weighed.get("/sheet", waiting=True)["rows"][0]["id"]
    before = {row.pk: row for row in Row.objects.exclude(pk=waiting)}
    weighed_ids: list[int] = []
    real = weighing.latest_readings

    def listening(scope: Any, keys: list[str]) -> Any:
        weighed_ids.extend(Row.objects.filter(keyword__key__in=keys).values_list("pk", flat=True))
        return real(scope, keys)

    monkeypatch.setattr(weighing, "latest_readings", listening)
    weighed.post("/measure", {"channel": "web", "row_ids": [waiting]})
    assert weighed_ids == [waiting]
    assert not Row.objects.get(pk=waiting).waiting
    for pk, row in before.items():
        now = Row.objects.get(pk=pk)
        assert (now.volume, now.worth, now.fit) == (row.volume, row.worth, row.fit)


def test_what_is_weighed_piecemeal_is_what_a_rebuild_gives(weighed: Api, project: Project) -> None:
    for row in weighed.get("/sheet", waiting=True)["rows"][:6]:
        weighed.post("/measure", {"channel": "web", "row_ids": [row["id"]]})
    fields = [f.attname for f in Row._meta.concrete_fields]
    before = list(Row.objects.order_by("pk").values(*fields))
    from django.core.management import call_command

    call_command("rebuild", verbosity=0)
    assert list(Row.objects.order_by("pk").values(*fields)) == before


@pytest.mark.parametrize("killed", [False, True])
def test_where_a_keyword_teaches_something_new_the_others_follow(
    weighed: Api, project: Project, monkeypatch: pytest.MonkeyPatch, killed: bool
) -> None:
    """Also where the worker was killed when it had learned, and another goes on."""
    from bunraku.core.weigh.rough import BroadShare, RoughLevel
    from bunraku.core.weigh.trust import Learned
    from bunraku.server.weigh import learning, measuring

    def dies(*_: Any, **__: Any) -> None:
        raise KeyboardInterrupt

    wide = Learned(learning.np.full(2, 0.9), BroadShare(), RoughLevel())
    monkeypatch.setattr(learning, "learn", lambda *_: wide)
    widths = dict(Row.objects.values_list("pk", "volume_high"))
    waiting = weighed.get("/sheet", waiting=True)["rows"][0]["id"]
    if killed:
        with monkeypatch.context() as patch:
            patch.setattr(jobs, "run_job", SimpleNamespace(enqueue=lambda _: None))
            patch.setattr(measuring, "weigh_scope", dies)
            job = start_measuring(project, "web", [waiting])
            with pytest.raises(KeyboardInterrupt):
                run_job.call(job.pk)
        run_job.call(job.pk)
    else:
        weighed.post("/measure", {"channel": "web", "row_ids": [waiting]})
    assert Job.objects.filter(kind="measure").latest("pk").state == "done"
    wider = [
        pk
        for pk, high in Row.objects.values_list("pk", "volume_high")
        if high and (widths[pk] or high) < high
    ]
    assert len(wider) > 10
    assert not Row.objects.get(pk=waiting).waiting


def test_a_family_is_led_by_the_member_searched_most_once_that_is_known(
    api: Api, rows: Make
) -> None:
    from bunraku.server.gather.families import keep_leads

    first, second, apart = rows(
        [
            {"text": "star chart", "volume": 10.0},
            {"text": "star charts", "volume": 90.0, "leads": False},
            {"text": "moon map", "volume": 5.0},
        ]
    )
    for row in (first, second):
        Row.objects.filter(pk=row.pk).update(family=first.pk, family_size=2)
    keep_leads([first.pk, apart.pk])
    assert dict(Row.objects.values_list("text", "leads")) == {
        "star chart": False,
        "star charts": True,
        "moon map": True,
    }


def test_pieces_made_of_many_clusters_own_each_keyword_once(api: Api, many: list[Row]) -> None:
    api.post("/pieces", {"cluster_ids": [row.cluster for row in many]})
    assert Piece.objects.count() == PieceKeyword.objects.filter(main=True).count() == MANY


def test_hours_of_a_month_outside_the_plan_are_not_counted_in_any_of_its_months(
    api: Api, many: list[Row]
) -> None:
    api.post("/pieces", {"cluster_ids": [row.cluster for row in many[:2]]})
    first, second = Piece.objects.order_by("pk")
    months = [month["month"] for month in api.get("/plan")["months"]]
    api.send("PATCH", f"/pieces/{first.pk}", {"month": months[0], "hours": 4})
    # Planned a year ago, when that month lay ahead.
    Piece.objects.filter(pk=second.pk).update(month="2025-01-01", hours=9)
    assert [month["hours"] for month in api.get("/plan")["months"]] == [4, *[0] * 11]
