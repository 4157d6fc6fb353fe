"""Whose number counts: a project's own files first, other sources in the order of trust, each on or
off; and what is promised is what is paid."""

from datetime import date
from typing import Any

import pytest
from django.core.management import call_command

from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import Row
from bunraku.sources.protocol import What
from tests.server.conftest import Api

pytestmark = pytest.mark.django_db
FILE = "Keyword,Searches\nstar chart,50\nmoon map,10-100\ntelescope,9000\n"


def bring(api: Api, text: str = FILE, name: str = "mine.csv", **how: Any) -> None:
    told = api.bring(text, name)
    body = {"channel": "web", "sheet": "", "heading": told["heading"], "mapping": told["mapping"]}
    api.post(f"/files/{told['id']}/import", {**body, **how})


def row(text: str) -> Row:
    return Row.objects.get(text=text, scope__channel="web")


def measure(api: Api) -> None:
    api.post("/measure", {"channel": "web"})


def put(api: Api, **parts: str) -> None:
    """Say what sources may do; the others stay."""
    version = api.get("")["version"]
    sources = api.get("/sources")
    named = [
        {"name": s["name"], "may": parts.get(s["name"].split()[-1].removesuffix(".csv"), s["may"])}
        for s in sources
    ]
    api.send("PUT", "/sources", {"sources": named, "version": version})


def test_a_files_number_stays_the_figure_and_its_band_holds_it(api: Api) -> None:
    bring(api)
    before = {text: row(text).volume for text in ("star chart", "moon map", "telescope")}
    assert before["star chart"] == 50
    assert 10 <= (before["moon map"] or 0) <= 100
    measure(api)
    assert row("star chart").volume == 50
    assert 10 <= (row("moon map").volume or 0) <= 100
    assert row("telescope").volume == 9_000
    # The practice world has it that these differ more than twofold; the range reaches over both.
    apart = row("telescope")
    assert apart.volume_disagrees
    assert apart.volume_high is not None
    assert apart.volume_high > 2 * 9_000


def test_only_the_person_lets_another_source_adjust_a_file(api: Api) -> None:
    bring(api)
    measure(api)
    put(api, Counts="adjusts")
    adjusted = row("telescope").volume
    assert adjusted is not None
    assert adjusted > 11_000
    api.undo()
    assert row("telescope").volume == 9_000


def test_a_source_that_is_off_is_neither_asked_nor_counted(api: Api, project: Project) -> None:
    put(api, Counts="off", Bands="off")
    bring(api)
    price = api.post("/measure/price", {"channel": "web"})
    assert [source["source"] for source in price["sources"]] == ["Rehearsal Pages"]
    measure(api)
    asked = set(Reading.objects.values_list("source", flat=True))
    assert not asked & {"Rehearsal Counts", "Rehearsal Bands"}
    assert not row("telescope").waiting
    # On again it is waited for; what was off and had told is counted again at once.
    put(api, Counts="beside")
    assert row("moon map").waiting
    measure(api)
    assert row("moon map").volume_from == 2
    put(api, Counts="off")
    kinds = [r["kind"] for r in api.get(f"/rows/{row('moon map').pk}")["readings"]]
    assert "exact, off" in kinds


def test_a_file_can_be_off_too_and_files_stand_in_their_order(api: Api) -> None:
    bring(api)
    bring(api, "Keyword,Searches\nstar chart,400\n", "later.csv")
    assert [s["name"] for s in api.get("/sources")[:2]] == ["File later.csv", "File mine.csv"]
    assert row("star chart").volume == 400
    assert row("star chart").volume_disagrees
    put(api, later="off")
    assert row("star chart").volume == 50
    named = api.get("/sources")
    version = api.get("")["version"]
    swapped = [named[1], named[0], *named[2:]]
    for source in swapped:
        source["may"] = "stands" if source["file"] else source["may"]
    said = [{"name": s["name"], "may": s["may"]} for s in swapped]
    api.send("PUT", "/sources", {"sources": said, "version": version})
    assert row("star chart").volume == 50


@pytest.mark.parametrize(
    ("name", "may"),
    [("Nobody", "beside"), ("Rehearsal Counts", "stands"), ("File mine.csv", "adjusts")],
)
def test_what_no_source_can_do_is_refused(api: Api, name: str, may: str) -> None:
    bring(api)
    body = {"sources": [{"name": name, "may": may}], "version": api.get("")["version"]}
    assert api.refused("PUT", "/sources", body)["code"] == "bad_source"
    twice = [{"name": "Rehearsal Counts", "may": "off"}] * 2
    body = {"sources": twice, "version": api.get("")["version"]}
    assert api.refused("PUT", "/sources", body)["code"] == "bad_source"


