"""The plan's dates as iCalendar (RFC 5545)."""

from collections.abc import Callable, Sequence
from datetime import UTC, date, datetime, timedelta

from icalendar import Calendar, Event

from bunraku.core.channels import KINDS
from bunraku.server.plan.selectors import PieceFigures
from bunraku.server.projects.models import Project


def plan_ics(
    project: Project, plan: Sequence[PieceFigures], address_of: Callable[[int], str]
) -> bytes:
    """An all-day event for each piece that has a day: the one it is due on, else the one it must be
    out by, else the last of its month. Each leads to the piece by its address; the same piece keeps
    its identity from file to file."""
    calendar = Calendar()
    calendar.add("prodid", "-//Bunraku//Plan//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", project.name)
    now = datetime.now(UTC)
    for figures in plan:
        day, why = day_of(figures)
        if day is None:
            continue
        piece = figures.piece
        event = Event()
        event.add("uid", f"piece-{piece.pk}-of-project-{project.pk}@bunraku.example")
        event.add("dtstamp", now)
        event.add("dtstart", day)
        if day < date.max:
            event.add("dtend", day + timedelta(days=1))
        event.add("summary", f"Publish: {piece.title}")
        told = [KINDS[piece.kind].name, piece.outlet.name if piece.outlet else "", why]
        if figures.main:
            told.append(f"Main keyword: {figures.main.text}")
        if piece.maker:
            told.append(f"Owner: {piece.maker}")
        event.add("description", "\n".join(part for part in told if part))
        event.add("url", address_of(piece.pk))
        # It is something to do on a day, not hours that are taken.
        event.add("transp", "TRANSPARENT")
        calendar.add_component(event)
    written: bytes = calendar.to_ical()
    return written


def day_of(figures: PieceFigures) -> tuple[date | None, str]:
    """The day that a piece has, and what kind of day that is; none where it has no month either."""
    piece, by = figures.piece, figures.publish_by
    if piece.due:
        return piece.due, "due"
    if piece.month is None:
        return None, ""
    last = (piece.month.replace(day=28) + timedelta(days=4)).replace(day=1) - timedelta(days=1)
    if by.day and not by.late and piece.month <= by.day <= last:
        return by.day, "publish by then, before searches rise"
    return last, f"planned for {piece.month:%B %Y}"
