"""One's own search performance report: demand, season, positions, and pages that come first."""

from datetime import date
from typing import Any

import pytest
from dateutil.relativedelta import relativedelta
from django.core.management import call_command

from bunraku.server.clock import today
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.weigh import weighing
from tests.server.conftest import Api, pieces_of

SITE = "https://pens.example"
SUMMER = (20, 20, 40, 80, 130, 190, 250, 240, 120, 60, 30, 20)
QUERIES = (
    # Query, page, position, searches of a usual month.
    ("nib grinding", "/nibs", 8.0, 1.0),
    ("nib grinding near york", "/nibs", 12.0, 0.4),
    ("fountain pen repair", "/repair", 1.4, 2.0),
    ("pen shop york", "/", 2.0, 1.0),
    ("how to clean a fountain pen", "/cleaning", 15.0, 3.0),
    ("fountain pen ink guide", "/ink", 34.0, 3.0),
)


@pytest.fixture
def pens(api: Api, project: Project) -> Api:
    """A project that rests on its own files, with a click worth a pound."""
    Project.objects.filter(pk=project.pk).update(
        figures_from="files", about="fountain pens", click_values={"any": 1.0}, places=["York"]
    )
    project.refresh_from_db()
    return api


def months(count: int) -> list[date]:
    """The last whole months, oldest first."""
    last = today().replace(day=1) - relativedelta(months=1)
    return [last - relativedelta(months=back) for back in range(count - 1, -1, -1)]


def report(count: int = 16) -> str:
    """A report with a row for each month, query and page; an old page is shown beside the new."""
    lines = ["Month,Query,Landing page,Clicks,Impressions,Position"]
    for month in months(count):
        shown = SUMMER[month.month - 1]
        for query, page, position, times in QUERIES:
            seen = 1.0 if position <= 10 else 0.35 if position <= 13 else 0.1
            impressions = round(10 * shown * times * seen)
            clicks = round(impressions / (4 * position))
            lines.append(f"{month:%Y-%m},{query},{SITE}{page},{clicks},{impressions},{position}")
        lines.append(f"{month:%Y-%m},fountain pen repair,{SITE}/old-repair,1,{5 * shown},9")
    return "\n".join(lines)


def brought(api: Api, text: str, name: str = "list.csv", **told: Any) -> dict[str, dict[str, Any]]:
    file = api.bring(text, name)
    body = {"channel": "web", "mapping": file["mapping"], "heading": file["heading"], **told}
    api.post(f"/files/{file['id']}/import", body)
    return {row["text"]: row for row in api.get("/sheet")["rows"]}


def test_a_report_by_month_becomes_demand_season_and_chance(pens: Api) -> None:
    rows = brought(pens, report())
    assert set(rows) == {query for query, *_ in QUERIES}
    mean = 10 * sum(SUMMER) / 12
    for query, _, position, times in QUERIES[:4]:
        row = rows[query]
        assert row["volume_low"] <= mean * times * 1.1
        assert row["volume_high"] >= mean * times * (1 if position < 9 else 0.9)
        assert row["own_position"] == pytest.approx(position, abs=0.05)
    # A search that shows two pages of ours is one search, at the better place.
    assert rows["fountain pen repair"]["volume"] < 1.4 * 2 * mean
    assert {rows[q]["peak_month"] for q, _, position, _ in QUERIES if position < 10} == {7}
    assert [rows[query]["chance_from"] for query, *_ in QUERIES] == ["own"] * 5 + ["signs"]
    assert rows["fountain pen repair"]["verdict"] == "skip"
    assert rows["nib grinding"]["verdict"] == "go"
    told = pens.get(f"/rows/{rows['nib grinding']['id']}")
    assert "Your page is at position 8. If you improve it" in told["because"]
    top = pens.get(f"/rows/{rows['pen shop york']['id']}")
    assert "position 2 already, so there is little left to gain" in top["because"]


def test_a_report_without_days_is_as_sure_as_its_months_are_known(pens: Api) -> None:
    text = "Query,Clicks,Impressions,Position\nnib grinding,90,3000,4.0\n"
    unknown = brought(pens, text)["nib grinding"]
    assert unknown["volume_high"] > 5 * unknown["volume_low"]
    known = brought(pens, text, months_covered=3)["nib grinding"]
    assert known["volume_high"] < 2 * known["volume_low"]
    assert known["volume"] == pytest.approx(1000, rel=0.3)
    refused = pens.refused("POST", "/files/1/import", {"channel": "web", "months_covered": 0})
    assert refused["code"] == "invalid_input"


def test_what_to_do_with_each_page_is_said_and_done(pens: Api, project: Project) -> None:
    brought(pens, report())
    pages = {page["address"].removeprefix(SITE): page for page in pens.get("/plan/existing")}
    advice = {address: page["advice"] for address, page in pages.items()}
    assert advice == {
        "/nibs": "improve",
        "/cleaning": "improve",
        "/old-repair": "merge",
        "/repair": "leave",
        "/": "leave",
        "/ink": "leave",
    }
    nibs = pages["/nibs"]
    assert "Improve it for “nib grinding” (position 8)" in nibs["why"]
    assert nibs["visits"] > 1
    assert nibs["hours"] < 3
    assert nibs["pays"] is not None
    waits = [b for b in pens.get("/up-next")["in_the_way"] if b["what"] == "own_pages"]
    assert waits == [{"what": "own_pages", "channel": "web", "count": 3}]
    # It is offered too where nobody said what a visitor is worth.
    Project.objects.filter(pk=project.pk).update(click_values={})
    call_command("rebuild", verbosity=0)
    assert [b for b in pens.get("/up-next")["in_the_way"] if b["what"] == "own_pages"] == waits
    chosen = "\n".join(f"{SITE}{address}" for address in ("/nibs", "/old-repair"))
    made = pens.post("/pieces/existing", {"channel": "web", "text": chosen})
    assert (made["made"], made["unknown"]) == (2, [])
    nib, repair = Piece.objects.filter(project=project).order_by("pk")
    assert (nib.address, nib.improves) == (f"{SITE}/nibs", True)
    served = {owned.keyword.text: owned.main for owned in nib.keywords.select_related("keyword")}
    assert served == {"nib grinding": True, "nib grinding near york": False}
    # Two pages that are one are worked on at the better address.
    assert repair.address == f"{SITE}/repair"
    assert "Merge https://pens.example/old-repair into it" in repair.note
    pens.undo()
    assert not Piece.objects.filter(project=project).exists()


