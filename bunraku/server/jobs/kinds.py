"""Kinds of long work: one class a kind, with what it is given, what it reports, how it runs and how
it is told to people."""

from typing import Any, ClassVar, Generic

from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import P, R, Work
from bunraku.server.sentences import plural


class JobKind(Generic[P, R]):
    """A kind of job. `name` begins its sentences ("Measuring is done: …"); one that is `quiet` only
    keeps figures true and says nothing when it ends; one that is to be done `again` follows itself
    when it is asked for while it runs, since what it has read by then may have changed; `asks` is
    what it calls one thing it asks of a source."""

    id: ClassVar[str]
    name: ClassVar[str]
    quiet: ClassVar[bool] = False
    again: ClassVar[bool] = False
    asks: ClassVar[str] = "lookup"
    takes: type[P]
    gives: type[R]

    def run(self, work: Work[P, R]) -> None:
        """Do it. It must bear being run again from the start after a kill."""
        raise NotImplementedError

    def brought(self, result: R) -> str:
        """What it brought, as the end of a sentence; empty where there is nothing to tell."""
        return ""

    def unanswered(self, result: R) -> int:
        """How many questions to sources got no answer."""
        return 0

    def channels(self, params: P) -> list[str]:
        """The channels that it is about; none where it is about the whole project."""
        channel = getattr(params, "channel", "")
        return [channel] if channel else []

    def params_of(self, job: Job) -> P:
        """What a job of this kind was given."""
        return self.takes.model_validate(job.params)

    def result_of(self, job: Job) -> R:
        """What a job of this kind has brought."""
        return self.gives.model_validate(job.result)

    def says(self, job: Job) -> str:
        """What a job brought and what got no answer."""
        result = self.result_of(job)
        gap = self.unanswered(result)
        missing = f"; {plural(gap, self.asks)} got no answer" if gap else ""
        return self.brought(result) + missing

    def ending(self, job: Job) -> str:
        """The sentence when a job is over: empty for a quiet kind that went well, and while it is
        not."""
        if job.state == "failed":
            return f"{self.name} failed. {job.error}"
        if self.quiet or job.state not in ("done", "stopped"):
            return ""
        if job.state == "stopped":
            return f"{self.name} stopped. Completed work is kept: {self.says(job)}."
        return f"{self.name} is done: {self.says(job)}."


_KINDS: dict[str, JobKind[Any, Any]] = {}


def job_kind(cls: type[JobKind[P, R]]) -> type[JobKind[P, R]]:
    """Register a kind of job."""
    _KINDS[cls.id] = cls()
    return cls


def kind_of(job: Job) -> JobKind[Any, Any]:
    """The kind of a job. Raises: `LookupError` for one that there is not."""
    return _KINDS[job.kind]
