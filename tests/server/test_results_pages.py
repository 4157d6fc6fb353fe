"""Results pages: the view, reading them, what the sheet knows of them."""

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test.utils import CaptureQueriesContext

from bunraku.core.weigh.verdict import VERDICTS
from bunraku.server.clock import set_to, today
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.readings.models import Reading
from bunraku.server.readings.providers import file_source
from bunraku.server.readings.storing import keep_readings
from bunraku.server.sheet.models import Row
from bunraku.server.weigh.weighing import rows_to_weigh, weigh_rows
from bunraku.sources.protocol import USUAL, What
from tests.server.conftest import Api, last_job


def page_of_ten(**more: Any) -> dict[str, Any]:
    results = [
        {
            "position": n,
            "address": f"https://site{n}.example/telescope-repair",
            "title": "Telescope repair" if n < 3 else f"Something of telescopes {n}",
            "publisher": f"site{n}.example",
            "standing": 92.0 - 3 * n,
            "pull": 20.0,
            "published": f"2026-0{1 + n % 9}-01",
        }
        for n in range(1, 11)
    ]
    return {
        "results": results,
        "ads": 2,
        "features": ["map"],
        "questions": [],
        "related": [],
        **more,
    }


@pytest.fixture
def read(project: Project, rows: Callable[..., list[Row]]) -> Callable[..., Row]:
    """A keyword whose page was read, on a day, as it is given."""
    [row] = rows([{"text": "telescope repair", "volume": 1_000.0}])

    def keep(payload: dict[str, Any] | None, on: date | None = None) -> Row:
        vantage = USUAL.seen_by(What.PAGE)
        told = [("page", row.keyword.key, payload)]
        keep_readings(row.scope, "Rehearsal Pages", on or today(), told, vantage=vantage)
        volume = ("counts", row.keyword.key, {"monthly": 1_000, "history": [], "match": "exact"})
        keep_readings(row.scope, "Rehearsal Counts", today(), [volume])
        weigh_rows(row.scope, rows_to_weigh(row.scope))
        row.refresh_from_db()
        return row

    return keep


def view(api: Api, row: Row, **asked: Any) -> Any:
    return api.get(f"/rows/{row.pk}/page", **asked)


def test_the_page_says_whether_we_can(api: Api, read: Callable[..., Row]) -> None:
    row = read(page_of_ten(found=9_000, saying=400, titled=31))
    told = view(api, row)
    assert told["practice"]
    assert (told["depth_read"], told["rests_on"], told["days_old"]) == (10, 10, 0)
    assert "two titles contain the phrase" in told["conclusion"]
    assert told["own"] == pytest.approx(row.own_strength, abs=0.01)
    assert told["landing"]["page_one"] == pytest.approx(row.chance, abs=0.001)
    assert told["landing"]["visits"] == pytest.approx(row.clicks, rel=0.01)
    assert len(told["by_strength"]) == 101
    assert told["by_strength"][100]["first"] == 1
    weak = [result for result in told["results"] if result["weak"]]
    assert len(weak) == row.weak_spots
    first = told["results"][0]
    assert [part["text"] for part in first["title_parts"] if part["mine"]] == ["Telescope repair"]
    assert first["address_wording"] == "exact phrase"
    assert sum(first["parts"]) == pytest.approx(first["strength"], abs=0.2)
    assert told["openness"] == pytest.approx(1_000 / 400, rel=0.01)
    assert (told["found"], told["saying"], told["titled"], told["ads"]) == (9_000, 400, 31, 2)
    assert told["company"]["addresses"] == 10
    assert told["days"] == [str(today())]
    assert told["moves_words"] == ""
    # What the sheet has of it.
    assert (row.address_matches, row.title_matches, row.publishers) == (10, 2, 10)
    weakest = min(result["strength"] for result in told["results"])
    assert row.weakest == pytest.approx(weakest, abs=0.1)
    assert row.phrase_pages == 400
    assert row.changes is None
    sheet = api.get("/sheet", features="map", openness_min=2, title_matches_max=2)
    assert [found["features"] for found in sheet["rows"]] == [["map"]]
    assert api.get("/sheet", features="answer_box")["total"] == 0
    assert api.get("/sheet", openness_min=3)["total"] == 0


