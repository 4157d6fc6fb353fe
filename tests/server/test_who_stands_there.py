"""Those who stand on results pages: what they write, where they are talked about, rivals, and what
one's own places tell."""

from collections.abc import Callable

import pytest

from bunraku.server.clock import today
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.readings.storing import keep_readings
from bunraku.server.sheet.models import Row
from bunraku.server.weigh.weighing import rows_to_weigh, weigh_rows
from bunraku.sources.protocol import USUAL, What
from tests.server.conftest import Api, last_job
from tests.server.test_results_pages import page_of_ten, view

pytestmark = pytest.mark.django_db


def test_what_they_write(weighed: Api, project: Project) -> None:
    row = Row.objects.filter(scope__project=project, difficulty__isnull=False).first()
    assert row is not None
    before = view(weighed, row)
    assert (before["fields"], before["fields_price"]) == ([], 20.0)
    weighed.post(f"/rows/{row.pk}/page/fields")
    job = last_job(project, "read_fields")
    assert (job.state, job.cost_tenths) == ("done", 10 * 2 * job.result["read"])
    told = view(weighed, row)
    assert len(told["fields"]) == told["said_in"]["of"] == job.result["read"] > 5
    assert all(written["tags"] for written in told["fields"])
    used = [phrase["used_by"] for phrase in told["used"]]
    assert used == sorted(used, reverse=True)
    for written in told["fields"]:
        assert 1 <= len(written["headings"]) <= 9
        assert written["words"] > 50
        assert written["score"] == pytest.approx(sum(c["points"] for c in written["checks"]), abs=1)
    scores = sorted(written["score"] for written in told["fields"])
    made = told["made"]
    assert (made["least"], made["most"], made["of"]) == (scores[0], scores[-1], len(scores))
    assert all(1 < lack["of"] <= made["of"] for lack in made["lacks"])
    brands = [phrase["text"] for phrase in told["used"] if phrase["brand"]]
    assert not any(text in row.text for text in brands)
    assert weighed.refused("POST", f"/rows/{row.pk}/page/fields")["code"] == "nothing_to_read"


def test_where_a_result_is_talked_about(weighed: Api, project: Project) -> None:
    row = Row.objects.filter(scope__project=project, difficulty__isnull=False).first()
    assert row is not None
    weighed.post(f"/rows/{row.pk}/page/fields")
    before = view(weighed, row)["fields"]
    assert {(w["talk"], w["talk_asked"], w["talk_price"]) for w in before} == {(None, False, 0.1)}
    for written in before:
        weighed.post(f"/rows/{row.pk}/page/talk", {"address": written["address"]})
    after = view(weighed, row)["fields"]
    assert all(w["talk_asked"] and w["talk_price"] == 0 for w in after)
    talked = [w["talk"] for w in after if w["talk"]]
    assert len(talked) > len(after) / 4
    assert all(network["mentions"] > 0 for talk in talked for network in talk["networks"])
    assert any(talk["threads"] for talk in talked)
    strange = {"address": "https://nobody.example/at-all"}
    refused = weighed.refused("POST", f"/rows/{row.pk}/page/talk", strange)
    assert refused["code"] == "not_found"


def test_an_outlets_places_tell_its_strength(
    api: Api, project: Project, rows: Callable[..., list[Row]]
) -> None:
    outlet = Outlet.objects.get(project=project, channel="web")
    some = rows([{"text": f"telescope repair {n}", "volume": 100.0 + n} for n in range(8)])
    scope = some[0].scope
    pages = []
    for n, row in enumerate(some):
        page = page_of_ten()
        if n < 4:
            # Among those who stand there, with the phrase in its title.
            mine = {**page["results"][6], "publisher": outlet.name, "title": row.text}
            page["results"][6] = {**mine, "address": f"https://{outlet.name}/p{n}"}
        pages.append(("page", row.keyword.key, page))
    vantage = USUAL.seen_by(What.PAGE)
    keep_readings(scope, "Rehearsal Pages", today(), pages, vantage=vantage)
    weigh_rows(scope, rows_to_weigh(scope))
    few = api.get(f"/outlets/{outlet.pk}/implied")
    assert (few["places"], few["needed"], few["strength"]) == (4, 5, None)
    # Its own report tells the others.
    Row.objects.filter(pk__in=[row.pk for row in some[4:]]).update(own_position=7.4)
    told = api.get(f"/outlets/{outlet.pk}/implied")
    assert told["places"] == 8
    assert told["low"] <= told["strength"] <= told["high"]
    assert told["strength"] > told["told"]
    assert told["standing"] > outlet.standing
    gone = api.client.get(f"{api.base}/outlets/99999/implied")
    assert gone.status_code == 404


def test_rivals_grow_from_the_pages_read(weighed: Api, project: Project) -> None:
    told = weighed.get("/rivals", channel="web")
    assert told["pages"] == Row.objects.filter(difficulty__isnull=False).count()
    keywords = [rival["keywords"] for rival in told["rivals"]]
    assert keywords == sorted(keywords, reverse=True)
    first = told["rivals"][0]
    assert first["places"] >= first["keywords"] > 1
    # Each with the authority that its results have on the pages.
    page = weighed.get(f"/rows/{Row.objects.exclude(page=None)[0].pk}/page")
    standings = {result["publisher"]: result["standing"] for result in page["results"]}
    of = {rival["publisher"]: rival["standing"] for rival in told["rivals"]}
    assert {name: of[name] for name in standings if name in of} == standings
    full = weighed.get("/rivals/one", channel="web", publisher=first["publisher"])
    assert full["counts"] == {"theirs": first["keywords"], "both": 0, "ours": 0}
    assert len(full["theirs"]) == first["keywords"]
    assert (full["ranks_read"], full["ranks_price"]) == (False, 2.0)
    visits = [page["visits"] for page in full["best"]]
    assert visits == sorted(visits, reverse=True)
    assert sum(page["keywords"] for page in full["best"]) <= first["places"]
    assert {page["most"] for page in full["best"]} <= {row["text"] for row in full["theirs"]}
    # What our own report tells makes a keyword ours.
    row = Row.objects.get(pk=full["theirs"][0]["row"])
    Row.objects.filter(pk=row.pk).update(own_position=12.0)
    again = weighed.get("/rivals/one", channel="web", publisher=first["publisher"])
    assert again["counts"]["both"] == 1
    assert again["both"][0]["own_position"] == 12.0
    weighed.post("/rivals/read", {"channel": "web", "publisher": first["publisher"]})
    job = last_job(project, "read_ranks")
    assert (job.state, job.cost_tenths) == ("done", 20)
    read = weighed.get("/rivals/one", channel="web", publisher=first["publisher"])
    assert read["ranks_read"]
    assert read["standing"] > 0
    assert len(read["ranks"]) == job.result["told"]
    refused = weighed.refused(
        "POST", "/rivals/read", {"channel": "web", "publisher": first["publisher"]}
    )
    assert refused["code"] == "nothing_to_read"
    nobody = weighed.client.get(f"{weighed.base}/rivals/one", {"publisher": "nobody.example"})
    assert nobody.status_code == 404
    assert weighed.get("/rivals", channel="video") == {"pages": 0, "rivals": []}
