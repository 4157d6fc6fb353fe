"""Readings: facts with all that they are a reading of, written in one place, looked up as far as
they serve."""

from collections.abc import Callable
from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest
from django.db import transaction

from bunraku.server.clock import today
from bunraku.server.database.packing import SHORTEST_PACKED, pack, unpack
from bunraku.server.projects.models import Project
from bunraku.server.readings import providers
from bunraku.server.readings.buying import buy, price_of_new, request_to, store_batch
from bunraku.server.readings.known import known_today, latest, readings_on
from bunraku.server.readings.models import Device, Reading
from bunraku.server.readings.providers import in_order_of_trust, sources
from bunraku.server.readings.storing import NOWHERE, keep_readings
from bunraku.server.sheet.models import Row, Scope
from bunraku.server.sheet.scopes import scope_of
from bunraku.server.weigh.latest import latest_readings
from bunraku.sources.asking import ask_all
from bunraku.sources.protocol import MATTERS, Request, Source, Vantage, What
from bunraku.sources.rehearsal import rehearsal_sources
from tests.server.conftest import Api

pytestmark = pytest.mark.django_db
TERMS = ["star chart", "telescope repair"]


@pytest.fixture
def scope(project: Project) -> Scope:
    return scope_of(project, "web")


def left(project: Project) -> int:
    project.refresh_from_db()
    return project.lookups_left_tenths


def test_a_deep_page_serves_a_shallow_look_and_is_not_bought_again(
    scope: Scope, project: Project, counted: dict[What, list[str]]
) -> None:
    before = left(project)
    deep = buy(scope, What.PAGE, TERMS, vantage=Vantage(depth=100))
    assert (deep.answered, deep.known) == (2, 0)
    paid = left(project)
    assert before - paid == 2 * 20
    shallow = buy(scope, What.PAGE, TERMS, vantage=Vantage(depth=10))
    assert (shallow.answered, shallow.known) == (0, 2)
    assert left(project) == paid
    assert len(counted[What.PAGE]) == 2
    page = latest(scope, What.PAGE, TERMS, Vantage(depth=10))["star chart"]
    whole = latest(scope, What.PAGE, TERMS, Vantage(depth=100))["star chart"]
    assert page is not None
    assert whole is not None
    assert len(page["results"]) == 10 < len(whole["results"])
    assert page["results"] == whole["results"][:10]


def test_what_another_job_bought_meanwhile_is_not_paid_twice(
    scope: Scope, project: Project
) -> None:
    """Two jobs asked for the same before either had an answer."""
    (source,) = sources(project)[What.PAGE]
    request = replace(request_to(source, scope), terms=tuple(TERMS))
    (batch,) = ask_all(source, request, TERMS)
    before = left(project)
    with transaction.atomic():
        assert store_batch(source, scope, batch) == 2 * 20
        assert store_batch(source, scope, batch) == 0
    assert before - left(project) == 2 * 20
    assert Reading.objects.filter(what=What.PAGE.value).count() == 2


def test_a_shallow_page_never_stands_for_a_deep_one(
    scope: Scope, counted: dict[What, list[str]]
) -> None:
    buy(scope, What.PAGE, TERMS, vantage=Vantage(depth=10))
    assert price_of_new(scope, What.PAGE, TERMS, Vantage(depth=10)) == 0
    assert price_of_new(scope, What.PAGE, TERMS, Vantage(depth=100)) == 2 * 20
    deep = buy(scope, What.PAGE, TERMS, vantage=Vantage(depth=100))
    assert (deep.answered, deep.known) == (2, 0)
    assert len(counted[What.PAGE]) == 4
    whole = latest(scope, What.PAGE, TERMS, Vantage(depth=100))["star chart"]
    assert whole is not None
    assert len(whole["results"]) > 10


