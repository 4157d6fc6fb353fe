"""The person's own page-and-query reports: brought in, and what they say beside what the plan
means."""

from collections.abc import Collection, Mapping
from datetime import date
from typing import Any

from django.db import transaction
from django.db.models import Max, Min

from bunraku.core.follow.checks import MOST_DEPTH, Check, add, day_of, unpack, without
from bunraku.core.follow.own_report import ReportLine, Shown, tell
from bunraku.core.formats.reports_in import PageReport, read_page_report
from bunraku.core.text.addresses import bare_address
from bunraku.server.clock import today
from bunraku.server.database.bulk import insert_many
from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.errors import BunrakuError
from bunraku.server.follow.judging import judge_changes, note_seen
from bunraku.server.follow.models import Followed, LivePiece, OwnQuery
from bunraku.server.follow.watching import watching_source
from bunraku.server.gather.files.uploads import find_upload, forget, read_whole
from bunraku.server.journal.log import log
from bunraku.server.projects.models import Project
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import Row
from bunraku.server.sheet.scopes import find_scope

MOST_LINES = 200_000
"""Lines of one's own reports that are looked at, the latest days first."""
SHOWN = 50
"""Queries told of each kind."""
Lines = dict[tuple[date, str, str], tuple[float | None, float | None, float | None]]
"""By day, page and query: clicks, times shown, position."""


def bring_report(
    project: Project, channel: str, upload_id: int, day: date | None
) -> dict[str, Any]:
    """Bring in a report that was uploaded: a table with a page and a query a line. Where it has no
    column of days, it is of the days up to `day` (today). What was there of a page, query and day
    is replaced: the same file twice changes nothing. Where no source tells where one stands, its
    positions are followed. Returns: lines taken and refused, pages and
    days. Raises: not_found; bad_file where it has no such columns."""
    upload = find_upload(project, upload_id)
    on = day or today()
    if on > today():
        raise BunrakuError("bad_day", f"{on:%-d %B %Y} is in the future.", field="day")
    found: PageReport = read_whole(upload, read_page_report)
    with transaction.atomic():
        taken = take_report(project, channel, found, on)
        forget(upload)
    return taken


def take_report(project: Project, channel: str, found: PageReport, on: date) -> dict[str, Any]:
    """Keep what a report says, as `bring_report` does once it is read; lines without a day are of
    `on`."""
    lines: Lines = {}
    to_come = [line.day for line in found.lines if line.day and line.day > today()]
    for line in found.lines:
        if line.day is None or line.day <= today():
            key = (line.day or on, line.page, line.term)
            lines[key] = (line.clicks, line.impressions, line.position)
    if to_come:
        still = f"{plural(len(to_come), 'line')} of days in the future, as"
        found.why.insert(0, f"{still} {min(to_come):%-d %B %Y}, not taken.")
    rows = [(*key, *figures) for key, figures in lines.items()]
    same = {"project": project.pk, "channel": channel}
    with transaction.atomic():
        insert_many(
            OwnQuery,
            ("day", "page", "term", "clicks", "impressions", "position"),
            rows,
            same=same,
            unique=("project", "channel", "day", "page", "term"),
        )
        if watching_source(project) is None:
            _into_tracks(project, channel, lines)
    return {
        "lines": len(rows),
        "refused": found.refused + len(to_come),
        "why": found.why,
        "pages": len({page for _, page, _ in lines}),
        "days": len({on for on, *_ in lines}),
    }


def _into_tracks(project: Project, channel: str, lines: Lines) -> None:
    """Where no source tells where one stands, one's own report does, on average: its positions
    become the places of live pieces' phrases. To be called in a transaction."""
    lives = LivePiece.objects.filter(project=project, scope__channel=channel, gone=None)
    by_page = {bare_address(live.address): live for live in lives.select_related("scope")}
    checks: dict[tuple[int, str], list[Check]] = {}
    for (day, page, term), (*_, position) in lines.items():
        live = by_page.get(bare_address(page))
        if live is not None and position:
            place = min(MOST_DEPTH, max(1, round(position)))
            checks.setdefault((live.pk, term), []).append(Check(day, MOST_DEPTH, place))
    looked: dict[int, date] = {}
    changed = []
    for track in Followed.objects.filter(live__in=by_page.values(), place="", device=0):
        kept = bytes(track.checks)
        for check in sorted(checks.get((track.live_id, track.term), []), key=lambda c: c.day):
            kept = add(kept, check)
            looked[track.live_id] = max(check.day, looked.get(track.live_id, check.day))
        if kept != bytes(track.checks):
            track.checks = kept
            changed.append(track)
    Followed.objects.bulk_update(changed, ["checks"], batch_size=500)
    seen = [live for live in by_page.values() if live.pk in looked]
    for live in seen:
        live.last_check = max(looked[live.pk], live.last_check or looked[live.pk])
    LivePiece.objects.bulk_update(seen, ["last_check"], batch_size=500)
    note_seen(seen)
    if days := [day for day, *_ in lines]:
        judge_changes(project, [channel], told=(min(days), max(days)))


