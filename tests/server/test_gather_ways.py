"""Ways of gathering: each brings what it says, from where it says."""

from typing import get_args

import pytest

from bunraku.server.clock import today
from bunraku.server.gather.methods import METHODS
from bunraku.server.gather.models import Origin
from bunraku.server.gather.ways.api import WayId
from bunraku.server.gather.ways.catalogue import WAYS
from bunraku.server.projects.models import Project
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import Keyword, Row
from bunraku.server.sheet.scopes import add_keywords, scope_of
from bunraku.sources.protocol import What
from tests.server.conftest import RUN, Api, last_job

pytestmark = pytest.mark.django_db


def test_ways_are_named_and_priced(api: Api) -> None:
    ways = {way["id"]: way for way in api.get("/gather/ways")}
    assert list(ways) == list(WAYS) == list(get_args(WayId))
    assert set(METHODS) == {*WAYS, "seed", "combine", "import", "report"}
    assert {id: way["price"] for id, way in ways.items() if way["price"]} == {
        "related": 2,
        "fields": 22,
        "language": 0.1,
        "rivals": 2,
    }
    assert all(way["about"] and way["source"] for way in ways.values())


def test_operators_of_a_seed_hold_for_what_it_brings(api: Api, project: Project) -> None:
    api.post("/gather/runs", {**RUN, "seeds": "telescope -repair", "ways": ["alphabet", "related"]})
    assert Row.objects.count() > 10
    assert not [row for row in Row.objects.all() if "repair" in row.text.split()]
    job = last_job(project, "gather")
    assert job.params["seeds"] == ["telescope -repair"]


def test_a_rivals_ranks(api: Api, project: Project) -> None:
    page = api.post("/gather/runs", {**RUN, "ways": ["related"]})
    address = Reading.objects.get(what=What.PAGE).payload["results"][0]["publisher"]
    api.post(
        "/gather/runs", {"seeds": f"https://{address}/", "channels": ["web"], "ways": ["rivals"]}
    )
    job = last_job(project, "gather")
    assert job.pk != page["id"]
    assert job.cost_tenths == 20
    ranks = Origin.objects.filter(method="rivals")
    assert ranks.count() > 10
    assert all(1 <= rank.figure <= 10 for rank in ranks)
    # An address is no keyword.
    assert not Keyword.objects.filter(key__contains=address).exists()
    api.post("/gather/runs", {"seeds": "nobody.example", "channels": ["web"], "ways": ["rivals"]})
    nobody = last_job(project, "gather").result
    assert "No source has rankings for “nobody.example”" in nobody["ended"]
    # It was answered: there is no rest to ask for.
    assert nobody["missing"] == {}


def test_tags_and_titles_of_the_best_results_with_how_many_use_each(
    api: Api, project: Project
) -> None:
    body = {
        "seeds": "telescope",
        "channels": ["marketplace"],
        "ways": ["fields"],
        "options": {"results": 5},
    }
    price = api.post("/gather/estimate", body)["price"]
    api.post("/gather/runs", body)
    job = last_job(project, "gather")
    assert price == job.cost_tenths / 10 == 2 + 5 * 2
    used = list(Origin.objects.filter(method="fields").order_by("-figure"))
    assert used[0].figure >= 2
    assert all(1 <= origin.figure <= 5 for origin in used)


def test_rising_terms_translations_and_years(api: Api, project: Project) -> None:
    api.post(
        "/gather/runs", {"seeds": "telescope", "channels": ["web"], "ways": ["rising", "alphabet"]}
    )
    assert Origin.objects.filter(method="rising").exists()
    api.post(
        "/gather/runs",
        {
            "seeds": "star chart",
            "channels": ["web"],
            "ways": ["language"],
            "options": {"into": "de"},
        },
    )
    assert (
        "The German terms are in the table of that locale"
        in last_job(project, "gather").result["ended"]
    )
    german = Row.objects.filter(
        scope__locale="de-DE", keyword__origins__method="language"
    ).order_by("pk")
    assert german[0].text == "sternkarte"
    assert not Row.objects.filter(scope__locale="en-GB", text="sternkarte").exists()
    add_keywords(scope_of(project, "web"), {"eclipse 2024": "eclipse 2024"})
    body = {"seeds": "", "channels": ["web"], "ways": ["years"]}
    assert api.post("/gather/estimate", body)["about_new"] >= 2
    api.post("/gather/runs", body)
    assert set(
        Row.objects.filter(text__startswith="eclipse 202").values_list("text", flat=True)
    ) >= {f"eclipse {today().year}", f"eclipse {today().year + 1}"}
    assert Origin.objects.filter(method="years", seed="eclipse 2024").count() == 2


def test_asked_from_a_place_pages_are_readings_of_their_own(api: Api) -> None:
    api.post("/gather/runs", {**RUN, "ways": ["related"], "options": {"place": "Harrowmere"}})
    reading = Reading.objects.get(what=What.PAGE)
    assert (reading.term, reading.place, reading.depth) == ("telescope repair", "harrowmere", 10)
    api.post("/gather/runs", {**RUN, "ways": ["related"]})
    assert Reading.objects.filter(what=What.PAGE).count() == 2


def test_a_run_ends_at_its_most(api: Api, project: Project) -> None:
    api.post(
        "/gather/runs",
        {**RUN, "seeds": "telescope, star chart, moon lamp", "options": {"most": 10}},
    )
    result = last_job(project, "gather").result
    assert "ended after 10" in result["ended"]
    assert result["new"] < 200


def test_depth_completes_completions(api: Api) -> None:
    api.post("/gather/runs", {**RUN, "seeds": "moon", "ways": ["box"]})
    flat = Row.objects.count()
    api.post("/gather/runs", {**RUN, "seeds": "moon", "ways": ["box"], "options": {"depth": 2}})
    assert Row.objects.count() > flat


def test_completions_are_asked_for_each_prompt_once(
    api: Api, counted: dict[What, list[str]]
) -> None:
    api.post("/gather/runs", {**RUN, "ways": ["box", "alphabet"]})
    asked = counted[What.COMPLETIONS]
    assert len(asked) == len(set(asked)) == 38