def test_match_type_and_day_of_a_file_are_asked(api: Api) -> None:
    bring(api, match="broad", on="2026-03-01")
    reading = Reading.objects.get(term="star chart", what=What.COUNTS)
    assert reading.on == date(2026, 3, 1)
    wide = row("star chart")
    assert wide.volume_rough
    assert wide.volume is not None
    assert wide.volume < 50
    told = api.bring(FILE, "mine.csv")
    body = {"channel": "web", "sheet": "", "heading": 1, "mapping": told["mapping"]}
    late = api.refused("POST", f"/files/{told['id']}/import", {**body, "on": "2031-01-01"})
    assert late["code"] == "bad_day"


def test_the_same_file_again_takes_the_place_of_what_it_said(api: Api) -> None:
    bring(api)
    bring(api, "Keyword,Searches\nstar chart,70-90\n")
    assert 70 <= (row("star chart").volume or 0) <= 90
    assert row("telescope").volume == 9_000


def test_a_position_of_nought_is_none(api: Api) -> None:
    bring(api, "Query,Clicks,Impressions,Position\nstar chart,0,0,0\nmoon map,2,9,3.4\n", "own.csv")
    assert row("star chart").own_position is None
    assert row("moon map").own_position == 3.4


def test_no_more_is_paid_than_was_told_and_nothing_for_no_figure(
    gathered: Api, project: Project
) -> None:
    price = gathered.post("/measure/price", {"channel": "web"})["price"]
    before = gathered.get("")["lookups_left"]
    measure(gathered)
    job = Job.objects.filter(kind="measure").latest("pk")
    nothing = job.result["nothing"]
    assert sum(nothing.values()) == Reading.objects.filter(payload__isnull=True).count() > 0
    each = {"counts": 1.0, "bands": 0.2, "page": 2.0}
    free = sum(each[what] * count for what, count in nothing.items())
    assert before - gathered.get("")["lookups_left"] == pytest.approx(price - free)
    assert "without a figure cost nothing" in gathered.get("/jobs")[0]["says"]


def test_what_would_cost_more_than_was_told_is_not_bought(
    gathered: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    from bunraku.server.jobs.actions import start_job
    from bunraku.server.weigh.measuring import Measure, MeasureParams

    job = start_job(project, Measure, MeasureParams(channel="web", promised=1_000))
    job.refresh_from_db()
    assert job.state == "failed"
    assert "are reached" in job.error
    assert job.cost_tenths <= 1_000


def test_a_year_is_read_from_interest_where_a_file_has_no_months(api: Api) -> None:
    bring(api)
    put(api, Counts="off")
    measure(api)
    told = row("telescope")
    assert len(told.month_share) == 12
    history = api.get(f"/rows/{told.pk}")["history"]
    assert len(history) == 36
    year = [month["searches"] for month in history[-12:]]
    assert sum(year) / 12 == pytest.approx(9_000, rel=0.01)


FULL = (
    "Keyword,Searches,CPC,Competition,Difficulty\n"
    "star chart,50,0.45,0.7,33\n"
    "moon map,10-100,0.8,,12\n"
)


def _columns(text: str) -> tuple[float | None, ...]:
    told = row(text)
    return told.volume, told.cpc, told.ad_competition, told.difficulty


def test_a_row_of_a_file_is_one_reading_and_the_keyword_says_all_of_it(api: Api) -> None:
    bring(api, FULL)
    assert list(Reading.objects.order_by("term").values_list("term", "what")) == [
        ("moon map", "bands"),
        ("star chart", "counts"),
    ]
    assert _columns("star chart") == (50, 0.45, 0.7, 33)
    assert _columns("moon map")[1:] == (0.8, None, 12)
    (told,) = api.get(f"/rows/{row('star chart').pk}")["readings"]
    assert told["says"] == "50"
    assert told["beside"] == "£0.45 a click, competition 0.7, difficulty 33"


def test_what_was_told_beside_a_number_stays_where_a_later_day_tells_only_the_number(
    api: Api,
) -> None:
    bring(api, FULL, on="2026-10-01")
    bring(api, "Keyword,Searches\nstar chart,60\n", on="2026-10-02")
    assert _columns("star chart") == (60, 0.45, 0.7, 33)
    # Off, the file tells nothing of it any more.
    put(api, mine="off")
    assert _columns("star chart") == (None, None, None, None)


def test_what_stood_apart_from_a_number_is_read_as_before(api: Api) -> None:
    """Files that came before had two readings a row; the later day of either has the say."""
    bring(api, FULL, on="2026-10-02")
    beside = {"cpc_low": 0.6, "cpc_high": 0.6, "ad_competition": 0.7, "difficulty": 33.0}
    apart = {"what": "bands", "term": "star chart", "payload": beside, "price_tenths": 0}
    one = Reading.objects.get(term="star chart")
    for day, cpc in ((date(2026, 10, 1), 0.45), (date(2026, 10, 3), 0.6)):
        Reading.objects.create(scope=one.scope, source=one.source, on=day, **apart)
        call_command("rebuild", verbosity=0)
        assert _columns("star chart") == (50, cpc, 0.7, 33)