def test_another_outlet_and_none(api: Api, project: Project, read: Callable[..., Row]) -> None:
    row = read(page_of_ten())
    giant = Outlet.objects.create(project=project, name="Giant", channel="web", standing=95)
    weigh_rows(row.scope, rows_to_weigh(row.scope))
    mine, theirs = view(api, row), view(api, row, outlet=giant.pk)
    assert theirs["landing"]["page_one"] > mine["landing"]["page_one"]
    assert theirs["outlet_id"] == giant.pk
    shop = Outlet.objects.get(project=project, channel="marketplace")
    refused = api.client.get(f"{api.base}/rows/{row.pk}/page", {"outlet": shop.pk})
    assert refused.status_code == 404
    Outlet.objects.all().delete()
    nobody = view(api, row)
    assert nobody["own"] is nobody["landing"] is None
    assert nobody["by_strength"][50]["page_one"] > 0


def test_our_own_is_marked(api: Api, read: Callable[..., Row]) -> None:
    page = page_of_ten()
    page["results"][6]["address"] = "https://www.site.example/repair"
    told = view(api, read(page))
    assert [result["position"] for result in told["results"] if result["own"]] == [7]
    assert told["company"]["own"] == [7]


def test_a_host_that_a_channel_shares_with_all_others_tells_nothing_of_whose_it_is(
    api: Api, project: Project, read: Callable[..., Row]
) -> None:
    project.outlets.filter(channel="web").update(
        name="Site", address="https://platform.example/mine"
    )
    page = page_of_ten()
    page["results"][3]["address"] = "https://platform.example/somebody-else"
    page["results"][6]["publisher"] = "SITE"
    told = view(api, read(page))
    # By the name of whoever publishes it is ours, by the platform's host it is not.
    assert [result["position"] for result in told["results"] if result["own"]] == [7]


def test_how_a_page_moved(api: Api, read: Callable[..., Row]) -> None:
    before, now = page_of_ten(), page_of_ten()
    now["results"][9] = {
        **now["results"][9],
        "address": "https://new.example/x",
        "publisher": "new",
    }
    swapped = now["results"]
    swapped[0], swapped[1] = {**swapped[1], "position": 1}, {**swapped[0], "position": 2}
    read(before, today() - timedelta(days=7))
    row = read(now)
    told = view(api, row)
    assert told["changes_a_week"] == 1.0 == row.changes
    assert told["moves_words"] == "one position changes a week"
    moved = {each["publisher"]: (each["before"], each["after"]) for each in told["moved"]}
    assert moved["new"] == (None, 10)
    assert moved["site10.example"] == (10, None)
    assert (moved["site2.example"], moved["site1.example"]) == ((2, 1), (1, 2))
    assert len(told["over_time"]) == 11


@pytest.mark.parametrize(
    "payload",
    [
        {"results": [], "ads": 4, "features": [], "questions": [], "related": []},
        page_of_ten(results=page_of_ten()["results"][:3]),
        page_of_ten(
            results=[
                {
                    "position": 1 + n,
                    "address": f"https://a.example/{n}",
                    "title": "",
                    "publisher": "a",
                }
                for n in range(10)
            ]
        ),
        page_of_ten(
            results=[
                {
                    "position": place,
                    "address": "https://a.example/" + "x" * 1_900,
                    "title": "\u041d\u043e\u0447\u044c \U0001f30c \u5bdd\u888b (\u201cnew\u201d)",
                    "publisher": "a",
                    "standing": 40.0,
                    "pull": 1.0,
                }
                for place in (1, 1, 4, 9)
            ]
        ),
    ],
)
def test_pages_of_any_kind(api: Api, read: Callable[..., Row], payload: dict[str, Any]) -> None:
    row = read(payload)
    told = view(api, row)
    assert len(told["results"]) == len(payload["results"])
    # Places are counted, whatever positions are told: where one would land is a place.
    assert [r["place"] for r in told["results"]] == list(range(1, len(told["results"]) + 1))
    known = any("standing" in result for result in payload["results"])
    assert (told["landing"] is not None) == known
    if not payload["results"]:
        assert told["conclusion"].startswith("No results")
    if payload["results"] and not known:
        assert told["rests_on"] == 0
        assert row.chance is None


def test_a_page_that_was_not_read(api: Api, rows: Callable[..., list[Row]]) -> None:
    [row] = rows([{"text": "telescope repair"}])
    told = view(api, row)
    assert (told["results"], told["conclusion"], told["read_on"]) == ([], "", None)
    assert told["can_be_read"]
    assert "no results page yet" in told["because"]


