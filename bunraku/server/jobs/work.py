"""A job under way: what it was given, what it has brought, how far it is."""

from typing import Generic, TypeVar

from django.db.models import F, QuerySet
from pydantic import BaseModel, ConfigDict

from bunraku.server.jobs.models import Job


class Params(BaseModel):
    """What a job is given. Read leniently: an old job must stay readable when its kind has
    grown."""

    model_config = ConfigDict(frozen=True, extra="ignore")


class Result(BaseModel):
    """What a job has brought so far."""

    model_config = ConfigDict(extra="ignore")


P = TypeVar("P", bound=Params)
R = TypeVar("R", bound=Result)


class Stopped(Exception):
    """The person asked the job to stop."""


class TakenOver(Exception):
    """Another worker runs the job: this one seemed to be gone. Nothing more may be written."""


class Work(Generic[P, R]):
    """A job as its kind sees it. Every report of its progress is a chance to be stopped."""

    def __init__(self, job: Job, params: P, result: R) -> None:
        self.job = job
        self.project = job.project
        self.params = params
        self.result = result

    def start(self, doing: str, total: int, *, done: int = 0) -> None:
        """Begin a part of the work, or go on with it: what it is, of how many, and how many of them
        were done before a kill."""
        self._save(doing=doing, done=done, total=total)

    def advance(self, count: int = 1) -> None:
        """So many more are done."""
        self._save(done=self.job.done + count)

    def spend(self, tenths: int) -> None:
        """So many tenths of a lookup were bought; call it in the transaction that stores what was
        bought."""
        if tenths:
            self._mine(cost_tenths=F("cost_tenths") + tenths)

    def spent(self) -> int:
        """Tenths of a lookup that were bought so far, also before a kill."""
        return Job.objects.values_list("cost_tenths", flat=True).get(pk=self.job.pk)

    def before_a_kill(self) -> R | None:
        """What the job had reported when the worker that ran it was killed; None where this is its
        first run."""
        reported = Job.objects.values_list("result", flat=True).get(pk=self.job.pk)
        return type(self.result).model_validate(reported) if reported else None

    def report(self) -> None:
        """Keep the result as it is by now; in the transaction that stores what it tells of, it is
        right after a kill too."""
        self._mine(result=self.result.model_dump(mode="json"))

    def _save(self, **fields: object) -> None:
        for name, value in fields.items():
            setattr(self.job, name, value)
        if not self._my_run().filter(stop_wanted=False).update(**fields):
            self._mine(doing=self.job.doing)
            raise Stopped

    def _my_run(self) -> "QuerySet[Job]":
        return Job.objects.filter(pk=self.job.pk, state="running", run=self.job.run)

    def _mine(self, **fields: object) -> None:
        """Write what is this run's to write. Raises: `TakenOver`, and with it the transaction that
        it stands in, where another run has begun."""
        if not self._my_run().update(**fields):
            raise TakenOver
