"""Gathering: what a run brings, costs, leaves out, and how it bears faults."""

from collections.abc import Callable

import pytest

from bunraku.core.gather.prompts import prompts
from bunraku.server.gather.models import Origin
from bunraku.server.gather.ways.api import StreamOut
from bunraku.server.gather.ways.catalogue import WAYS
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import STATE_CODE, Decision, Keyword, Row
from bunraku.sources.protocol import What
from bunraku.sources.rehearsal import Faults
from tests.server.conftest import RUN, Api, last_job

pytestmark = pytest.mark.django_db


def test_an_estimate_buys_nothing(api: Api) -> None:
    answer = api.post(
        "/gather/estimate",
        {
            **RUN,
            "seeds": 'Telescope, telescope, "star chart" -app; 🔭',
            "channels": ["web", "video"],
        },
    )
    assert [seed["text"] for seed in answer["seeds"]] == ["Telescope", "star chart"]
    assert answer["seeds"][1] == {"text": "star chart", "must": ["star chart"], "without": ["app"]}
    assert answer["repeated"] == 1
    assert answer["refused"][0]["number"] == 4
    assert answer["price"] == 2 * 2 * 2 == sum(way["price"] for way in answer["ways"])
    assert answer["about_new"] > 0
    assert not Job.objects.exists()
    assert not Reading.objects.exists()


def test_what_deeper_steps_bring_is_mostly_known(api: Api) -> None:
    """By hand: the box brings 11 a seed and channel; two steps deeper are 11 × 2 × 4 = 88
    prompts, each of which brings three, and of these three in ten are new: 79.2. With the first
    eleven 90.2, in tens 90. The box itself is asked twice: as typed, and with a space after it."""
    options = {"depth": 3}
    answer = api.post("/gather/estimate", {**RUN, "ways": ["box"], "options": options})
    assert WAYS["box"].brings == 11
    assert (answer["ways"][0]["asks"], answer["about_new"]) == (90, 90)


def test_what_is_asked_is_counted_in_the_projects_language(api: Api) -> None:
    """There are as many question words as a language has."""
    body = {**RUN, "seeds": "fernrohr", "ways": ["asked"]}
    english = api.post("/gather/estimate", body)["ways"][0]["asks"]
    api.send("PUT", "/locale", {"country": "DE", "language": "de"})
    german = api.post("/gather/estimate", body)["ways"][0]["asks"]
    assert english == len(prompts("asked", "fernrohr", "en"))
    assert german == len(prompts("asked", "fernrohr", "de")) != english


def test_deeper_runs_are_priced_as_the_most_they_can_cost(api: Api, project: Project) -> None:
    body = {**RUN, "ways": ["related"], "options": {"steps": 2}}
    most = api.post("/gather/estimate", body)["price"]
    api.post("/gather/runs", body)
    job = last_job(project, "gather")
    assert 2 < job.cost_tenths / 10 <= most
    assert api.post("/gather/estimate", {**body, "options": {}})["price"] == 0


def test_a_run_brings_keywords_with_all_their_origins(api: Api, project: Project) -> None:
    api.post("/gather/runs", RUN)
    job = last_job(project, "gather")
    assert job.state == "done"
    assert job.cost_tenths == 20
    left_out = sum(job.result["left_out"].values())
    assert job.result["new"] + left_out == Keyword.objects.count() == Row.objects.count() > 20
    seed = Keyword.objects.get(key="telescope repair")
    assert Origin.objects.filter(keyword=seed, method="seed").exists()
    methods = set(Origin.objects.values_list("method", flat=True))
    assert methods >= {"seed", "box", "alphabet", "asked", "related"}
    several = [k for k in Keyword.objects.all() if k.origins.count() > 1]
    assert several
    # It was new by one of them only.
    assert Origin.objects.filter(first=True).count() == Keyword.objects.count()
    assert api.get("")["lookups_left"] * 10 == Project.objects.get().lookups_left_tenths


def test_what_is_there_already_is_known_not_doubled(api: Api, project: Project) -> None:
    api.post("/gather/runs", RUN)
    count = Keyword.objects.count()
    answer = api.post("/gather/estimate", RUN)
    assert answer["price"] == 0
    assert answer["known_seeds"] == 1
    api.post("/gather/runs", {**RUN, "seeds": "TELESCOPE REPAIR"})
    job = last_job(project, "gather")
    assert Keyword.objects.count() == count
    assert job.result["new"] == 0
    assert job.cost_tenths == 0


