"""What can be done in Weigh: measure, mark priority, overrule an intent."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.db import transaction

from bunraku.core.channels import ChannelId
from bunraku.core.weigh.without_page import GUESSES
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import BunrakuError
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.models import Job
from bunraku.server.journal.recorder import Recorder
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import price_tenths
from bunraku.server.readings.known import known_today
from bunraku.server.readings.providers import sources
from bunraku.server.sentences import lookups, plural
from bunraku.server.sheet.actions import decide, decisions_for, rows_of
from bunraku.server.sheet.models import Keyword
from bunraku.server.sheet.scopes import find_scope
from bunraku.server.weigh.measuring import MEASURED, Measure, MeasureParams, wanted_rows
from bunraku.server.weigh.weighing import reweigh_keywords
from bunraku.sources.protocol import What


@dataclass(frozen=True)
class Price:
    """What measuring would buy from one source."""

    what: What
    source: str
    lookups: int
    known: int
    price_tenths: int


def price_measuring(
    project: Project, channel: ChannelId, row_ids: Sequence[int] | None
) -> tuple[int, list[Price]]:
    """How many keywords would be measured and what each source would cost. Buys nothing."""
    scope = find_scope(project, channel)
    ids = wanted_rows(scope, row_ids)
    keys: list[str] = []
    for part in in_parts(ids):
        keys += Keyword.objects.filter(rows__in=part).values_list("key", flat=True)
    telling = sources(project)
    prices = []
    for source in (source for what in MEASURED for source in telling[what]):
        known = len(known_today(scope, source.tells, source.name, keys))
        lookups = len(keys) - known
        prices.append(
            Price(source.tells, source.name, lookups, known, price_tenths(source, lookups))
        )
    return len(keys), prices


def start_measuring(project: Project, channel: ChannelId, row_ids: Sequence[int] | None) -> Job:
    """Start measuring. Raises: nothing_to_measure, allowance_short, not_found for rows that are not
    the project's."""
    if row_ids is not None:
        rows_of(project, row_ids)
    count, prices = price_measuring(project, channel, row_ids)
    total = sum(price.price_tenths for price in prices)
    if count == 0 or not any(price.lookups for price in prices):
        raise BunrakuError(
            "nothing_to_measure",
            "There is nothing to measure: every keyword here has today's figures.",
            hint="Gather more, or choose keywords measured on another day.",
        )
    if total > project.lookups_left_tenths:
        each = total / count / 10
        raise BunrakuError(
            "allowance_short",
            f"Measuring {plural(count, 'keyword')} costs {lookups(total)}, "
            f"of {lookups(project.lookups_left_tenths)} left.",
            hint=f"Choose about {plural(int(project.lookups_left_tenths / 10 / each), 'keyword')}, "
            "or raise the allowance in project settings.",
        )
    params = MeasureParams(
        channel=channel,
        row_ids=None if row_ids is None else sorted(row_ids),
        promised=total,
    )
    return start_job(project, Measure, params, distinct=channel if row_ids is None else "")


def mark_priority(project: Project, row_ids: Sequence[int], priority: str) -> int:
    """Mark keywords high, normal or low, or take the mark off. Returns how many. Raises:
    not_found."""
    return _decide(project, row_ids, "priority", priority, f"Marked {priority or 'no priority'}")


def overrule_intent(project: Project, row_ids: Sequence[int], intent: str) -> int:
    """Say what searchers want, against or in place of what was read; it stands until taken back.
    Raises: not_found."""
    label = f"Set intent to {intent}" if intent else "Restored the detected intent"
    return _decide(project, row_ids, "intent", intent, label)


def guess_chance(project: Project, row_ids: Sequence[int], guess: str) -> int:
    """Say how hard page one is for oneself, "easy", "even" or "hard", or take that back; it stands
    against whatever was read. Raises: not_found."""
    label = f"Estimated a chance of {GUESSES[guess]:.0%}" if guess else "Removed own estimate"
    return _decide(project, row_ids, "guess", guess, label)


def _decide(project: Project, row_ids: Sequence[int], field: str, value: str, label: str) -> int:
    with transaction.atomic():
        rows = rows_of(project, row_ids)
        with Recorder(project, f"{label} on {plural(len(rows), 'keyword')}") as journal:
            decisions = decisions_for(rows, journal)
            decide(decisions.values(), **{field: value})
        # In the same transaction: a row must never show something else than was decided.
        reweigh_keywords(project, [row.keyword_id for row in rows])
    return len(rows)
