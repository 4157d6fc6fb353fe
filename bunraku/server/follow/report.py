"""The month's report: figures, places, what was published and changed, next month's work."""

from collections.abc import Sequence
from datetime import date
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.follow.checks import stack
from bunraku.core.follow.month import (
    REPORT_FIGURES,
    TOPS,
    MonthEnd,
    end_of,
    month_end,
    months_back,
    together,
)
from bunraku.core.formats.csv_out import Column
from bunraku.core.formats.reports_in import MonthTable, read_months
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.follow.models import DiaryEntry, Followed, LivePiece, MonthFigure
from bunraku.server.follow.watching import watching_source
from bunraku.server.gather.files.uploads import find_upload, forget, read_whole
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Outlet, Project

COLUMNS = (
    Column("Part", "Which part of the report."),
    Column("What", "The figure, the piece, or the work."),
    Column("This month", "The figure of the month; of work, what it is."),
    Column("The month before", "The same a month before."),
    Column("A year before", "The same month of the year before."),
)


def report_of(project: Project, month: date, outlet_id: int | None) -> dict[str, Any]:
    """The report of a month, of one outlet or of all. Raises: not_found. Eight queries."""
    first = month.replace(day=1)
    outlet = _outlet(project, outlet_id)
    months = [first, months_back(first, 1), months_back(first, 12)]
    ends = [_end(project, outlet, each) for each in months]
    watching = watching_source(project)
    return {
        "month": first,
        "outlet": outlet.pk if outlet else None,
        "outlet_name": outlet.name if outlet else "",
        "project": project.name,
        "practice": bool(watching and watching.practice and ends[0].looked),
        "is_over": end_of(first) < today(),
        "figures": _figures(project, outlet, months),
        "places": _places(ends),
        "published": _entries(project, outlet, first, ("published",)),
        "changed": _entries(
            project, outlet, first, ("fields", "pictures", "price", "links", "engine", "other")
        ),
        "work": _work(project, outlet, months_back(first, -1)),
        "outlets": list(project.outlets.values("id", "name")),
        "first_month": _first_month(project),
        "today": today(),
    }


def _outlet(project: Project, outlet_id: int | None) -> Outlet | None:
    if outlet_id is None:
        return None
    outlet = project.outlets.filter(pk=outlet_id).first()
    if outlet is None:
        raise not_found("outlet")
    return outlet


def _first_month(project: Project) -> date:
    day = (
        LivePiece.objects.filter(project=project)
        .order_by("followed")
        .values_list("followed", flat=True)
        .first()
    )
    return (day or today()).replace(day=1)


def _end(project: Project, outlet: Outlet | None, month: date) -> MonthEnd:
    lives = LivePiece.objects.filter(project=project)
    lives = lives.filter(outlet=outlet) if outlet else lives
    tracks: dict[str, list[tuple[float | None, bytes]]] = {}
    found = Followed.objects.filter(live__in=lives, place="", device=0)
    for channel, searches, checks in found.values_list(
        "live__scope__channel", "searches", "checks"
    ):
        tracks.setdefault(channel, []).append((searches, bytes(checks)))
    return together(
        [
            month_end(
                stack([checks for _, checks in told]),
                np.array([np.nan if s is None else s for s, _ in told], dtype=np.float64),
                channel,
                month,
            )
            for channel, told in tracks.items()
        ]
    )


def _places(ends: Sequence[MonthEnd]) -> list[dict[str, Any]]:
    rows = [
        {
            "id": f"first{top}",
            "name": f"Keywords in top {top}",
            "values": [end.tops[n] if end.looked else None for end in ends],
        }
        for n, top in enumerate(TOPS)
    ]
    visible = {
        "id": "visible",
        "name": "Visibility",
        "values": [end.visible for end in ends],
    }
    return [*rows, visible]


def _figures(
    project: Project, outlet: Outlet | None, months: Sequence[date]
) -> list[dict[str, Any]]:
    """The figures of the month and of those it is compared with: of all outlets what was said of
    all, else what was said of each added up, where that makes sense."""
    told: dict[tuple[str, date], dict[int | None, MonthFigure]] = {}
    for figure in MonthFigure.objects.filter(project=project, month__in=months):
        told.setdefault((figure.name, figure.month), {})[figure.outlet_id] = figure
    rows = []
    for each in REPORT_FIGURES:
        values: list[float | None] = []
        source = ""
        for month in months:
            said = told.get((each.id, month), {})
            mine = said.get(outlet.pk if outlet else None)
            if mine is not None:
                values.append(mine.value)
                source = source or (mine.source if month == months[0] else "")
            elif outlet is None and said and each.adds_up:
                values.append(sum(figure.value for figure in said.values()))
                source = source or ("all outlets together" if month == months[0] else "")
            else:
                values.append(None)
        rows.append(
            {
                "id": each.id,
                "name": each.name,
                "about": each.about,
                "values": values,
                "source": source,
            }
        )
    return rows


