"""Measuring: buying the readings that keywords lack, then weighing them."""

from collections.abc import Callable, Sequence
from typing import Any, cast

from django.db import transaction

from bunraku.server.clock import today
from bunraku.server.gather.tidy import start_tidying
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import Progress, handles
from bunraku.server.readings.buying import buy, known_today, sources
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.scopes import scope_of
from bunraku.server.weigh.weighing import reweigh_scope, weigh_rows
from bunraku.sources.asking import ask_all
from bunraku.sources.protocol import Interest, Request, What

MEASURED = (What.COUNTS, What.BANDS, What.PAGE)
_CHUNK = 200
ANCHOR_SEARCHES = 60
"""Searches of the known term that new ones are compared with: near what unknown terms usually have, so that
neither drowns on a scale of 0-100."""


@handles("measure")
def measure(job: Job, progress: Progress) -> None:
    """Measure a channel's waiting keywords, or the chosen ones. Buys only what was not bought; safe to run again."""
    scope = scope_of(job.project, job.params["channel"])
    ids = wanted_rows(scope, job.params.get("row_ids"))
    progress.start("Measuring", len(ids))
    missing: dict[str, int] = {}
    reasons: dict[str, str] = {}
    before = Row.objects.filter(scope=scope, waiting=True).count()

    def paid(_count: int, tenths: int) -> None:
        progress.spend(tenths)

    try:
        for start in range(0, len(ids), _CHUNK):
            rows = list(Row.objects.filter(pk__in=ids[start : start + _CHUNK]).select_related("keyword").order_by("pk"))
            for what in MEASURED:
                for reason in _measure_chunk(scope, what, rows, paid).values():
                    missing[what] = missing.get(what, 0) + 1
                    reasons[what] = reason
            _compare_unknown(scope, rows)
            weigh_rows(scope, rows)
            progress.note(missing=missing, reasons=reasons)
            progress.advance(len(rows))
    finally:
        # However it ends, all figures of the scope rest on the same knowledge.
        reweigh_scope(scope)
        after = Row.objects.filter(scope=scope, waiting=True).count()
        progress.note(missing=missing, reasons=reasons, measured=max(before - after, 0), waiting=after)
    # Of each variant family the member searched most stands for it, and pages may have shown that two orders are one.
    start_tidying(job.project)


def wanted_rows(scope: Scope, row_ids: Sequence[int] | None) -> list[int]:
    """The rows to measure: the chosen ones, or all that wait and were not dropped."""
    rows = Row.objects.filter(scope=scope)
    rows = rows.filter(waiting=True, state__in=IN_PLAY) if row_ids is None else rows.filter(pk__in=row_ids)
    return list(rows.order_by("pk").values_list("pk", flat=True))


def _measure_chunk(scope: Scope, what: What, rows: Sequence[Row], paid: Callable[[int, int], None]) -> dict[str, str]:
    return buy(scope, what, [row.keyword.key for row in rows], on_batch=paid).missing


def _compare_unknown(scope: Scope, rows: Sequence[Row]) -> None:
    """A rough volume for keywords without counts: their interest beside that of a known keyword, in one request."""
    keys = [row.keyword.key for row in rows]
    told = dict(
        Reading.objects.filter(scope=scope, what=What.COUNTS, on=today(), term__in=keys).values_list("term", "payload")
    )
    unknown = [key for key in keys if key in told and told[key] is None]
    unknown = [key for key in unknown if key not in known_today(scope, What.INTEREST, unknown)]
    anchor = _anchor(scope)
    if not unknown or anchor is None:
        return
    term, volume = anchor
    source = sources()[What.INTEREST]
    request = Request(What.INTEREST, (), scope.channel, scope.locale, today())
    step = source.batch_size - 1
    for start in range(0, len(unknown), step):
        part = unknown[start : start + step]
        for batch in ask_all(source, request, [term, *part]):
            known = cast(Interest | None, batch.answers.get(term))
            if known is not None:
                _store_interest(scope, part, batch.answers, (term, volume, _mean(known)))


def _store_interest(
    scope: Scope, terms: Sequence[str], answers: dict[str, Any], anchor: tuple[str, float, float]
) -> None:
    name, volume, mean = anchor
    with transaction.atomic():
        Reading.objects.bulk_create(
            Reading(
                scope=scope,
                what=What.INTEREST,
                term=term,
                source=sources()[What.INTEREST].name,
                on=today(),
                payload={"mean": _mean(answers[term]), "anchor": name, "anchor_volume": volume, "anchor_mean": mean},
            )
            for term in terms
            if answers.get(term) is not None
        )


def _mean(answer: Interest) -> float:
    """Mean interest of the last twelve months."""
    last = answer.index[-12:]
    return sum(last) / len(last) if last else 0.0


def _anchor(scope: Scope) -> tuple[str, float] | None:
    """A known keyword with a modest volume to compare unknown ones with; the same one all day."""
    known = [
        (abs(payload["monthly"] - ANCHOR_SEARCHES), term, float(payload["monthly"]))
        for term, payload in Reading.objects.filter(scope=scope, what=What.COUNTS, payload__isnull=False)
        .order_by("pk")
        .values_list("term", "payload")[:400]
        if payload and payload["monthly"] > 0
    ]
    if not known:
        return None
    _, term, volume = min(known)
    return term, volume


@handles("reweigh")
def reweigh(job: Job, progress: Progress) -> None:
    """Rebuild every figure of a project from its readings."""
    for scope in Scope.objects.filter(project=job.project).order_by("pk"):
        scope.project = job.project
        reweigh_scope(scope, progress)