def test_rival_brands_are_left_out_and_counted(api: Api, project: Project) -> None:
    api.post(
        "/gather/runs", {**RUN, "seeds": "solar filter, astronomy binoculars, smart telescope"}
    )
    left = last_job(project, "gather").result["left_out"]
    assert set(left) == {"competitors' brands"}
    rows = Row.objects.filter(state=STATE_CODE["left_out"])
    assert rows.count() == left["competitors' brands"] > 0
    assert all(any(brand in row.text for brand in project.rival_brands) for row in rows)
    assert not Row.objects.filter(state=0, text__contains="velumscope").exists()
    assert api.get("/sheet", limit=500)["total"] == last_job(project, "gather").result["new"]


def test_a_brand_typed_by_hand_is_meant(api: Api) -> None:
    api.post("/gather/runs", {**RUN, "seeds": "velumscope review", "ways": ["box"]})
    row = Row.objects.get(keyword__key="velumscope review")
    assert (row.state, row.left_out_by) == (STATE_CODE["kept"], 0)
    assert Decision.objects.get(keyword=row.keyword).state == STATE_CODE["kept"]


def test_channels_have_their_own_sheets(api: Api) -> None:
    api.post("/gather/runs", {**RUN, "channels": ["video", "marketplace"], "ways": ["box"]})
    assert api.get("/sheet", channel="web")["total"] == 0
    assert api.get("/sheet", channel="video")["total"] > 0
    counts = {
        channel["channel"]: channel["keywords"] for channel in api.get("/overview")["channels"]
    }
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
        ({"ways": [], "seeds": " "}, "no_channel"),
        ({"channels": ["radio"]}, "invalid_input"),
        ({"ways": ["radio"]}, "invalid_input"),
        ({"seeds": "-case"}, "no_seed"),
        ({"ways": ["language"]}, "no_language"),
        ({"ways": ["language"], "options": {"into": "en"}}, "no_language"),
        ({"options": {"depth": 9}}, "invalid_input"),
        ({"options": {"most": 0}}, "invalid_input"),
    ],
)
def test_bad_runs_are_refused_and_change_nothing(
    api: Api, change: dict[str, object], code: str
) -> None:
    assert api.refused("POST", "/gather/runs", {**RUN, **change})["code"] == code
    assert not Job.objects.exists()


@pytest.mark.parametrize(
    "seed",
    ["مرصد فلكي", "tele\x00scope", "望遠鏡", "a" * 200, "<script>alert(1)</script>", "' OR 1=1 --"],
)
def test_odd_seeds_are_taken_as_they_are(api: Api, seed: str) -> None:
    api.post("/gather/runs", {**RUN, "seeds": seed, "ways": ["box"]})
    assert api.get("/sheet")["total"] >= 1


def test_a_run_that_cannot_be_paid_is_refused(api: Api, project: Project) -> None:
    Project.objects.update(lookups_left_tenths=10)
    problem = api.refused("POST", "/gather/runs", RUN)
    assert problem["code"] == "allowance_short"
    assert "costs up to 2 lookups, of 1 lookup left" in problem["detail"]


def test_a_double_click_is_one_run(api: Api, project: Project, settings: object) -> None:
    from bunraku.server.cluster.clustering import ClusterKeywords, ClusterParams
    from bunraku.server.gather.ways.actions import start_run
    from bunraku.server.jobs.actions import start_job

    first = Job.objects.create(
        project=project, kind="gather", params={}, fingerprint="", state="queued"
    )
    job = start_run(project, "star chart", ["web"], ["box"])
    assert job.pk != first.pk
    open_one = Job.objects.create(project=project, kind="cluster", fingerprint="", state="running")
    Job.objects.filter(pk=open_one.pk).update(fingerprint=_fingerprint("web"))
    assert (
        start_job(project, ClusterKeywords, ClusterParams(channel="web"), distinct="web").pk
        == open_one.pk
    )


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
    assert set(job.result["missing"]) == {f"web|{way}|telescope repair" for way in RUN["ways"]}
    assert len(job.result["missing"]["web|alphabet|telescope repair"]["prompts"]) == 36
    assert "could not be reached" in job.result["missing"]["web|related|telescope repair"]["why"]
    assert job.cost_tenths == 0
    assert Keyword.objects.count() == 1
    faults(Faults())
    api.post(f"/gather/runs/{job.pk}/again")
    again = last_job(project, "gather")
    assert again.pk != job.pk
    assert again.result["missing"] == {}
    assert Keyword.objects.count() > 20
    assert api.refused("POST", f"/gather/runs/{again.pk}/again")["code"] == "nothing_missing"
    assert api.refused("POST", "/gather/runs/999999/again")["code"] == "not_found"


