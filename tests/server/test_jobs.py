"""Jobs: stopping, faults of our own, and a worker that is killed in the middle."""

import shutil
import signal
import sqlite3
import subprocess
import sys
import time
from pathlib import Path
from typing import Any
from unittest.mock import Mock

import pytest
from django.conf import settings
from django_tasks.signals import task_finished

from bunraku.server.jobs import actions
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import run_job
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.projects.models import Project
from bunraku.server.start.management.commands import work as working
from tests.processes import environment, running
from tests.server.conftest import Api, last_job

pytestmark = pytest.mark.django_db


class StepParams(Params):
    stop: bool = False
    broken: bool = False


class StepResult(Result):
    step: int = -1


@job_kind
class Steps(JobKind[StepParams, StepResult]):
    """Three steps; someone asks to stop after the first where the params say so."""

    id = "test-steps"
    name = "Stepping"
    takes = StepParams
    gives = StepResult

    def run(self, work: Work[StepParams, StepResult]) -> None:
        work.start("Stepping", 3)
        for step in range(3):
            work.result.step = step
            work.report()
            work.advance()
            if work.params.stop:
                Job.objects.filter(pk=work.job.pk).update(stop_wanted=True)
            if work.params.broken:
                raise ZeroDivisionError

    def brought(self, result: StepResult) -> str:
        return f"step {result.step}"


