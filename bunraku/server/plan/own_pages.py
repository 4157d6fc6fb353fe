"""Pages of one's own by the latest report: what each is shown for, and what to do with it."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from bunraku.core.channels import ClusterFacts, channel_named
from bunraku.core.plan.own_pages import (
    LEAST_HOURS,
    Advice,
    Page,
    Query,
    advice_words,
    advise,
    hours_of_work,
)
from bunraku.core.text.addresses import address_words
from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.server.plan.hours import usual_hours
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.readings.kinds import OWN_REPORT
from bunraku.server.readings.known import Payload, readings_on
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.scopes import scope_of


@dataclass(frozen=True)
class OwnPage:
    """A page with the rows that it is the main page for (to be merged: those of the page that it
    goes into), what to do with it and why, the kind of piece that it is, the hours that the work
    takes, and what it is worth a month (None unknown); the rows of most to be won first, then of
    most clicks."""

    address: str
    rows: Sequence[Row]
    advice: Advice
    why: str
    kind: str
    hours: float
    worth: float | None

    @property
    def clicks(self) -> float:
        """Clicks in the report that its main queries brought."""
        return sum(row.own_clicks or 0.0 for row in self.rows)

    @property
    def target(self) -> str:
        """The page that is worked on."""
        return self.advice.into or self.address


def own_pages(project: Project, channel: str) -> list[OwnPage]:
    """Pages of one's own report that no piece covers, those of most to be won first. Four
    queries."""
    scope = scope_of(project, channel)
    covered = set(Piece.objects.filter(project=project).values_list("address", flat=True))
    pages, rows = _pages(scope)
    hours = usual_hours(project)
    found = [
        _own_page(channel, page.address, rows, advice, hours)
        for page, advice in zip(pages, advise(pages, channel), strict=True)
        if page.address not in covered and advice.into not in covered - {""}
        # One that is the main page for nothing is worth a word only where it is to be merged.
        if rows[page.address] or advice.what == "merge"
    ]
    return sorted(found, key=_order)


def _own_page(
    channel: str,
    address: str,
    rows: Mapping[str, Sequence[Row]],
    advice: Advice,
    hours: Mapping[str, float],
) -> OwnPage:
    target = advice.into or address
    place = {query.text: number for number, (query, _) in enumerate(advice.to_win)}
    mine = sorted(
        rows[target],
        key=lambda row: (place.get(row.text, len(place)), -(row.own_clicks or 0.0), row.pk),
    )
    kind = kind_of_page(channel, target, mine[0])
    return OwnPage(
        address,
        mine,
        advice,
        advice_words(advice),
        kind,
        hours_of_work(advice.what, hours[kind]),
        _worth(mine, advice),
    )


def _worth(rows: Sequence[Row], advice: Advice) -> float | None:
    """What an advice is worth a month: its visits, at what a click of these queries is worth."""
    values = [
        (row.click_value * row.fit, max(row.own_clicks or 0.0, 1.0))
        for row in rows
        if row.click_value is not None
    ]
    if not values or advice.what == "merge":
        return None
    mean = sum(value * clicks for value, clicks in values) / sum(clicks for _, clicks in values)
    return round(advice.visits * mean, 2)


def page_of_rows(scope: Scope, rows: Sequence[Row]) -> dict[int, str]:
    """The page that shows for each of some rows, by row, as far as a report says. One query."""
    told = _reports(scope, rows) if rows else {}
    pages = {row.pk: str(told.get(row.keyword.key, {}).get("page") or "") for row in rows}
    return {pk: page for pk, page in pages.items() if page}


def kind_of_page(channel: str, address: str, row: Row) -> str:
    """A site's address without a path is its home page; else as its keyword asks for."""
    home = channel_named(channel).home
    if home and not address_words(address).strip("/"):
        return home
    intents = [INTENTS[row.intent]] if row.intent >= 0 else []
    return channel_named(channel).suggest(ClusterFacts(intents, float(row.local))).kind


def _order(page: OwnPage) -> tuple[bool, float, float, str]:
    return (
        page.advice.what == "leave",
        -(page.worth or 0.0) / max(page.hours, LEAST_HOURS),
        -page.advice.visits,
        page.address,
    )


def _pages(scope: Scope) -> tuple[list[Page], dict[str, list[Row]]]:
    """The pages of a scope's report, and the rows that each is the main page for."""
    if not scope.pk:
        return [], {}
    reported = scope.rows.filter(own_impressions__isnull=False) | scope.rows.filter(
        own_clicks__isnull=False
    )
    every = list(reported.filter(state__in=IN_PLAY).select_related("keyword").order_by("pk"))
    told = _reports(scope, every) if every else {}
    queries: dict[str, list[Query]] = defaultdict(list)
    mains: dict[str, list[Row]] = defaultdict(list)
    months: dict[str, dict[str, float]] = defaultdict(lambda: defaultdict(float))
    for row in every:
        report = told.get(row.keyword.key) or {}
        main = str(report.get("page") or "")
        if not main:
            continue
        mains[main].append(row)
        of_row = Query(
            row.text,
            row.own_clicks or 0.0,
            row.own_impressions or 0.0,
            row.own_position,
            row.volume,
        )
        shown = report.get("by_page") or []
        if not shown:
            queries[main].append(of_row)
        for address, clicks, impressions, position in shown:
            here = replace(of_row, clicks=clicks or 0.0, impressions=impressions or 0.0)
            queries[address].append(replace(here, position=position, is_main=address == main))
        for month, clicks, _, _ in report.get("by_month") or ():
            months[main][month] += clicks or 0.0
    pages = [
        Page(address, shown, [clicks for _, clicks in sorted(months[address].items())])
        for address, shown in queries.items()
    ]
    return pages, mains


def _reports(scope: Scope, rows: Sequence[Row]) -> dict[str, Payload]:
    """What reports say of rows, by key; a later report takes the place of an earlier one."""
    known = readings_on(scope, [OWN_REPORT], [row.keyword.key for row in rows])
    return {reading.term: reading.payload or {} for reading in known}
