"""Reading results pages of chosen keywords: to a depth, those that are older than some days, never
twice a day."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from django.db import transaction

from bunraku.core.channels import ChannelId
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import buy, check_affordable, price_of_new, price_tenths
from bunraku.server.readings.known import known_since
from bunraku.server.readings.providers import sources
from bunraku.server.sentences import plural
from bunraku.server.sheet.actions import rows_of
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.scopes import find_scope, scope_of
from bunraku.server.weigh.weighing import rows_to_weigh, weigh_rows
from bunraku.sources.protocol import Vantage, What

_CHUNK = 100
"""Pages bought between two looks at whether to stop."""


class ReadPagesParams(Params):
    """The channel, the rows (None: all in play), the depth, how many days old a page may be that is
    not read again (0: today's), and the price in tenths that was told before."""

    channel: ChannelId
    row_ids: list[int] | None = None
    depth: int = 10
    older_than: int = 0
    promised: int


class ReadPagesResult(Result):
    """How many pages were read, how many of these the source had nothing for, and how many got no
    answer."""

    read: int = 0
    nothing: int = 0
    missing: int = 0


@dataclass(frozen=True)
class PagesPrice:
    """What reading pages would cost: keywords looked at, pages to read, those known that are fresh
    enough, the price in tenths."""

    keywords: int
    pages: int
    known: int
    price_tenths: int


def price_pages(
    project: Project, channel: ChannelId, row_ids: Sequence[int] | None, depth: int, older_than: int
) -> PagesPrice:
    """What reading the pages of keywords would cost. Buys nothing."""
    scope = find_scope(project, channel)
    keys = [key for _, key in _wanted(scope, row_ids)]
    stale = _stale(scope, keys, depth, older_than)
    each = [price_tenths(source, len(stale)) for source in sources(project)[What.PAGE]]
    return PagesPrice(len(keys), len(stale), len(keys) - len(stale), sum(each))


def start_reading_pages(
    project: Project, channel: ChannelId, row_ids: Sequence[int] | None, depth: int, older_than: int
) -> Job:
    """Start reading pages. Raises: nothing_to_read, no_source, allowance_short, not_found for rows
    that are not the project's."""
    if row_ids is not None:
        rows_of(project, row_ids)
    if not sources(project)[What.PAGE]:
        raise BunrakuError(
            "no_source",
            "No source can be asked for results pages in this project.",
            hint="Import results pages from a file, or turn a source on in project settings.",
        )
    price = price_pages(project, channel, row_ids, depth, older_than)
    if not price.pages:
        raise BunrakuError(
            "nothing_to_read",
            "Every page here was already fetched to this depth recently enough.",
            hint="A page is read once a day.",
        )
    check_affordable(project, price.price_tenths, f"Reading {plural(price.pages, 'page')}")
    params = ReadPagesParams(
        channel=channel,
        row_ids=None if row_ids is None else sorted(row_ids),
        depth=depth,
        older_than=older_than,
        promised=price.price_tenths,
    )
    return start_job(project, ReadPages, params)


@job_kind
class ReadPages(JobKind[ReadPagesParams, ReadPagesResult]):
    """Read results pages and weigh the keywords anew. Buys only what was not bought; safe to run
    again."""

    id = "read_pages"
    name = "Fetching results pages"
    takes = ReadPagesParams
    gives = ReadPagesResult

    def run(self, work: Work[ReadPagesParams, ReadPagesResult]) -> None:
        """Part by part; what a part brought is weighed before the next is bought."""
        params = work.params
        scope = scope_of(work.project, params.channel)
        wanted = dict(_wanted(scope, params.row_ids))
        stale = set(_stale(scope, list(wanted.values()), params.depth, params.older_than))
        rows = [(pk, key) for pk, key in wanted.items() if key in stale]
        vantage = Vantage(depth=params.depth)
        work.start("Fetching results pages", len(rows))
        for start in range(0, len(rows), _CHUNK):
            part = rows[start : start + _CHUNK]
            keys = [key for _, key in part]
            if work.spent() + price_of_new(scope, What.PAGE, keys, vantage) > params.promised:
                raise BunrakuError(
                    "price_reached",
                    "What this was to cost at most is reached: it is another day by now.",
                    hint="What was bought is kept. Ask again to see the price of the rest.",
                )
            bought = buy(
                scope,
                What.PAGE,
                keys,
                vantage=vantage,
                on_batch=lambda _count, tenths: work.spend(tenths),
            )
            with transaction.atomic():
                weigh_rows(scope, rows_to_weigh(scope, pk__in=[pk for pk, _ in part]))
                work.result.read += bought.answered - bought.nothing
                work.result.nothing += bought.nothing
                work.result.missing += len(bought.missing)
                work.report()
            work.advance(len(part))

    def brought(self, result: ReadPagesResult) -> str:
        """How many pages were read."""
        said = f"{plural(result.read, 'page')} read"
        return f"{said}; no results for {result.nothing:,}" if result.nothing else said

    def unanswered(self, result: ReadPagesResult) -> int:
        """Pages that got no answer."""
        return result.missing


def _wanted(scope: Scope, row_ids: Sequence[int] | None) -> list[tuple[int, str]]:
    rows = Row.objects.filter(scope=scope)
    rows = rows.filter(state__in=IN_PLAY) if row_ids is None else rows.filter(pk__in=row_ids)
    return list(rows.order_by("pk").values_list("pk", "keyword__key"))


def _stale(scope: Scope, keys: Sequence[str], depth: int, older_than: int) -> list[str]:
    """Keys whose page was not read to a depth within some days by every source that can be
    asked."""
    fresh: set[str] | None = None
    since: date = today() - timedelta(days=older_than)
    for source in sources(scope.project)[What.PAGE]:
        known = known_since(scope, What.PAGE, source.name, keys, since, Vantage(depth=depth))
        fresh = known if fresh is None else fresh & known
    return [key for key in keys if key not in (fresh or set())]