def test_a_job_that_only_keeps_figures_true_says_nothing_unless_it_fails(
    project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(Steps, "quiet", True)
    start_job(project, Steps, StepParams())
    assert Steps().ending(last_job(project, "test-steps")) == ""
    start_job(project, Steps, StepParams(broken=True))
    assert Steps().ending(last_job(project, "test-steps")).startswith("Stepping failed. ")


def test_what_changes_while_figures_are_made_true_has_them_made_again(
    project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    """One that waits is enough for all that changes before it begins; one that runs is not."""
    monkeypatch.setattr(actions, "run_job", Mock())
    monkeypatch.setattr(Steps, "again", True)
    first = start_job(project, Steps, StepParams())
    assert start_job(project, Steps, StepParams()) == first
    Job.objects.filter(pk=first.pk).update(state="running")
    second = start_job(project, Steps, StepParams())
    assert second != first
    assert start_job(project, Steps, StepParams()) == second
    Job.objects.filter(pk=first.pk).update(state="done")
    Job.objects.filter(pk=second.pk).update(state="running")
    assert start_job(project, Steps, StepParams()) not in (first, second)


def test_a_job_that_is_open_is_not_started_again(
    project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(actions, "run_job", Mock())
    first = start_job(project, Steps, StepParams())
    assert start_job(project, Steps, StepParams()) == first
    assert start_job(project, Steps, StepParams(stop=True)) != first
    Job.objects.filter(pk=first.pk).update(state="done")
    assert start_job(project, Steps, StepParams()) != first


def test_a_job_tells_how_far_it_is(project: Project) -> None:
    start_job(project, Steps, StepParams())
    job = last_job(project, "test-steps")
    assert (job.state, job.done, job.total, job.result) == ("done", 3, 3, {"step": 2})
    assert job.started
    assert job.finished


def test_a_job_stops_at_its_next_step_and_keeps_what_it_did(project: Project) -> None:
    start_job(project, Steps, StepParams(stop=True))
    job = last_job(project, "test-steps")
    assert (job.state, job.done, job.result) == ("stopped", 1, {"step": 1})


def test_a_fault_of_ours_is_told_and_logged(
    project: Project, caplog: pytest.LogCaptureFixture
) -> None:
    start_job(project, Steps, StepParams(broken=True))
    job = last_job(project, "test-steps")
    assert job.state == "failed"
    assert "Internal error" in job.error
    assert "broke" in caplog.text


def test_a_queued_job_is_stopped_at_once_and_never_runs(api: Api, project: Project) -> None:
    job = Job.objects.create(project=project, kind="test-steps", fingerprint="x")
    assert api.post(f"/jobs/{job.pk}/stop")["state"] == "stopped"
    run_job.call(job.pk)
    job.refresh_from_db()
    assert job.state == "stopped"
    assert api.refused("POST", f"/jobs/{job.pk}/stop")["code"] == "job_over"


def test_jobs_are_listed_latest_first(api: Api, project: Project) -> None:
    for _ in range(3):
        start_job(project, Steps, StepParams())
    open_one = Job.objects.create(project=project, kind="fit", fingerprint="y")
    assert [job["id"] for job in api.get("/jobs", open_only=True)] == [open_one.pk]
    assert [job["id"] for job in api.get("/overview")["jobs"]] == [open_one.pk]
    ids = [job["id"] for job in api.get("/jobs", kind="test-steps")]
    assert ids == sorted(ids, reverse=True)
    assert len(ids) == 3


def test_what_is_done_has_done_all_its_steps(weighed: Api, project: Project) -> None:
    weighed.post("/pieces", {"cluster_ids": [weighed.get("/clusters")["clusters"][0]["id"]]})
    weighed.post("/plan/fit")
    weighed.post("/rules", {"kind": "word", "value": "repair"})
    jobs = Job.objects.filter(project=project)
    assert {"gather", "measure", "cluster", "fit"} <= set(jobs.values_list("kind", flat=True))
    for job in jobs:
        assert (job.kind, job.state, job.done) == (job.kind, "done", job.total)
        assert job.total > 0


# The rest runs real processes on a database of their own, because what is tested is being killed.

SET_UP = """
import django; django.setup()
from django.contrib.auth.models import User
from bunraku.server.projects.actions import create_project
from bunraku.server.gather.ways.actions import start_run
from bunraku.server.jobs.running import run_job
from bunraku.server.weigh.actions import start_measuring
project = create_project(User.objects.create_user("keeper"), {"name": "Killed"}, [
    {"name": "site.example", "channel": "web", "standing": 34.0}])
run_job.call(start_run(project, "star chart", ["web"], ["box"]).pk)
print(start_measuring(project, "web", None).pk)
"""


def of(folder: Path) -> dict[str, str]:
    """The environment of an installation with slow sources."""
    return dict(
        environment(
            folder,
            BUNRAKU_TODAY="2026-10-15",
            DJANGO_SETTINGS_MODULE="bunraku.server.settings",
            # Faults make sources slow: each busy answer costs a wait.
            BUNRAKU_REHEARSAL_FAULTS="0.4",
        )
    )


@pytest.fixture(scope="module")
def waiting(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The data of an installation with a measuring job waiting."""
    folder = tmp_path_factory.mktemp("waiting")
    for command in (["manage.py", "migrate", "--verbosity", "0"], ["-c", SET_UP]):
        subprocess.run([sys.executable, *command], env=of(folder), cwd=settings.ROOT, check=True)
    return folder


@pytest.fixture
def place(waiting: Path, tmp_path: Path) -> dict[str, str]:
    """The environment of an installation where that job waits."""
    shutil.copytree(waiting, tmp_path / "data")
    return of(tmp_path / "data")


def ask(place: dict[str, str], sql: str) -> list[tuple[Any, ...]]:
    with sqlite3.connect(Path(place["BUNRAKU_DATA"]) / "bunraku.sqlite3", timeout=20) as connection:
        return connection.execute(sql).fetchall()


def wait(place: dict[str, str], sql: str, least: int, seconds: float = 60) -> None:
    until = time.monotonic() + seconds
    while ask(place, sql)[0][0] < least:
        assert time.monotonic() < until, f"waited {seconds} s for {sql}"
        time.sleep(0.02)


def work(place: dict[str, str]) -> Any:
    return running([sys.executable, "manage.py", "work"], env=place, cwd=settings.ROOT)


BOUGHT = "SELECT count(*) FROM readings_reading WHERE what IN ('counts', 'bands', 'page')"
DONE = "SELECT count(*) FROM jobs_job WHERE kind = 'measure' AND state = 'done'"


def test_a_killed_worker_is_followed_by_one_that_goes_on(place: dict[str, str]) -> None:
    before = ask(place, "SELECT lookups_left_tenths FROM projects_project")[0][0]
    with work(place) as killed:
        wait(place, BOUGHT, 1)
        killed.send_signal(signal.SIGKILL)
        killed.wait()
    assert ask(place, DONE) == [(0,)]
    with work(place):
        wait(place, DONE, 1)
    twice = ask(
        place,
        'SELECT what, term, count(*) FROM readings_reading GROUP BY what, term, source, "on" '
        "HAVING count(*) > 1",
    )
    assert twice == []
    paid = ask(place, "SELECT sum(price_tenths) FROM readings_reading")[0][0]
    after = ask(place, "SELECT lookups_left_tenths FROM projects_project")[0][0]
    assert before - after == paid
    cost = ask(place, "SELECT sum(cost_tenths) FROM jobs_job WHERE kind IN ('measure', 'gather')")[
        0
    ][0]
    assert cost == paid
    rows = ask(place, "SELECT count(*), count(DISTINCT keyword_id) FROM sheet_row")[0]
    assert rows[0] == rows[1]
    assert ask(place, "SELECT count(*) FROM jobs_job WHERE kind <> 'tidy'")[0][0] == 2


def test_a_worker_told_to_end_finishes_cleanly(place: dict[str, str]) -> None:
    with work(place) as worker:
        wait(place, BOUGHT, 1)
        worker.send_signal(signal.SIGTERM)
        assert worker.wait(timeout=60) == 0
    assert ask(place, DONE) == [(1,)]


@pytest.mark.parametrize(
    ("held", "waits", "told_to_end", "anew"),
    [
        (working.MOST_MEMORY_BYTES, False, False, False),
        (working.MOST_MEMORY_BYTES + 1, False, False, True),
        # Whoever waits for a job is not made to wait for that too, unless it is far too large.
        (working.TOO_MUCH_BYTES, True, False, False),
        (working.TOO_MUCH_BYTES + 1, True, False, True),
        (working.MOST_MEMORY_BYTES + 1, False, True, False),
    ],
)
def test_a_worker_that_a_job_left_large_begins_anew(
    monkeypatch: pytest.MonkeyPatch, *, held: int, waits: bool, told_to_end: bool, anew: bool
) -> None:
    began: list[list[str]] = []
    worker = Mock(running=not told_to_end)
    monkeypatch.setattr(working.os, "execv", lambda _, words: began.append(words))
    monkeypatch.setattr(working.os, "setpriority", Mock())
    monkeypatch.setattr(working.signal, "getsignal", lambda _: Mock(__self__=worker))
    monkeypatch.setattr(working, "memory_bytes", lambda: held)
    waiting = Mock(**{"objects.ready.return_value.exists.return_value": waits})
    monkeypatch.setattr(working, "DBTaskResult", waiting)
    for name in ("hold", "make_ready", "settle", "take_over", "renew", "end_leases"):
        monkeypatch.setattr(working, name, Mock())
    monkeypatch.setattr(working.threading, "Thread", Mock())
    command = working.Command()
    done = Mock(side_effect=lambda *_, **__: command._end_if_large())
    monkeypatch.setattr(working, "call_command", done)
    command.handle()
    # It is told of every job that is done.
    assert task_finished.disconnect(command._end_if_large)
    assert worker.running is not (anew or told_to_end)
    assert len(began) == anew