@pytest.mark.parametrize(
    "other",
    [Vantage(place="harrowmere"), Vantage(device="phone"), Vantage(viewer="somebody")],
    ids=["place", "device", "viewer"],
)
def test_what_is_seen_from_elsewhere_is_another_reading(scope: Scope, other: Vantage) -> None:
    buy(scope, What.PAGE, TERMS)
    assert buy(scope, What.PAGE, TERMS, vantage=other).answered == 2
    assert Reading.objects.count() == 4
    # Weighed is what is seen from nowhere in particular, whichever came last.
    plain = Reading.objects.get(
        term="star chart", place="", device=Device.DESKTOP, viewer="", what=What.PAGE
    )
    assert latest_readings(scope, TERMS).pages["star chart"] == plain.payload
    assert known_today(scope, What.PAGE, "Rehearsal Pages", TERMS, other) == set(TERMS)


def test_a_vantage_makes_a_difference_only_where_it_does(scope: Scope) -> None:
    """Counts are the same from everywhere: nobody pays twice for having been elsewhere."""
    buy(scope, What.COUNTS, TERMS)
    again = buy(scope, What.COUNTS, TERMS, vantage=Vantage(place="harrowmere", depth=50))
    assert (again.answered, again.known) == (0, 2)
    seen = Vantage(place="x", depth=50, device="phone", viewer="y", into="de")
    assert seen.seen_by(What.COUNTS) == NOWHERE
    assert seen.seen_by(What.LEXICON) == Vantage(depth=0, into="de")
    assert set(MATTERS) < set(What)


class Second:
    """Another source of the same kind: it says something else."""

    name, tells, price, batch_size = "Second Counts", What.COUNTS, 0.5, 10
    spread, practice = None, False

    def ask(self, request: Request) -> dict[str, dict[str, object] | None]:
        return {term: {"monthly": 7, "history": []} for term in request.terms}


@pytest.fixture
def two_sources(monkeypatch: pytest.MonkeyPatch) -> list[Source]:
    """Two sources of counts."""
    both = [*rehearsal_sources(), Second()]
    monkeypatch.setattr(providers, "installed", lambda: both)
    return both


def test_sources_of_a_kind_stand_beside_each_other_in_the_projects_order(
    project: Project, two_sources: list[Source]
) -> None:
    assert [s.name for s in sources(project)[What.COUNTS]] == ["Rehearsal Counts", "Second Counts"]
    project.source_order = ["Second Counts"]
    assert [s.name for s in sources(project)[What.COUNTS]] == ["Second Counts", "Rehearsal Counts"]
    names = ["Rehearsal Counts", "gone", "Second Counts", "File mine.csv"]
    assert in_order_of_trust(project, names) == [
        *("File mine.csv", "Second Counts", "Rehearsal Counts", "gone")
    ]


def test_every_source_of_a_kind_is_asked_paid_and_kept(
    scope: Scope, project: Project, two_sources: list[Source]
) -> None:
    before = left(project)
    assert price_of_new(scope, What.COUNTS, TERMS) == 2 * (10 + 5)
    assert buy(scope, What.COUNTS, TERMS).answered == 4
    assert before - left(project) == 2 * (10 + 5)
    assert Reading.objects.filter(what=What.COUNTS).count() == 4
    assert price_of_new(scope, What.COUNTS, TERMS) == 0


def test_none_overwrites_another_and_the_most_trusted_has_the_say(
    scope: Scope, project: Project
) -> None:
    day, later = date(2026, 10, 1), date(2026, 10, 14)
    bands = {"low": 10, "high": 100, "cpc_low": 1.0, "cpc_high": 2.0, "ad_competition": 0.5}
    with transaction.atomic():
        keep_readings(scope, "File mine.csv", day, [("bands", "moon", {"cpc_low": 3.0})])
        keep_readings(scope, "Rehearsal Bands", later, [("bands", "moon", bands)])
        keep_readings(
            scope, "Other sources", day, [("counts", "moon", {"monthly": 9, "history": []})]
        )
        keep_readings(scope, "Rehearsal Counts", later, [("counts", "moon", None)])
    read = latest_readings(scope, ["moon"])
    # One's own file first, though it is older; what it does not tell is another's.
    assert read.bands["moon"] == {**bands, "cpc_low": 3.0}
    assert set(read.counts["moon"]) == {"Other sources", "Rehearsal Counts"}
    # Of ranges both are kept, each with its day.
    assert set(read.ranges["moon"]) == {"File mine.csv", "Rehearsal Bands"}
    assert list(read.told_by) == ["Rehearsal Bands", "Other sources"]


