"""Gathering: what a run brings, costs, leaves out, and how it bears faults."""

from collections.abc import Callable

import pytest

from bunraku.server.gather.models import Origin
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import Keyword, Row
from bunraku.sources.protocol import What
from bunraku.sources.rehearsal import Faults
from tests.server.conftest import Api, last_job

pytestmark = pytest.mark.django_db
RUN = {"seeds": "telescope repair", "channels": ["web"], "ways": ["box", "questions", "related"]}


def test_ways_are_named_and_priced(api: Api) -> None:
    ways = api.get("/gather/ways")
    assert [way["id"] for way in ways] == ["box", "questions", "related"]
    assert [way["price"] for way in ways] == [0, 0, 2]
    assert all(way["about"] and way["source"] for way in ways)


def test_an_estimate_buys_nothing(api: Api) -> None:
    told = api.post(
        "/gather/estimate", {**RUN, "seeds": "Telescope, telescope, star chart; 🔭", "channels": ["web", "video"]}
    )
    assert told["seeds"] == ["Telescope", "star chart"]
    assert told["repeated"] == 1
    assert told["refused"][0]["number"] == 4
    assert told["price"] == 2 * 2 * 2
    assert told["about_new"] > 0
    assert not Job.objects.exists()
    assert not Reading.objects.exists()


def test_a_run_brings_keywords_with_all_their_origins(api: Api, project: Project) -> None:
    api.post("/gather/runs", RUN)
    job = last_job(project, "gather")
    assert job.state == "done"
    assert job.cost_tenths == 20
    assert job.result["new"] == Keyword.objects.count() == Row.objects.count() > 20
    seed = Keyword.objects.get(key="telescope repair")
    assert Origin.objects.filter(keyword=seed, method="seed").exists()
    methods = set(Origin.objects.values_list("method", flat=True))
    assert methods >= {"seed", "box", "questions", "related"}
    several = [k for k in Keyword.objects.all() if k.origins.count() > 1]
    assert several
    assert api.get("")["lookups_left"] * 10 == Project.objects.get().lookups_left_tenths


def test_what_is_there_already_is_known_not_doubled(api: Api, project: Project) -> None:
    api.post("/gather/runs", RUN)
    count = Keyword.objects.count()
    told = api.post("/gather/estimate", RUN)
    assert told["price"] == 0
    assert told["known_seeds"] == 1
    api.post("/gather/runs", {**RUN, "seeds": "TELESCOPE REPAIR"})
    job = last_job(project, "gather")
    assert Keyword.objects.count() == count
    assert job.result["new"] == 0
    assert job.cost_tenths == 0


def test_rival_brands_are_kept_out_and_counted(api: Api, project: Project) -> None:
    api.post("/gather/runs", {**RUN, "seeds": "solar filter, astronomy binoculars, smart telescope"})
    left = last_job(project, "gather").result["left_out"]
    assert sum(left.values()) > 0
    assert set(left) <= {"velumscope", "orrinek", "polvane"}
    assert not any(Keyword.objects.filter(key__contains=brand).exists() for brand in left)


def test_a_brand_typed_by_hand_is_meant(api: Api) -> None:
    api.post("/gather/runs", {**RUN, "seeds": "velumscope review", "ways": ["box"]})
    assert Keyword.objects.filter(key="velumscope review").exists()


def test_channels_have_their_own_sheets(api: Api) -> None:
    api.post("/gather/runs", {**RUN, "channels": ["video", "marketplace"], "ways": ["box"]})
    assert api.get("/sheet", channel="web")["total"] == 0
    assert api.get("/sheet", channel="video")["total"] > 0
    counts = {one["channel"]: one["keywords"] for one in api.get("/overview")["channels"]}
    assert set(counts) == {"video", "marketplace"}


@pytest.mark.parametrize(
    ("change", "code"),
    [
        ({"seeds": ""}, "no_seed"),
        ({"seeds": " ,;\n"}, "no_seed"),
        ({"seeds": "🔭, ⭐"}, "no_seed"),
        ({"seeds": "x" * 10_000}, "no_seed"),
        ({"seeds": "x" * 70_000}, "invalid_input"),
        ({"channels": []}, "no_channel"),
        ({"ways": []}, "no_channel"),
        ({"channels": ["radio"]}, "invalid_input"),
    ],
)
def test_bad_runs_are_refused_and_change_nothing(api: Api, change: dict[str, object], code: str) -> None:
    assert api.refused("POST", "/gather/runs", {**RUN, **change})["code"] == code
    assert not Job.objects.exists()


@pytest.mark.parametrize(
    "seed", ["مرصد فلكي", "tele\x00scope", "望遠鏡", "a" * 200, "<script>alert(1)</script>", "' OR 1=1 --"]
)
def test_odd_seeds_are_taken_as_they_are(api: Api, seed: str) -> None:
    api.post("/gather/runs", {**RUN, "seeds": seed, "ways": ["box"]})
    assert api.get("/sheet")["total"] >= 1


def test_a_run_that_cannot_be_paid_is_refused(api: Api, project: Project) -> None:
    Project.objects.update(lookups_left_tenths=10)
    problem = api.refused("POST", "/gather/runs", RUN)
    assert problem["code"] == "allowance_short"
    assert "1 are left" in problem["title"]


def test_a_double_click_is_one_run(api: Api, project: Project, settings: object) -> None:
    from bunraku.server.gather.actions import start_run
    from bunraku.server.jobs.actions import start_job

    first = Job.objects.create(project=project, kind="gather", params={}, fingerprint="", state="queued")
    job = start_run(project, "star chart", ["web"], ["box"])
    assert job.pk != first.pk
    open_one = Job.objects.create(project=project, kind="cluster", fingerprint="", state="running")
    Job.objects.filter(pk=open_one.pk).update(fingerprint=_fingerprint("web"))
    assert start_job(project, "cluster", {"channel": "web"}, distinct="web").pk == open_one.pk


def _fingerprint(text: str) -> str:
    import hashlib

    return hashlib.sha256(text.encode()).hexdigest()


def test_faults_are_told_and_only_the_rest_is_asked_again(
    api: Api, project: Project, faults: Callable[[Faults], None]
) -> None:
    faults(Faults(broken=1.0))
    api.post("/gather/runs", RUN)
    job = last_job(project, "gather")
    assert job.state == "done"
    assert set(job.result["missing"]) == {
        "web|box|telescope repair",
        "web|questions|telescope repair",
        "web|related|telescope repair",
    }
    assert job.cost_tenths == 0
    assert Keyword.objects.count() == 1
    faults(Faults())
    api.post(f"/gather/runs/{job.pk}/again")
    again = last_job(project, "gather")
    assert again.pk != job.pk
    assert again.result["missing"] == {}
    assert Keyword.objects.count() > 20


def test_coverage_and_arrivals(api: Api) -> None:
    api.post("/gather/runs", RUN)
    told = api.get("/gather/coverage")
    by_method = {one["method"]: one for one in told["brought"]}
    assert set(by_method) >= {"box", "questions"}
    assert all(one["keywords"] >= one["new"] >= 0 for one in told["brought"])
    assert sum(one["new"] for one in told["brought"]) <= Keyword.objects.count()
    assert {one["channel"] for one in told["arrivals"]} == {"web"}


def test_completions_are_asked_for_each_prompt_once(api: Api, counted: dict[What, list[str]]) -> None:
    api.post("/gather/runs", {**RUN, "ways": ["box"]})
    asked = counted[What.COMPLETIONS]
    assert len(asked) == len(set(asked)) == 28
