"""Leases: a job goes on with another worker when its own is gone, and none stays open for ever."""

import sqlite3
from collections.abc import Callable, Iterator
from datetime import timedelta
from typing import Any
from unittest.mock import Mock

import pytest
from django.db import OperationalError, connection
from django.utils import timezone
from django_tasks_db.models import DBTaskResult, get_date_max

from bunraku.server.gather.files import importing
from bunraku.server.jobs import leases, running
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.leases import at_work, end_leases, renew, take_over
from bunraku.server.jobs.models import Job, Lease
from bunraku.server.jobs.running import MOST_RUNS, run_job, until_stored
from bunraku.server.jobs.work import TakenOver, Work
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.weigh import weighing
from bunraku.server.weigh.reweighing import Reweigh, ReweighParams
from tests.server.conftest import Api, last_job
from tests.server.test_jobs import StepParams, StepResult, Steps

pytestmark = pytest.mark.django_db


@pytest.fixture
def queue(monkeypatch: pytest.MonkeyPatch) -> Callable[..., DBTaskResult]:
    """Jobs wait for a worker; the function puts a job's task into the queue in some state."""
    from bunraku.server.jobs import actions

    monkeypatch.setattr(actions, "run_job", Mock())

    def put(job: Job, status: str, *workers: str) -> DBTaskResult:
        return DBTaskResult.objects.create(
            status=status,
            task_path=f"{run_job.func.__module__}.run_job",
            args_kwargs={"args": [job.pk], "kwargs": {}},
            worker_ids=list(workers),
            backend_name="default",
            run_after=get_date_max(),
        )

    return put


@pytest.fixture
def job(project: Project, queue: object) -> Job:
    """A job that some worker has begun."""
    job = start_job(project, Steps, StepParams())
    Job.objects.filter(pk=job.pk).update(state="running", run="its run", started=timezone.now())
    job.refresh_from_db()
    return job


def test_what_a_living_worker_is_at_stays_its_own(
    job: Job, queue: Callable[..., DBTaskResult]
) -> None:
    renew("other host")
    task = queue(job, "RUNNING", "gone", "other host")
    assert take_over() == 0
    task.refresh_from_db()
    job.refresh_from_db()
    assert (task.status, job.state) == ("RUNNING", "running")


@pytest.mark.parametrize("late", [True, False])
def test_a_worker_whose_lease_has_run_out_is_taken_over_from(
    job: Job, queue: Callable[..., DBTaskResult], *, late: bool
) -> None:
    renew("it")
    task = queue(job, "RUNNING", "it")
    if late:
        Lease.objects.update(until=timezone.now() - timedelta(seconds=1))
    else:
        end_leases("it")
    assert take_over() == 1
    assert take_over() == 0
    task.refresh_from_db()
    assert task.status == "READY"
    run_job.call(job.pk)
    job.refresh_from_db()
    assert (job.state, job.runs, job.result) == ("done", 1, {"step": 2})


@pytest.mark.parametrize("status", ["FAILED", "SUCCESSFUL"])
def test_a_job_whose_task_is_over_is_ended_and_can_be_started_again(
    api: Api, job: Job, project: Project, queue: Callable[..., DBTaskResult], status: str
) -> None:
    queue(job, status, "it")
    again = start_job(project, Steps, StepParams())
    assert again != job
    job.refresh_from_db()
    assert (job.state, job.error) == ("failed", leases.LOST)
    assert Steps().ending(job) == f"Stepping failed. {leases.LOST}"
    Job.objects.filter(pk=again.pk).update(state="running", run="another")
    queue(again, status, "it")
    take_over()
    again.refresh_from_db()
    assert again.state == "failed"


def test_a_job_that_nobody_runs_stops_at_once(
    api: Api, job: Job, queue: Callable[..., DBTaskResult]
) -> None:
    queue(job, "RUNNING", "gone")
    assert api.post(f"/jobs/{job.pk}/stop")["state"] == "stopped"
    run_job.call(job.pk)
    job.refresh_from_db()
    assert (job.state, job.result) == ("stopped", {})


def test_a_job_that_a_living_worker_runs_is_asked_to_stop(
    api: Api, job: Job, queue: Callable[..., DBTaskResult]
) -> None:
    renew("it")
    queue(job, "RUNNING", "it")
    assert api.post(f"/jobs/{job.pk}/stop")["state"] == "running"
    job.refresh_from_db()
    assert job.stop_wanted


def test_a_job_in_no_queue_at_all_is_given_a_minute(
    job: Job, project: Project, queue: object
) -> None:
    assert start_job(project, Steps, StepParams()) == job
    take_over()
    job.refresh_from_db()
    assert job.state == "running"
    Job.objects.update(started=timezone.now() - timedelta(minutes=2))
    assert start_job(project, Steps, StepParams()) != job


def test_who_is_at_a_job_has_it_though_its_task_was_closed(
    job: Job, queue: Callable[..., DBTaskResult]
) -> None:
    """A worker that was thought to be gone may come back and close the task of the other."""
    queue(job, "SUCCESSFUL", "gone", "it")
    with at_work(job.pk):
        renew("it")
    take_over()
    job.refresh_from_db()
    assert job.state == "running"
    renew("it")
    take_over()
    job.refresh_from_db()
    assert job.state == "failed"


def test_a_run_that_was_taken_over_writes_nothing_more(job: Job) -> None:
    work: Work[StepParams, StepResult] = Work(job, StepParams(), StepResult(step=7))
    Job.objects.filter(pk=job.pk).update(run="another run")
    for write in (
        lambda: work.start("Stepping", 3),
        work.advance,
        work.report,
        lambda: work.spend(5),
    ):
        with pytest.raises(TakenOver):
            write()
    running._finish(job, "done")
    job.refresh_from_db()
    assert (job.state, job.result, job.cost_tenths, job.done) == ("running", {}, 0, 0)