def test_listings_are_narrowed(api: Api, project: Project, rows: Callable[..., list[Row]]) -> None:
    rows([{"text": "star projector"}], "marketplace")
    row = Row.objects.get(text="star projector")
    api.post("/pages/read", {"channel": "marketplace", "row_ids": [row.pk], "depth": 50})
    told = view(api, row, depth=50)
    assert len(told["results"]) == told["depth_read"] == 50
    assert told["choices"]["materials"]
    assert [at["depth"] for at in told["says_at"]] == [10, 50]
    assert told["says_at"][0]["says"] <= told["says_at"][1]["says"]
    some = told["choices"]["materials"][0]
    less = view(api, row, depth=50, material=some, without="projectors")
    assert 0 < len(less["results"]) < 50
    assert less["hidden"] == 50 - len(less["results"])
    assert less["says_at"][1]["of"] == len(less["results"])
    assert less["results"][0]["place"] == 1
    # A result is as strong to whatever depth it is looked at.
    ten = view(api, row)["results"]
    assert [r["strength"] for r in ten] == [r["strength"] for r in told["results"][:10]]
    assert all(some in result["materials"] for result in less["results"])
    dear = view(api, row, depth=50, price_from=1_000)
    assert dear["results"] == []
    assert api.get("/sheet", channel="marketplace", publishers_min=1)["total"] == 1


def test_pages_are_read_once_a_day_and_by_age(weighed: Api, project: Project) -> None:
    ids = [row["id"] for row in weighed.get("/sheet", waiting="false", limit=5)["rows"]]
    asked = {"channel": "web", "row_ids": ids}
    assert weighed.post("/pages/price", asked)["pages"] == 0
    refused = weighed.refused("POST", "/pages/read", asked)
    assert refused["code"] == "nothing_to_read"
    deeper = weighed.post("/pages/price", {**asked, "depth": 50})
    assert (deeper["pages"], deeper["price"]) == (5, 10.0)
    weighed.post("/pages/read", {**asked, "depth": 50})
    job = last_job(project, "read_pages")
    assert (job.state, job.result["read"], job.cost_tenths) == ("done", 5, 100)
    # What is deeper serves what is less deep.
    assert weighed.post("/pages/price", {**asked, "depth": 10})["pages"] == 0
    with set_to(today() + timedelta(days=8)):
        assert weighed.post("/pages/price", asked)["pages"] == 5
        assert weighed.post("/pages/price", {**asked, "older_than": 30})["pages"] == 0
        weighed.post("/pages/read", {**asked, "older_than": 6})
        told = weighed.get(f"/rows/{ids[0]}/page")
        assert len(told["days"]) == 2
        assert told["changes_a_week"] is not None
    Project.objects.update(lookups_left_tenths=10)
    assert weighed.refused("POST", "/pages/read", {**asked, "depth": 100})["code"] == (
        "allowance_short"
    )


def test_no_source_for_pages(api: Api, rows: Callable[..., list[Row]]) -> None:
    [row] = rows([{"text": "star"}])
    Project.objects.update(figures_from="files")
    assert not view(api, row)["can_be_read"]
    asked = {"channel": "web", "row_ids": [row.pk]}
    assert api.refused("POST", "/pages/read", asked)["code"] == "no_source"


def test_as_many_queries_for_a_long_past(api: Api, read: Callable[..., Row]) -> None:
    row = read(page_of_ten())
    with CaptureQueriesContext(
        connection,
    ) as few:
        view(api, row)
    for days in range(1, 15):
        read(page_of_ten(), today() - timedelta(days=days))
    with CaptureQueriesContext(connection) as many:
        view(api, row)
    assert len(many) == len(few)
    assert Reading.objects.filter(what="page").count() == 15


def test_a_page_noted_by_hand(api: Api, rows: Callable[..., list[Row]]) -> None:
    [row] = rows([{"text": "bee suit"}])
    text = "Bee suit https://a.example/bee-suit\nNo address here\nhttps://b.example All of suits\n"
    told = api.post(f"/rows/{row.pk}/page/note", {"text": text})
    assert told["results"] == 2
    seen = view(api, row)
    assert not seen["practice"]
    assert (seen["depth_read"], seen["rests_on"]) == (2, 0)
    assert seen["results"][0]["wording"] == "exact phrase"
    # Noted again on the day, the later one stands.
    api.post(f"/rows/{row.pk}/page/note", {"text": "https://c.example"})
    assert view(api, row)["depth_read"] == 1
    assert view(api, row)["noted"]
    gone = api.client.delete(f"{api.base}/rows/{row.pk}/page/note")
    assert gone.status_code == 204
    assert view(api, row)["read_on"] is None
    assert api.client.delete(f"{api.base}/rows/{row.pk}/page/note").status_code == 404
    refused = api.refused("POST", f"/rows/{row.pk}/page/note", {"text": "nothing here"})
    assert (refused["code"], refused["field"]) == ("bad_file", "text")


