"""Measuring: buying the readings that keywords lack, then weighing them."""

from collections.abc import Sequence
from typing import Any, cast

from django.db import transaction

from bunraku.server.clock import today
from bunraku.server.gather.tidying import tidy_after_measuring
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.readings.buying import buy, request_to
from bunraku.server.readings.known import first_known, known_today, readings_on
from bunraku.server.readings.providers import sources
from bunraku.server.readings.writing import keep_readings
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.scopes import scope_of
from bunraku.server.weigh.learning import learn_scope
from bunraku.server.weigh.weighing import reweigh_scope, rows_to_weigh, weigh_rows
from bunraku.sources.asking import ask_all
from bunraku.sources.protocol import Channel, Interest, What

MEASURED = (What.COUNTS, What.BANDS, What.PAGE)
FIGURES = {
    What.COUNTS: "searches",
    What.BANDS: "ranges and cost per click",
    What.PAGE: "results pages",
}
"""What each kind of reading brings, in words."""
_CHUNK = 200
"""Keywords bought between two looks at whether to stop: each part is kept as it comes."""
ANCHOR_SEARCHES = 60
"""Searches of the known term that new ones are compared with: near what unknown terms usually have,
so that neither drowns on a scale of 0-100."""
ANCHORS_LOOKED_AT = 400
"""Known terms among which an anchor is looked for; more would hardly be nearer."""


class MeasureParams(Params):
    """The channel, and the rows to measure; None: all that wait."""

    channel: Channel
    row_ids: list[int] | None = None


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

    def take(self, rows: Sequence[Row], missing: Sequence[tuple[What, str]]) -> None:
        """Count the part that was seen to: its rows as they are now weighed, and what got no
        answer."""
        self.measured += sum(not row.waiting for row in rows)
        self.seen += len(self.at)
        self.upto, self.at = self.at[-1], []
        for what, reason in missing:
            self.missing[what] = self.missing.get(what, 0) + 1
            self.reasons[what] = reason


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
        try:
            for part in parts:
                work.result.at = part
                work.report()
                rows = rows_to_weigh(scope, pk__in=part)
                missing = _measure(scope, rows, work)
                # After the counts, because only terms that no source counts are compared.
                _compare_unknown(scope, rows)
                with transaction.atomic():
                    weigh_rows(scope, rows)
                    work.result.take(rows, missing)
                    work.report()
                work.advance(len(part))
        finally:
            # However it ends, all figures of the scope rest on the same knowledge: where these
            # keywords taught something new, the others follow.
            if learn_scope(scope):
                reweigh_scope(scope)
            work.result.waiting = Row.objects.filter(scope=scope, waiting=True).count()
            work.report()
        # Last: families and relevance look at the searches that have just come.
        tidy_after_measuring(scope, wanted)

    def brought(self, result: MeasureResult) -> str:
        """How many were measured."""
        return f"{plural(result.measured, 'keyword')} measured"

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


def _measure(
    scope: Scope, rows: Sequence[Row], work: Work[MeasureParams, MeasureResult]
) -> list[tuple[What, str]]:
    """Buy what rows lack. Returns: what got no answer, by kind and with why."""

    def paid(_count: int, tenths: int) -> None:
        work.spend(tenths)

    keys = [row.keyword.key for row in rows]
    return [
        (what, reason)
        for what in MEASURED
        for reason in buy(scope, what, keys, on_batch=paid).missing.values()
    ]


def _compare_unknown(scope: Scope, rows: Sequence[Row]) -> None:
    """A rough volume for keywords that no source counts: their interest beside that of a known
    keyword, in one request."""
    unknown = _uncounted(scope, [row.keyword.key for row in rows])
    telling = sources(scope.project)[What.INTEREST]
    anchor = _anchor(scope)
    if not unknown or not telling or anchor is None:
        return
    source = telling[0]
    asked = known_today(scope, What.INTEREST, source.name, unknown)
    unknown = [key for key in unknown if key not in asked]
    term, volume = anchor
    request = request_to(source, scope)
    # One place of each request is the known term's.
    step = source.batch_size - 1
    for start in range(0, len(unknown), step):
        part = unknown[start : start + step]
        for batch in ask_all(source, request, [term, *part]):
            known = cast(Interest | None, batch.answers.get(term))
            if known is not None:
                compared = _compared(part, batch.answers, (term, volume, _mean(known)))
                with transaction.atomic():
                    keep_readings(scope, source.name, today(), compared)


def _uncounted(scope: Scope, keys: Sequence[str]) -> list[str]:
    """Keywords that were asked about today and that no source counts."""
    counted: dict[str, bool] = {}
    for reading in readings_on(scope, [What.COUNTS], keys):
        if reading.on >= today():
            counted[reading.term] = counted.get(reading.term, False) or reading.payload is not None
    return [key for key in keys if counted.get(key) is False]


def _compared(
    terms: Sequence[str], answers: dict[str, Any], anchor: tuple[str, float, float]
) -> list[tuple[str, str, dict[str, Any]]]:
    name, volume, mean = anchor
    beside = {"anchor": name, "anchor_volume": volume, "anchor_mean": mean}
    return [
        (What.INTEREST.value, term, {"mean": _mean(answers[term]), **beside})
        for term in terms
        if answers.get(term) is not None
    ]


def _mean(answer: Interest) -> float:
    """Mean interest of the last twelve months."""
    # A year, so that no season weighs more than another.
    last = answer.index[-12:]
    return sum(last) / len(last) if last else 0.0


def _anchor(scope: Scope) -> tuple[str, float] | None:
    """A known keyword with a modest volume to compare unknown ones with; the same one all day."""
    known = [
        (abs(payload["monthly"] - ANCHOR_SEARCHES), term, float(payload["monthly"]))
        for term, payload in first_known(scope, What.COUNTS, ANCHORS_LOOKED_AT)
        if payload["monthly"] > 0
    ]
    if not known:
        return None
    _, term, volume = min(known)
    return term, volume
