"""Measuring: buying the readings that keywords lack, then weighing them."""

from collections.abc import Sequence
from dataclasses import dataclass, field

from django.db import transaction

from bunraku.core.channels import ChannelId
from bunraku.server.errors import BunrakuError
from bunraku.server.gather.tidying import tidy_after_measuring
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.readings.buying import buy, price_of_new
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.scopes import scope_of
from bunraku.server.weigh.comparing import compare_unknown
from bunraku.server.weigh.learning import learn_scope
from bunraku.server.weigh.weighing import rows_to_weigh, weigh_rows, weigh_scope
from bunraku.sources.protocol import What

MEASURED = (What.COUNTS, What.BANDS, What.PAGE)
FIGURES = {
    What.COUNTS: "searches",
    What.BANDS: "ranges and cost per click",
    What.PAGE: "results pages",
}
"""What each kind of reading brings, in words."""
_CHUNK = 200
"""Keywords bought between two looks at whether to stop: each part is kept as it comes."""


class MeasureParams(Params):
    """The channel, and the rows to measure (None: all that wait), and the price in tenths that was
    told before: no more is spent. None: nothing was told."""

    channel: ChannelId
    row_ids: list[int] | None = None
    promised: int | None = None


class MeasureResult(Result):
    """How many were measured and how many still wait; what got no answer, by kind, and why; how
    many rows were seen to, the last of them (they are measured in the order of their ids) and those
    that it is at."""

    measured: int = 0
    waiting: int = 0
    seen: int = 0
    upto: int = 0
    at: list[int] = []
    missing: dict[str, int] = {}
    reasons: dict[str, str] = {}
    # Whether they taught something that the figures of others follow.
    taught: bool = False
    # Answers that there is no figure, which cost nothing, by kind.
    nothing: dict[str, int] = {}

    def take(self, rows: Sequence[Row], got: "Got") -> None:
        """Count the part that was seen to: its rows as they are now weighed, what got no answer and
        what there is no figure for."""
        self.measured += sum(not row.waiting for row in rows)
        self.seen += len(self.at)
        self.upto, self.at = self.at[-1], []
        for what, reason in got.missing:
            self.missing[what] = self.missing.get(what, 0) + 1
            self.reasons[what] = reason
        for what, count in got.nothing.items():
            self.nothing[what] = self.nothing.get(what, 0) + count


@dataclass
class Got:
    """What buying for a part brought beside readings: what got no answer, by kind and with why; how
    many answers said that there is no figure."""

    missing: list[tuple[What, str]] = field(default_factory=list)
    nothing: dict[What, int] = field(default_factory=dict)


@job_kind
class Measure(JobKind[MeasureParams, MeasureResult]):
    """Measure a channel's waiting keywords, or the chosen ones. Buys only what was not bought; safe
    to run again."""

    id = "measure"
    name = "Measuring"
    takes = MeasureParams
    gives = MeasureResult

    def run(self, work: Work[MeasureParams, MeasureResult]) -> None:
        """Measure in chunks; what a chunk brought is weighed before the next is bought."""
        scope = scope_of(work.project, work.params.channel)
        wanted = wanted_rows(scope, work.params.row_ids)
        work.result = work.before_a_kill() or work.result
        parts = _parts(wanted, work.result)
        total = work.result.seen + sum(map(len, parts))
        work.start("Measuring", total, done=work.result.seen)
        weighed: list[int] = []
        try:
            for part in parts:
                work.result.at = part
                work.report()
                rows = rows_to_weigh(scope, pk__in=part)
                got = _measure(scope, rows, work)
                # After the counts, because only terms without months are compared.
                compare_unknown(scope, rows)
                last = part is parts[-1]
                if last:
                    # By what all of them teach, so that these need not be weighed twice.
                    self._learn(work, scope)
                with transaction.atomic():
                    weigh_rows(scope, rows)
                    work.result.take(rows, got)
                    work.report()
                weighed = part if last else []
                work.advance(len(part))
        finally:
            # However it ends, all figures of the scope rest on the same knowledge: where these
            # keywords taught something new, the others follow.
            self._learn(work, scope)
            if work.result.taught:
                weigh_scope(scope, but=weighed)
            work.result.waiting = Row.objects.filter(scope=scope, waiting=True).count()
            work.report()
        # Last: families and relevance look at the searches that have just come.
        tidy_after_measuring(scope, wanted)

    def _learn(self, work: Work[MeasureParams, MeasureResult], scope: Scope) -> None:
        # One that is picked up after a kill knows whether the others are still to follow.
        with transaction.atomic():
            if learn_scope(scope):
                work.result.taught = True
                work.report()

    def brought(self, result: MeasureResult) -> str:
        """How many were measured, and what there was no figure for."""
        said = f"{plural(result.measured, 'keyword')} measured"
        nothing = sum(result.nothing.values())
        if nothing:
            said += f"; {plural(nothing, 'answer')} without a figure cost nothing"
        return said

    def unanswered(self, result: MeasureResult) -> int:
        """Lookups that got no answer."""
        return sum(result.missing.values())


def _parts(wanted: Sequence[int], result: MeasureResult) -> list[list[int]]:
    """What is left to measure, part by part. After a kill the part that it was at comes first, even
    where another job has weighed what had been bought for it."""
    ids = [pk for pk in wanted if pk > max([result.upto, *result.at])]
    rest = [ids[start : start + _CHUNK] for start in range(0, len(ids), _CHUNK)]
    return [result.at, *rest] if result.at else rest


def wanted_rows(scope: Scope, row_ids: Sequence[int] | None) -> list[int]:
    """The rows to measure: the chosen ones, or all that wait and are in play."""
    rows = Row.objects.filter(scope=scope)
    rows = (
        rows.filter(waiting=True, state__in=IN_PLAY)
        if row_ids is None
        else rows.filter(pk__in=row_ids)
    )
    return list(rows.order_by("pk").values_list("pk", flat=True))


def measuring_gap(job: Job) -> str:
    """What a measuring job did not get, by kind and with why; empty where it got everything."""
    result = Measure().result_of(job)
    kinds = []
    for what, count in result.missing.items():
        reason = result.reasons.get(what, "")
        kinds.append(f"{count:,} for {FIGURES[What(what)]}{f' ({reason})' if reason else ''}")
    return ", ".join(kinds)


def _measure(scope: Scope, rows: Sequence[Row], work: Work[MeasureParams, MeasureResult]) -> Got:
    """Buy what rows lack, at the price that was told. Raises: `BunrakuError` price_reached when the
    next of it would cost more than that."""
    keys = [row.keyword.key for row in rows]
    promised = work.params.promised
    if promised is not None:
        costs = sum(price_of_new(scope, what, keys) for what in MEASURED)
        if work.spent() + costs > promised:
            raise BunrakuError(
                "price_reached",
                f"The {promised / 10:,.1f} lookups that this was to cost at most are reached: more "
                "keywords wait by now, or it is another day.",
                hint="What was bought is kept. Measure again to see the price of the rest.",
            )

    def paid(_count: int, tenths: int) -> None:
        work.spend(tenths)

    got = Got()
    for what in MEASURED:
        bought = buy(scope, what, keys, on_batch=paid)
        got.missing += [(what, reason) for reason in bought.missing.values()]
        if bought.nothing:
            got.nothing[what] = bought.nothing
    return got
