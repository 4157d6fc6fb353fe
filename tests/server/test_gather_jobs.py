"""Jobs of gathering: stopped, killed, run again; and what tidying does when more comes
meanwhile."""

from importlib import import_module
from typing import Any

import pytest
from django.apps import apps

from bunraku.core.gather.merge import Origin as Came
from bunraku.server.gather import tidying
from bunraku.server.gather.keeping import Tally, keep
from bunraku.server.gather.models import Origin
from bunraku.server.gather.rules.ruleset import RuleSet
from bunraku.server.gather.ways import run
from bunraku.server.gather.ways.actions import start_run
from bunraku.server.gather.ways.options import RunOptions
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import run_job
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.sheet.scopes import add_keywords, scope_of
from bunraku.sources.protocol import Request
from bunraku.sources.rehearsal.sources import RehearsalSource
from tests.server.conftest import Api, last_job

pytestmark = pytest.mark.django_db


def test_a_keyword_is_new_by_the_first_way_only_that_brought_it(project: Project) -> None:
    job = Job.objects.create(project=project, kind="gather", fingerprint="x")
    came = [("moon lamp", Came("box", seed, "Box")) for seed in ("moon", "lamp", "moon")]
    keep(job, scope_of(project, "web"), came, RuleSet(()), Tally())
    assert dict(Origin.objects.values_list("seed", "first")) == {"moon": True, "lamp": False}


def test_a_stopped_run_keeps_what_it_has(
    api: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    real = run.keep

    def stopping(job: Job, *rest: Any) -> Any:
        kept = real(job, *rest)
        Job.objects.filter(pk=job.pk).update(stop_wanted=True)
        return kept

    monkeypatch.setattr(run, "keep", stopping)
    api.post(
        "/gather/runs",
        {"seeds": "moon lamp, star chart", "channels": ["web"], "ways": ["alphabet"]},
    )
    job = last_job(project, "gather")
    assert job.state == "stopped"
    assert Row.objects.count() > 2
    assert job.result["new"] > 2


def test_a_run_killed_and_begun_again_counts_what_it_brought_before(project: Project) -> None:
    job = start_run(project, "moon lamp", ["web"], ["box", "alphabet"])
    job.refresh_from_db()
    whole, origins = job.result, Origin.objects.count()
    Job.objects.filter(pk=job.pk).update(state="running")
    run_job.call(job.pk)
    job.refresh_from_db()
    assert job.state == "done"
    assert (job.result["new"], job.result["left_out"]) == (whole["new"], whole["left_out"])
    assert Origin.objects.count() == origins


def test_rows_of_before_learn_their_run_and_ways_from_their_origins(project: Project) -> None:
    job = start_run(project, "moon lamp", ["web"], ["box", "alphabet", "related"])
    fields = ("text", "run", "ways")
    wanted = list(Row.objects.order_by("pk").values_list(*fields))
    assert {run for _, run, _ in wanted} == {job.pk}
    Row.objects.update(run=None, ways=0)
    # As it was called then.
    Origin.objects.filter(method="alphabet").update(method="letters")
    import_module("bunraku.server.gather.migrations.0003_rows_know_their_runs").fill(apps, None)
    assert list(Row.objects.order_by("pk").values_list(*fields)) == wanted


def test_options_of_a_run_are_kept_with_it(project: Project) -> None:
    job = start_run(project, "moon", ["web"], ["box"], RunOptions(depth=2, place="Harrowmere"))
    assert job.params["options"] == {"depth": 2, "place": "Harrowmere"}
    assert [unit.options.depth for unit in run.units_of(project, run.Gather().params_of(job))] == [
        2
    ]


def test_what_comes_while_it_is_sorted_is_sorted_too(
    project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    scope = scope_of(project, "web")
    add_keywords(scope, {"star chart": "star chart"})
    real = tidying.keep_relevance

    def while_more_comes(of: Any) -> None:
        real(of)
        if Row.objects.count() == 1:
            add_keywords(scope, {"star charts": "star charts"})
            tidying.start_tidying(project)

    monkeypatch.setattr(tidying, "keep_relevance", while_more_comes)
    tidying.start_tidying(project)
    rows = Row.objects.order_by("pk")
    assert [row.family_size for row in rows] == [2, 2]
    assert all(row.relevance is not None for row in rows)


def test_a_misspelt_word_is_as_relevant_as_what_it_means(project: Project) -> None:
    scope = scope_of(project, "web")
    texts = ["telescope repair", "telescoperepair", "telescope-repair", "horse saddle"]
    add_keywords(scope, {text: text for text in texts})
    tidying.start_tidying(project)
    shares = dict(Row.objects.values_list("text", "relevance"))
    assert shares["telescope repair"] == shares["telescoperepair"] == shares["telescope-repair"]
    assert shares["horse saddle"] < shares["telescope repair"]


def test_questions_are_seeds_and_one_that_breaks_takes_no_other_with_it(
    api: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    asked = RehearsalSource.ask

    def breaks(self: RehearsalSource, request: Request) -> Any:
        if any("kalimba" in term for term in request.terms):
            raise AssertionError("no frame makes it")
        return asked(self, request)

    monkeypatch.setattr(RehearsalSource, "ask", breaks)
    seeds = "what is a kalimba\nhow to fix a garage door"
    api.post(
        "/gather/runs",
        {"seeds": seeds, "channels": ["web", "video"], "ways": ["box", "asked", "related"]},
    )
    job = last_job(project, "gather")
    assert job.state == "done"
    assert job.result["new"] > 10
    texts = set(Row.objects.values_list("text", flat=True))
    # What was typed stands, whether or not a source answered.
    assert {"what is a kalimba", "how to fix a garage door"} <= texts
    assert sum("garage door" in text for text in texts) > 5
    assert set(job.result["missing"]) == {
        f"{channel}|{way}|what is a kalimba"
        for channel in ("web", "video")
        for way in ("box", "asked", "related")
    }