def test_with_faults_at_thirty_per_cent_the_rest_can_be_had(
    api: Api, project: Project, faults: Callable[[Faults], None], counted: dict[What, list[str]]
) -> None:
    body = {**RUN, "seeds": "telescope, star chart, moon filter", "options": {"steps": 2}}
    api.post("/gather/runs", body)
    wanted = set(Row.objects.values_list("text", flat=True))
    bought = set(Reading.objects.values_list("term", flat=True))
    Keyword.objects.all().delete()
    Reading.objects.all().delete()
    Job.objects.all().delete()
    faults(Faults.at(0.3))
    api.post("/gather/runs", body)
    for _ in range(6):
        job = last_job(project, "gather")
        assert job.state == "done"
        if not job.result["missing"]:
            break
        api.post(f"/gather/runs/{job.pk}/again")
    assert not job.result["missing"]
    # What was missing on a first page hides what its own pages would have told; nothing else may be
    # lost.
    assert len(wanted & set(Row.objects.values_list("text", flat=True))) > 0.95 * len(wanted)
    terms = list(Reading.objects.values_list("term", flat=True))
    assert len(terms) == len(set(terms))
    assert set(terms) <= bought | set(terms)
    assert sum(j.cost_tenths for j in Job.objects.filter(kind="gather")) == 20 * len(terms)


def test_asking_again_asks_only_for_the_rest(
    api: Api, project: Project, monkeypatch: pytest.MonkeyPatch, counted: dict[What, list[str]]
) -> None:
    api.post("/gather/runs", {**RUN, "ways": ["alphabet"]})
    first = last_job(project, "gather")
    missing = {
        "web|alphabet|telescope repair": {"why": "it broke off", "prompts": ["telescope repair q"]}
    }
    Job.objects.filter(pk=first.pk).update(result={**first.result, "missing": missing})
    counted[What.COMPLETIONS].clear()
    api.post(f"/gather/runs/{first.pk}/again")
    assert counted[What.COMPLETIONS] == ["telescope repair q"]


def test_the_map_of_what_was_covered(api: Api, project: Project) -> None:
    api.post("/gather/runs", RUN)
    nothing = {"seeds": ["zzqx"], "channels": ["web"], "ways": ["rising"]}
    Job.objects.create(
        project=project, kind="gather", params=nothing, state="done", result={"missing": {}}
    )
    answer = api.get("/gather/coverage")
    cells = {(cell["seed"], cell["way"]): cell for cell in answer["cells"]}
    assert answer["seeds"] == 2
    assert cells["telescope repair", "alphabet"]["keywords"] > 0
    # Asked, and nothing came: that is covered too.
    assert cells["zzqx", "rising"] == {
        "seed": "zzqx",
        "way": "rising",
        "keywords": 0,
        "new": 0,
        "asked": True,
    }
    assert not cells["telescope repair", "fields"]["asked"]
    assert answer["free_gaps"] == 4 + 6
    assert (answer["paid_gaps"], answer["rest_price"]) == (3, 22 + 24)
    assert api.get("/gather/coverage", channel="video")["cells"] == []


def test_the_stream_tells_how_each_came(api: Api, project: Project) -> None:
    api.post("/gather/runs", RUN)
    job = last_job(project, "gather")
    answer = api.get("/gather/stream", limit=500)
    assert answer["total"] == len(answer["rows"]) == Row.objects.filter(state=0).count()
    ids = [row["id"] for row in answer["rows"]]
    assert ids == sorted(ids, reverse=True)
    assert all(row["method"] and row["on"] and row["job_id"] == job.pk for row in answer["rows"])
    assert StreamOut.model_validate(answer).model_dump(mode="json") == answer
    by_way = api.get("/gather/stream", way="related", state="all")
    assert 0 < by_way["total"] < answer["total"]
    assert api.get("/gather/stream", job=job.pk + 99)["total"] == 0
    assert (
        api.get("/gather/stream", q="near -me")["total"]
        < api.get("/gather/stream", q="near")["total"]
    )
    last = api.get("/gather/stream", sort="off_topic", limit=1)["rows"][0]
    first = api.get("/gather/stream", sort="relevance", limit=1)["rows"][0]
    assert last["relevance"] <= first["relevance"]


def test_what_a_run_brought_is_kept_or_dropped_as_a_whole(api: Api, project: Project) -> None:
    api.post("/gather/runs", {**RUN, "ways": ["box"]})
    api.post("/gather/runs", {**RUN, "seeds": "moon lamp", "ways": ["box", "alphabet"]})
    job = last_job(project, "gather")
    mine = api.get("/gather/stream", job=job.pk)
    spared = mine["rows"][0]["id"]
    api.post("/sheet/state", {"row_ids": [spared], "state": "shortlisted"})
    before = Row.objects.filter(state=0).count()
    body = {"channel": "web", "state": "dropped", "reason": "Off topic"}
    changed = api.post(f"/gather/runs/{job.pk}/decide", body)["changed"]
    assert changed == mine["total"] - 1
    assert Row.objects.filter(state=0).count() == before - changed
    api.undo()
    assert Row.objects.filter(state=0).count() == before
    assert api.refused("POST", "/gather/runs/99999/decide", body)["code"] == "not_found"