def take_out_report(project: Project, channel: str, first: date, last: date) -> int:
    """Take out what one's own reports said of some days, from first to last; returns how many lines
    that were. Where no source tells where one stands, places that came of them go as well. Raises:
    invalid_input for days in the wrong order."""
    if last < first:
        raise BunrakuError("invalid_input", "The last day is before the first.", field="last")
    with transaction.atomic():
        kept = OwnQuery.objects.filter(project=project, channel=channel, day__range=(first, last))
        said: dict[tuple[str, str], set[date]] = {}
        for day, page, term in kept.values_list("day", "page", "term"):
            said.setdefault((bare_address(page), term), set()).add(day)
        lines, _ = kept.delete()
        if lines and watching_source(project) is None:
            _out_of_tracks(project, channel, said)
            judge_changes(project, [channel], told=(first, last))
        if lines:
            log(project, f"Deleted {plural(lines, 'row')} of the search performance report.")
    return lines


def _out_of_tracks(
    project: Project, channel: str, said: Mapping[tuple[str, str], Collection[date]]
) -> None:
    """Take places that came of a report out of the tracks of live pieces, by address and phrase. To
    be called in a transaction."""
    lives = list(LivePiece.objects.filter(project=project, scope__channel=channel))
    tracks = Followed.objects.filter(live__in=lives, place="", device=0).select_related("live")
    latest: dict[int, date] = {}
    changed = []
    for track in tracks:
        before = bytes(track.checks)
        days = said.get((bare_address(track.live.address), track.term), ())
        track.checks = without(before, days) if days else before
        if track.checks != before:
            changed.append(track)
        if len(checks := unpack(bytes(track.checks))):
            day = day_of(int(checks["day"][-1]))
            latest[track.live_id] = max(day, latest.get(track.live_id, day))
    Followed.objects.bulk_update(changed, ["checks"], batch_size=500)
    touched = {track.live_id for track in changed}
    seen = [live for live in lives if live.pk in touched]
    for live in seen:
        live.last_check = latest.get(live.pk)
    LivePiece.objects.bulk_update(seen, ["last_check"], batch_size=500)
    note_seen(seen)


def own_report(project: Project, channel: str) -> dict[str, Any]:
    """What one's own reports say; worked out once while nothing is written. Five queries."""
    told: dict[str, Any] = while_unchanged(
        ("own-report", project.pk, channel), lambda: _own_report(project, channel)
    )
    return told


def _own_report(project: Project, channel: str) -> dict[str, Any]:
    kept = OwnQuery.objects.filter(project=project, channel=channel)
    days = kept.aggregate(first=Min("day"), last=Max("day"))
    newest = kept.order_by("-day", "pk")[:MOST_LINES]
    lines = [
        ReportLine(*values)
        for values in newest.values_list("day", "page", "term", "clicks", "impressions", "position")
    ]
    lives = LivePiece.objects.filter(project=project, scope__channel=channel, gone=None)
    by_page = {bare_address(live.address): live for live in lives}
    meant: dict[str, set[str]] = {}
    served: dict[int, set[str]] = {}
    for live_id, term in Followed.objects.filter(live__in=lives).values_list("live_id", "term"):
        served.setdefault(live_id, set()).add(term)
    for page in {line.page for line in lines}:
        live = by_page.get(bare_address(page))
        if live is not None:
            meant[page] = served.get(live.pk, set())
    told = tell(lines, meant, channel)
    known = _known(project, channel, told.unmeant[:SHOWN])

    def out(one: Shown) -> dict[str, Any]:
        live = by_page.get(bare_address(one.page))
        return {
            "page": one.page,
            "live": live.pk if live else None,
            "piece": live.piece_id if live else None,
            "title": live.title if live else "",
            "term": one.term,
            "row": known.get(one.term),
            "clicks": round(one.clicks, 1),
            "impressions": round(one.impressions, 1),
            "position": None if one.position is None else round(one.position, 1),
            "expected": None if one.expected is None else round(one.expected, 1),
        }

    return {
        "lines": len(lines),
        "first": days["first"],
        "last": days["last"],
        "clicks": round(told.clicks, 1),
        "impressions": round(told.impressions, 1),
        "unmeant": [out(one) for one in told.unmeant[:SHOWN]],
        "two_pages": [
            {"term": term, "pages": [out(one) for one in pages[:5]]}
            for term, pages in told.two_pages[:SHOWN]
        ],
        "fading": [
            {
                "page": one.page,
                "title": getattr(by_page.get(bare_address(one.page)), "title", ""),
                "before": round(one.before, 1),
                "after": round(one.after, 1),
            }
            for one in told.fading[:SHOWN]
        ],
        "below": [out(one) for one in told.below[:SHOWN]],
        "above": [out(one) for one in told.above[:SHOWN]],
    }


def _known(project: Project, channel: str, shown: list[Shown]) -> dict[str, Any]:
    """Rows of queries that the project has already."""
    scope = find_scope(project, channel)
    if not scope.pk or not shown:
        return {}
    rows = Row.objects.filter(scope=scope, keyword__key__in=[one.term for one in shown])
    return dict(rows.values_list("keyword__key", "pk"))