def _entries(
    project: Project, outlet: Outlet | None, month: date, what: Sequence[str]
) -> list[dict[str, Any]]:
    entries = DiaryEntry.objects.filter(
        project=project, day__gte=month, day__lte=end_of(month), what__in=what
    ).select_related("live")
    if outlet is not None:
        entries = entries.filter(live__outlet=outlet)
    return [
        {
            "day": entry.day,
            "title": entry.live.title if entry.live else "",
            "channel": entry.channel,
            "live": entry.live_id,
            "what": entry.what,
            "fields": [change["field"] for change in entry.changes],
            "reason": entry.reason,
            "why": entry.judged.get("why", ""),
            "sentence": entry.judged.get("sentence", ""),
        }
        for entry in entries.order_by("day", "pk")[:200]
    ]


def _work(project: Project, outlet: Outlet | None, month: date) -> list[dict[str, Any]]:
    """What comes in the month after: pieces of the plan, changes to look back at."""
    pieces = Piece.objects.filter(project=project, month=month).exclude(state="live")
    entries = DiaryEntry.objects.filter(
        project=project, check_back__lte=end_of(month), looked_back=None, live__gone=None
    ).select_related("live")
    if outlet is not None:
        pieces, entries = pieces.filter(outlet=outlet), entries.filter(live__outlet=outlet)
    told = [
        {"title": piece.title, "what": "publish", "hours": piece.hours, "day": piece.due}
        for piece in pieces.order_by("pk")[:100]
    ]
    told += [
        {
            "title": entry.live.title if entry.live else "",
            "what": "look_back",
            "hours": None,
            "day": entry.check_back,
        }
        for entry in entries.order_by("check_back", "pk")[:100]
        if entry.live
    ]
    return told


def set_figures(
    project: Project,
    month: date,
    outlet_id: int | None,
    values: dict[str, float | None],
    source: str = "typed",
) -> None:
    """Set figures of a month; None takes one off. Raises: not_found; invalid_input for a figure
    that there is not, or a month to come."""
    first = month.replace(day=1)
    outlet = _outlet(project, outlet_id)
    known = {figure.id for figure in REPORT_FIGURES}
    unknown = [name for name in values if name not in known]
    if unknown:
        raise BunrakuError("invalid_input", f"Unknown figure “{unknown[0]}”.", field="values")
    if first > today():
        raise BunrakuError("invalid_input", f"{first:%B %Y} is in the future.", field="month")
    with transaction.atomic():
        for name, value in values.items():
            # Null outlets are not one another's equal in a constraint: the old one goes first.
            MonthFigure.objects.filter(
                project=project, outlet=outlet, month=first, name=name
            ).delete()
            if value is not None:
                MonthFigure.objects.create(
                    project=project,
                    outlet=outlet,
                    month=first,
                    name=name,
                    value=value,
                    source=source[:60],
                )


def bring_months(project: Project, upload_id: int) -> dict[str, Any]:
    """Bring in figures of months from a table that was uploaded; a figure that is there already is
    replaced. Raises: not_found; bad_file where it has no month or no figure."""
    upload = find_upload(project, upload_id)
    found: MonthTable = read_whole(upload, read_months)
    outlets = {outlet.name.casefold(): outlet.pk for outlet in project.outlets.all()}
    wrong, figures, months = list(found.wrong), 0, set()
    with transaction.atomic():
        for row in found.rows:
            outlet = outlets.get(row.outlet.casefold()) if row.outlet else None
            if row.outlet and outlet is None:
                wrong.append(f"Row {row.row}: unknown outlet “{row.outlet[:60]}”.")
                continue
            if row.month > today():
                wrong.append(f"Row {row.row}: {row.month:%B %Y} is in the future.")
                continue
            values: dict[str, float | None] = dict(row.values)
            set_figures(project, row.month, outlet, values, "a file")
            figures += len(values)
            months.add(row.month)
        forget(upload)
    return {"months": len(months), "figures": figures, "wrong": wrong[:20]}


def report_rows(told: dict[str, Any]) -> list[list[Any]]:
    """A report as the rows of a table (`COLUMNS`)."""
    rows: list[list[Any]] = []
    for part, name in (("figures", "Figures"), ("places", "In search")):
        rows += [
            [name, row["name"], *map(_whole, row["values"])]
            for row in told[part]
            if any(value is not None for value in row["values"])
        ]
    for part, name in (("published", "Published"), ("changed", "Changed")):
        rows += [
            [name, entry["title"] or entry["channel"], _said(entry), None, None]
            for entry in told[part]
        ]
    rows += [["Next month", work["title"], WORK[work["what"]], None, None] for work in told["work"]]
    return rows


WORK = {"publish": "to be published", "look_back": "to review"}
"""What is to be done, in words."""


def _whole(value: float | None) -> float | int | None:
    return int(value) if value is not None and float(value).is_integer() else value


def _said(entry: dict[str, Any]) -> str:
    day = f"{entry['day']:%-d %B}"
    return f"{day}: {entry['sentence']}" if entry["sentence"] else day
