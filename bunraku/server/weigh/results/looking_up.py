"""Looking a few terms up of one kind of source, as a job: what those on a page write, what a rival
ranks for."""

from collections.abc import Mapping, Sequence
from typing import ClassVar

from bunraku.core.channels import ChannelId
from bunraku.server.errors import BunrakuError
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.readings.buying import buy, check_affordable, price_of_new
from bunraku.server.readings.known import Payload, latest
from bunraku.server.readings.providers import sources
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import Scope
from bunraku.server.sheet.scopes import scope_of
from bunraku.sources.protocol import What


class LookUpParams(Params):
    """The channel and the terms."""

    channel: ChannelId
    terms: list[str]


class LookUpResult(Result):
    """How many terms told something, how many got no answer, and how much was told in all."""

    read: int = 0
    missing: int = 0
    told: int = 0


class LookUp(JobKind[LookUpParams, LookUpResult]):
    """Look terms up. Buys only what was not bought; safe to run again."""

    takes = LookUpParams
    gives = LookUpResult
    what: ClassVar[What]

    def run(self, work: Work[LookUpParams, LookUpResult]) -> None:
        """All of them at once: they are few."""
        terms = work.params.terms
        scope = scope_of(work.project, work.params.channel)
        work.start(self.name, len(terms))
        bought = buy(scope, self.what, terms, on_batch=lambda _count, tenths: work.spend(tenths))
        work.result.read = bought.answered - bought.nothing
        work.result.missing = len(bought.missing)
        work.result.told = self.told(latest(scope, self.what, terms))
        work.advance(len(terms))
        work.report()

    def told(self, answers: Mapping[str, Payload | None]) -> int:
        """How much was told in all."""
        return sum(answer is not None for answer in answers.values())

    def unanswered(self, result: LookUpResult) -> int:
        """Terms that got no answer."""
        return result.missing


@job_kind
class ReadFields(LookUp):
    """What those who stand on a page write."""

    id = "read_fields"
    name = "Fetching page details"
    what = What.FIELDS

    def brought(self, result: LookUpResult) -> str:
        """How many told something."""
        return f"what {plural(result.read, 'result')} write"


@job_kind
class ReadTalk(LookUp):
    """Where a result is talked about."""

    id = "read_talk"
    name = "Reading where it is talked about"
    what = What.TALK

    def told(self, answers: Mapping[str, Payload | None]) -> int:
        """How often it was named."""
        return sum(sum(answer["mentions"].values()) for answer in answers.values() if answer)

    def brought(self, result: LookUpResult) -> str:
        """How often it was named."""
        return plural(result.told, "mention")


@job_kind
class ReadRanks(LookUp):
    """What a rival ranks for."""

    id = "read_ranks"
    name = "Fetching a competitor's rankings"
    what = What.RANKS

    def told(self, answers: Mapping[str, Payload | None]) -> int:
        """How many queries it ranks for."""
        return sum(len(answer["ranks"]) for answer in answers.values() if answer)

    def brought(self, result: LookUpResult) -> str:
        """How many it ranks for."""
        return plural(result.told, "query", "queries")

    def title(self, params: LookUpParams) -> str:
        """Whose."""
        return ", ".join(params.terms)


def start_looking_up(kind: type[LookUp], scope: Scope, terms: Sequence[str]) -> Job:
    """Start looking terms up. Raises: no_source, nothing_to_read, allowance_short."""
    project, channel = scope.project, scope.channel
    if not sources(project)[kind.what]:
        raise BunrakuError("no_source", "No source of this project can be asked for that.")
    price = price_of_new(scope, kind.what, terms)
    if not price:
        raise BunrakuError(
            "nothing_to_read", "Already fetched today, or there is nothing to fetch."
        )
    check_affordable(project, price, kind.name)
    params = LookUpParams.model_validate({"channel": channel, "terms": list(terms)})
    return start_job(project, kind, params)
