"""What the demo has live: published, changed and looked at over some weeks, with the practice clock
moved on a week at a time."""

from collections.abc import Callable
from dataclasses import replace
from datetime import timedelta
from typing import Any

from django.conf import settings

from bunraku.core.follow.month import months_back
from bunraku.core.formats.reports_in import read_page_report
from bunraku.server.clock import ahead_by, set_to, today
from bunraku.server.follow.checking import start_checking
from bunraku.server.follow.clock_job import start_moving
from bunraku.server.follow.diary import change_entry, due_back, note_event
from bunraku.server.follow.models import Followed
from bunraku.server.follow.own_reports import take_report
from bunraku.server.follow.publishing import publish
from bunraku.server.follow.report import set_figures
from bunraku.server.follow.watching import change_watch
from bunraku.server.jobs.models import Job
from bunraku.server.plan.actions import change_piece, give_keyword
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.weigh.weighing import reweigh_keywords
from bunraku.server.write.drafts import Edit, draft_of, save_draft
from bunraku.server.write.import_text import open_desk

REPORT = settings.ROOT / "demo" / "search-report.csv"
"""Its days are moved, because the demo ends on the day it is loaded."""
DUE_BACK = 2
"""Changes that are left to be looked back at."""


def follow(project: Project, live: dict[str, Any], finish: Callable[[Job], None]) -> None:
    """Live the weeks through, and stand at today. The clock is set to where it began, so that the
    project's day is the real one at the end."""
    begun = today() - timedelta(weeks=live["weeks"])
    with set_to(begun):
        change_watch(
            project,
            {
                "rhythm": "weekly",
                "places": project.places[:3],
                "most_a_month": live["most_a_month"],
            },
        )
        pieces = {told["address"]: _published(project, told) for told in live["pieces"]}
        finish(start_checking(project, []))
        # From one week in which something happens to the next; each day between is lived through.
        week = 0
        for until in sorted({*(event["week"] for event in live["events"]), live["weeks"]}):
            finish(start_moving(project, 7 * (until - week)))
            project.refresh_from_db()
            week = until
            with ahead_by(project.days_ahead):
                for event in live["events"]:
                    if event["week"] == week:
                        _happens(project, pieces, event)
    Project.objects.filter(pk=project.pk).update(days_ahead=0)
    project.refresh_from_db()
    # The day is the real one again. So of all that would be weighed again in the background after
    # the clock was moved, only what was looked at has become another.
    Job.objects.filter(project=project, state="queued").delete()
    followed = Followed.objects.filter(live__project=project).values_list("keyword", flat=True)
    reweigh_keywords(project, sorted({keyword for keyword in followed if keyword}))
    _bring_report(project)
    for told in live["figures"]:
        month = months_back(today().replace(day=1), told["months_ago"])
        set_figures(project, month, None, told["values"])
    for entry in list(due_back(project))[:-DUE_BACK]:
        change_entry(project, entry.pk, {"looked_back": True})


def _bring_report(project: Project) -> None:
    """The search performance report of two months, as its owner would import it."""
    # Ours needs no process of its own to be read in.
    (report,) = read_page_report(REPORT)
    latest = today() - timedelta(days=3)
    # It is written as if the later day were this one.
    moved = (latest - max(line.day for line in report.lines if line.day)).days
    report.lines = [
        replace(line, day=line.day + timedelta(days=moved)) for line in report.lines if line.day
    ]
    take_report(project, "web", report, latest)


def _published(project: Project, told: dict[str, Any]) -> Piece:
    """A piece that existed for long, with its phrases, the main one first."""
    who = project.owner.get_username()
    main, *others = told["phrases"]
    piece, _ = open_desk(project, told["channel"], main, told["address"], "", who)
    rows = Row.objects.filter(scope=piece.scope, text__in=others)
    owned = PieceKeyword.objects.filter(scope=piece.scope, main=True).values("keyword")
    for row in rows.exclude(keyword__in=owned).order_by("pk"):
        give_keyword(project, piece.pk, row.pk)
    _write(project, piece, told["fields"])
    change_piece(project, piece.pk, {"title": told["fields"]["title"]})
    publish(project, piece.pk, told["address"], today() - timedelta(weeks=told["weeks"]), who)
    return piece


def _happens(project: Project, pieces: dict[str, Piece], event: dict[str, Any]) -> None:
    who = project.owner.get_username()
    if "what" in event:
        note_event(
            project, event["what"], today(), who, channel=event["channel"], reason=event["reason"]
        )
        return
    piece = pieces[event["piece"]]
    _write(project, piece, event["fields"])
    piece.refresh_from_db()
    publish(project, piece.pk, piece.address, today(), who, reason=event["reason"])


def _write(project: Project, piece: Piece, fields: dict[str, str]) -> None:
    _, draft = draft_of(project, piece.pk)
    before = draft.fields if draft else {}
    edits = {name: Edit(before.get(name, ""), text) for name, text in fields.items()}
    who = project.owner.get_username()
    save_draft(project, piece.pk, edits, draft.revision if draft else 0, who, anew=True)