def test_a_job_that_kills_its_worker_again_and_again_is_given_up(job: Job) -> None:
    Job.objects.filter(pk=job.pk).update(runs=MOST_RUNS)
    run_job.call(job.pk)
    job.refresh_from_db()
    assert job.state == "failed"
    assert "each time the worker ended" in job.error


class Locked(sqlite3.OperationalError):
    sqlite_errorcode = sqlite3.SQLITE_BUSY


class Full(sqlite3.OperationalError):
    sqlite_errorcode = sqlite3.SQLITE_FULL


def failing(reason: Exception, times: int) -> Iterator[Exception | None]:
    error = OperationalError("it failed")
    error.__cause__ = reason
    yield from (error for _ in range(times))
    while True:
        yield None


@pytest.mark.parametrize("reason", [Locked("locked"), Full("full")])
def test_a_job_waits_for_storage_and_goes_on(
    project: Project, monkeypatch: pytest.MonkeyPatch, reason: Exception
) -> None:
    """The database held for a minute, the disk full in the middle: the job ends all the same."""
    fails = failing(reason, 3)
    step = Steps.run

    def run(self: Steps, work: Any) -> None:
        step(self, work)
        if error := next(fails):
            raise error

    monkeypatch.setattr(Steps, "run", run)
    monkeypatch.setattr(running, "AGAIN_SECONDS", 0)
    job = start_job(project, Steps, StepParams())
    job.refresh_from_db()
    assert (job.state, job.runs, job.done) == ("done", 1, 3)


def test_the_end_of_a_job_is_stored_when_storage_is_back(
    job: Job, monkeypatch: pytest.MonkeyPatch
) -> None:
    fails = failing(Locked("locked"), 4)
    store = running._store_end

    def store_end(*told: Any) -> None:
        if error := next(fails):
            raise error
        store(*told)

    monkeypatch.setattr(running, "_store_end", store_end)
    monkeypatch.setattr(running, "AGAIN_SECONDS", 0)
    run_job.call(job.pk)
    job.refresh_from_db()
    assert job.state == "done"


def test_a_job_that_waits_for_storage_can_be_stopped(
    project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    def run(self: Steps, work: Any) -> None:
        Job.objects.filter(pk=work.job.pk).update(stop_wanted=True)
        raise next(failing(Full("full"), 1)) or RuntimeError

    monkeypatch.setattr(Steps, "run", run)
    monkeypatch.setattr(running, "AGAIN_SECONDS", 0)
    job = start_job(project, Steps, StepParams())
    job.refresh_from_db()
    assert job.state == "stopped"


def test_what_waiting_does_not_mend_is_not_waited_for() -> None:
    class Damaged(sqlite3.DatabaseError):
        sqlite_errorcode = sqlite3.SQLITE_CORRUPT

    with pytest.raises(OperationalError):
        until_stored(lambda: (_ for _ in ()).throw(next(failing(Damaged("bad"), 1))))


# What could not be stored goes with its transaction, so the test may not stand in one.
@pytest.mark.django_db(transaction=True)
@pytest.mark.skipif(connection.vendor != "sqlite", reason="only the embedded database is on a disk")
def test_an_import_that_meets_a_full_disk_goes_on_when_there_is_room(
    api: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    rows = "".join(f"telescope repair {n} in harrowmere,{n}\n" for n in range(4_000))
    monkeypatch.setattr(importing, "BATCH", 1_000)
    brought = api.bring("keyword,volume\n" + rows)
    full: list[int] = []

    def bound(pages: int) -> None:
        with connection.cursor() as cursor:
            cursor.execute(f"PRAGMA max_page_count = {pages}")

    def make_room(_: float) -> None:
        full.append(Row.objects.count())
        bound(4_294_967_294)

    monkeypatch.setattr(running.time, "sleep", make_room)
    with connection.cursor() as cursor:
        (pages,) = cursor.execute("PRAGMA page_count").fetchone()
        (free,) = cursor.execute("PRAGMA freelist_count").fetchone()
    # Room for a part of the rows, or two.
    bound(pages - free + 260)
    try:
        api.post(f"/files/{brought['id']}/import", {"channel": "web", "mapping": {"keyword": 0}})
    finally:
        bound(4_294_967_294)
    job = last_job(project, "import")
    assert 0 < full[0] < 4_000
    assert (job.state, job.error) == ("done", "")
    assert Row.objects.count() == 4_000
    assert job.result["new"] + job.result["known"] == 4_000


def test_weighing_again_goes_on_where_a_kill_ended_it(
    weighed: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(weighing, "_CHUNK", 20)
    asked: list[list[int]] = []
    weigh = weighing.weigh_rows
    died = iter([False, False, True])

    def weigh_rows(scope: Any, rows: Any) -> Any:
        if next(died, False):
            raise SystemExit
        asked.append([row.pk for row in rows])
        return weigh(scope, rows)

    monkeypatch.setattr(weighing, "weigh_rows", weigh_rows)
    Row.objects.update(worth=None)
    start_job(project, Reweigh, ReweighParams(), distinct="all")
    job = Job.objects.get(kind="reweigh", state="running")
    assert 0 < job.result["rows"] < Row.objects.count()
    run_job.call(job.pk)
    job.refresh_from_db()
    every = list(Row.objects.order_by("scope", "pk").values_list("pk", flat=True))
    assert [pk for part in asked for pk in part] == every
    assert (job.state, job.done, job.total) == ("done", len(every), len(every))