def test_pages_from_a_file(api: Api, project: Project, rows: Callable[..., list[Row]]) -> None:
    rows([{"text": "bee suit"}])
    lines = ["keyword,position,url,title,site authority,backlinks"]
    for n in range(1, 11):
        lines.append(f"bee suit,{n},https://s{n}.example/bee-suit,Bee suit {n},{10 + n},3")
        lines.append(f"bee veil,{n},https://s{n}.example/veil,Veil {n},,")
    lines.append("bee veil,3,https://again.example,Again,5,5")
    content = SimpleUploadedFile("pages.csv", "\n".join(lines).encode())
    address = f"{api.base}/pages/file?channel=web"
    answer = api.client.post(address, {"file": content})
    assert answer.status_code == 200, answer.content
    job = last_job(project, "bring_pages")
    assert (job.state, job.result["pages"], job.result["refused"]) == ("done", 2, 1)
    suit, veil = (Row.objects.get(text=text) for text in ("bee suit", "bee veil"))
    assert suit.chance is not None
    assert (suit.title_matches, suit.address_matches) == (10, 10)
    assert not suit.practice
    assert (veil.chance, view(api, veil)["rests_on"]) == (None, 0)
    because = api.get(f"/rows/{veil.pk}")["because"]
    assert "strength of the results not known" in because
    assert view(api, suit)["in_part"]
    assert view(api, suit)["rests_on"] == 10
    wrong = SimpleUploadedFile("list.csv", b"keyword,volume\nbee,4\n")
    api.client.post(address, {"file": wrong})
    failed = last_job(project, "bring_pages")
    assert failed.state == "failed"
    assert "no column of address" in failed.error


def test_few_pages_are_by_the_persons_own_limit(
    api: Api, project: Project, read: Callable[..., Row]
) -> None:
    assert view(api, read(page_of_ten(), today() - timedelta(days=1)))["few"] is None
    row = read(page_of_ten(saying=400, phone=0.7))
    told = view(api, row)
    assert (told["few"], told["few_pages"], told["phone"]) == (True, 500, 0.7)
    Project.objects.filter(pk=project.pk).update(thresholds={"few_pages": 399})
    assert view(api, row)["few"] is False


def test_what_nobody_told_of_a_page_is_no_free_place(
    api: Api, project: Project, rows: Callable[..., list[Row]]
) -> None:
    rows([{"text": "bone folder"}, {"text": "book press"}])
    lines = ["keyword,position,url,title,authority,links"]
    lines += [f"bone folder,{n},https://s{n}.example,Bone folder,60,200" for n in (1, 2, 4, 9)]
    lines += [f"book press,{n},https://s{n}.example,Book press,60,200" for n in range(1, 11)]
    content = SimpleUploadedFile("pages.csv", "\n".join(lines).encode())
    api.client.post(f"{api.base}/pages/file?channel=web", {"file": content})
    part, whole = (Row.objects.get(text=text) for text in ("bone folder", "book press"))
    assert part.difficulty is not None
    assert whole.difficulty is not None
    assert 0.7 * whole.difficulty < part.difficulty <= whole.difficulty
    told = view(api, part)
    assert (told["rests_on"], told["first_page"], len(told["results"])) == (4, 10, 4)
    assert [result["place"] for result in told["results"]] == [1, 2, 4, 9]
    assert told["conclusion"].startswith("Four of the top 10 are known; of these, none is weaker")
    assert told["landing"]["page_one"] == pytest.approx(part.chance, abs=0.001)
    assert api.get(f"/rows/{part.pk}")["results"][0]["strength"] == told["results"][0]["strength"]


def test_an_even_guess_reaches_an_even_threshold(api: Api, own_files_row: Row) -> None:
    assert own_files_row.chance_low is not None
    assert own_files_row.verdict != VERDICTS.index("go")
    api.post("/rows/guess", {"row_ids": [own_files_row.pk], "guess": "even"})
    own_files_row.refresh_from_db()
    assert own_files_row.chance == pytest.approx(0.5, abs=0.002)
    assert own_files_row.verdict == VERDICTS.index("go")


@pytest.fixture
def own_files_row(api: Api, project: Project, rows: Callable[..., list[Row]]) -> Row:
    """A keyword of a project without a source, whose chance is estimated."""
    project.figures_from = "files"
    project.preset, project.click_values = "growing", {"any": 5.0}
    project.save()
    [row] = rows([{"text": "bone folder"}])
    counts = {"monthly": 9_000, "history": [], "match": "exact"}
    keep_readings(
        row.scope, file_source("list.csv"), today(), [("counts", row.keyword.key, counts)]
    )
    row.scope.project = project
    weigh_rows(row.scope, rows_to_weigh(row.scope))
    row.refresh_from_db()
    return row