def test_a_source_that_has_nothing_today_does_not_take_away_what_it_had(scope: Scope) -> None:
    counts = {"monthly": 40, "history": []}
    with transaction.atomic():
        keep_readings(scope, "S", date(2026, 9, 1), [("counts", "moon", counts)])
        keep_readings(scope, "S", date(2026, 10, 1), [("counts", "moon", None)])
    assert latest_readings(scope, ["moon"]).counts["moon"]["S"] == (date(2026, 9, 1), counts)
    assert latest(scope, What.COUNTS, ["moon", "sun"]) == {"moon": counts}


def test_a_reading_is_a_fact(scope: Scope) -> None:
    day = date(2026, 10, 1)
    first = [("counts", "moon", {"monthly": 1, "history": []})]
    with transaction.atomic():
        keep_readings(scope, "S", day, first, price_tenths=3)
        keep_readings(scope, "S", day, [("counts", "moon", {"monthly": 2, "history": []})])
    reading = Reading.objects.get()
    assert (reading.payload, reading.on, reading.price_tenths) == (first[0][2], day, 3)


def test_ages_of_readings_are_counted_from_their_own_day(scope: Scope) -> None:
    with transaction.atomic():
        for ahead in (-10, 0, 10):
            day = today() + timedelta(days=ahead)
            counts = {"monthly": 10, "history": []}
            keep_readings(scope, f"of {ahead}", day, [("counts", "moon", counts)])
    from bunraku.server.sheet.scopes import add_keywords
    from bunraku.server.weigh.stated_figures import told_of

    add_keywords(scope, {"moon": "moon"})
    read = latest_readings(scope, ["moon"])
    ages = told_of(scope, ["moon"], read).age_days[0].tolist()
    by_source = dict(zip(read.told_by, ages, strict=True))
    # A clock set back makes nothing younger than new.
    assert by_source == {"of -10": 10, "of 0": 0, "of 10": 0}


@pytest.mark.parametrize(
    "value", [None, 0, 1.5, "text", [1, 2], {}, {"a": None}, {"results": [{"title": "ü"}] * 9}]
)
def test_what_is_packed_comes_back(value: Any) -> None:
    assert unpack(pack(value)) == value


def test_long_answers_are_packed_and_short_ones_are_plain() -> None:
    short = {"monthly": 12}
    assert pack(short) == b'{"monthly":12}'
    page = {"results": [{"position": n, "title": f"Star charts {n}"} for n in range(60)]}
    assert len(pack(page)) < SHORTEST_PACKED * 5
    with pytest.raises(ValueError, match="not a packed value"):
        unpack(b"\x07nonsense")


def test_readings_of_several_kinds_come_in_the_order_of_their_days(scope: Scope) -> None:
    with transaction.atomic():
        keep_readings(scope, "S", date(2026, 10, 2), [("counts", "moon", {"monthly": 2})])
        keep_readings(scope, "S", date(2026, 10, 3), [("bands", "moon", {"low": 1})])
        keep_readings(scope, "S", date(2026, 10, 1), [("counts", "moon", {"monthly": 1})])
    days = [r.on.day for r in readings_on(scope, [What.COUNTS, What.BANDS], ["moon"])]
    assert days == [1, 2, 3]


def test_the_inspector_tells_where_a_page_was_seen_from(
    api: Api, scope: Scope, rows: Callable[..., list[Row]]
) -> None:
    row = rows([{"text": "star chart"}])[0]
    buy(scope, What.PAGE, ["star chart"])
    buy(scope, What.PAGE, ["star chart"], vantage=Vantage(place="harrowmere"))
    inspected = api.get(f"/rows/{row.pk}")
    assert sorted(r["kind"] for r in inspected["readings"]) == ["page", "page from harrowmere"]
    plain = Reading.objects.get(place="").payload
    assert [r["title"] for r in inspected["results"]] == [r["title"] for r in plain["results"]]