def test_no_new_piece_where_a_page_ranks_unless_one_says_so(pens: Api) -> None:
    brought(pens, report())
    pens.post("/clustering", {"channel": "web"})
    ids = [cluster["id"] for cluster in pens.get("/clusters")["clusters"]]
    preview = pens.post("/pieces/preview", {"cluster_ids": ids})
    improved = {own["address"] for own in preview["own"] if own["does"] == "improve"}
    assert improved == {f"{SITE}/nibs"}
    # A cluster that holds queries of other pages of ours leaves them to those.
    [guide] = [draft for draft in preview["drafts"] if not draft["improves"]]
    assert (guide["main"], guide["keywords"]) == ("fountain pen ink guide", 1)
    # A new piece that is to serve such a query too improves the page instead.
    nibs = next(own["cluster_id"] for own in preview["own"] if own["does"] == "improve")
    joined = [{"cluster_id": nibs, "into_cluster": guide["cluster_id"]}]
    pens.post("/pieces", {"cluster_ids": ids, "joined": joined})
    [one] = pieces_of(pens)
    assert (one["title"], one["improves"]) == ("Fountain pen ink guide: what to know first", True)
    pens.undo()
    pens.post("/pieces", {"cluster_ids": ids})
    new = [piece["title"] for piece in pieces_of(pens) if not piece["improves"]]
    assert new == ["Fountain pen ink guide: what to know first"]
    pens.undo()
    made = pens.post("/pieces", {"cluster_ids": ids, "new_pages": True})
    assert made["made"] == len(ids)
    assert not any(piece["improves"] for piece in pieces_of(pens))


def test_a_report_that_names_no_page_still_keeps_from_writing_it_twice(pens: Api) -> None:
    text = "Query,Clicks,Impressions,Position\nnib grinding,90,3000,7.0\npen repair,9,900,2.0\n"
    brought(pens, text, months_covered=3)
    pens.post("/clustering", {"channel": "web"})
    ids = [cluster["id"] for cluster in pens.get("/clusters")["clusters"]]
    preview = pens.post("/pieces/preview", {"cluster_ids": ids})
    assert {(own["name"], own["does"], own["address"]) for own in preview["own"]} == {
        ("nib grinding", "improve", ""),
        ("pen repair", "leave", ""),
    }
    assert pens.get("/plan/existing") == []


def test_local_keywords_without_a_page_or_position_are_unknown(pens: Api) -> None:
    rows = brought(pens, "Keyword,Searches\npen repair york,90\nfountain pen history,300\n")
    assert (rows["pen repair york"]["chance"], rows["pen repair york"]["verdict"]) == (None, "")
    assert rows["fountain pen history"]["chance_from"] == "signs"
    told = pens.get(f"/rows/{rows['pen repair york']['id']}")
    assert "The competition nearby cannot be estimated from figures." in told["because"]
    waits = {b["what"]: b["count"] for b in pens.get("/up-next")["in_the_way"]}
    assert waits["no_chance"] == 1


def test_what_is_weighed_after_imports_is_what_a_rebuild_gives(pens: Api) -> None:
    brought(pens, report())
    pens.post("/gather/runs", {"seeds": "ink pot, desk pen", "channels": ["web"], "ways": []})
    more = ["Keyword,Searches,Low bid,High bid"]
    more += [f"fountain pen number {n},{90 * n},0.{n},0.{n + 2}" for n in range(1, 8)]
    brought(pens, "\n".join([*more, "nib grinding,700,0.4,0.9"]))
    fields = [field.attname for field in Row._meta.concrete_fields]
    before = list(Row.objects.order_by("pk").values(*fields))
    assert all(row["intent"] >= 0 for row in before)
    call_command("rebuild", verbosity=0)
    assert list(Row.objects.order_by("pk").values(*fields)) == before


def test_an_import_weighs_what_is_new_alone(pens: Api, monkeypatch: pytest.MonkeyPatch) -> None:
    first = "Keyword,Searches\n" + "\n".join(f"pen of kind {n},{n * 10}" for n in range(1, 9))
    brought(pens, first)
    weighed: list[str] = []
    real = weighing.latest_readings

    def listening(scope: Any, keys: list[str]) -> Any:
        weighed.extend(keys)
        return real(scope, keys)

    monkeypatch.setattr(weighing, "latest_readings", listening)
    # No searches, so that nothing is learned by which the others would change.
    text = "Keyword,Difficulty\npen of kind 3,40\npen of another kind,20\n"
    brought(pens, text, name="more.csv")
    assert set(weighed) == {"pen of kind 3", "pen of another kind"}


def test_up_next_says_that_no_searches_are_known(pens: Api) -> None:
    pens.post("/gather/runs", {"seeds": "ink pot, desk pen", "channels": ["web"], "ways": []})
    assert pens.get("/up-next")["why_no_best"] == "no_searches"
    brought(pens, "Keyword,Searches,Difficulty\ndesk pen,90,99\n")
    assert pens.get("/up-next")["why_no_best"] != "no_searches"
