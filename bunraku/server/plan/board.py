"""The board: the whole plan in sums, and its pieces a page at a time."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any, Literal

from bunraku.core.channels import KINDS
from bunraku.core.text.folding import fold
from bunraku.server.cluster.models import Cluster, Theme
from bunraku.server.plan.load import load_of
from bunraku.server.plan.outlines import Outline, outlines_of
from bunraku.server.plan.scheduling import last_fit
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project

Order = Literal["month", "worth", "hours", "title", "due"]
GroupBy = Literal["theme", "outlet", "maker", "state"]


def summary_of(project: Project) -> dict[str, Any]:
    """The plan in sums: hours by month, what is placed and what it is worth, pieces by outlet,
    pins that cannot be, and what the last fit proved."""
    outlines = outlines_of(project)
    load = load_of(project, outlines)
    placed = [outline for outline in outlines if outline.month]
    known = [outline.worth for outline in placed if outline.worth is not None]
    return {
        "months": load.months,
        "hours_a_month": project.hours_a_month,
        "pieces": len(outlines),
        "placed": len(placed),
        "hours": sum(outline.hours for outline in placed),
        "worth": sum(known) if known else None,
        "outlets": _by_outlet(outlines),
        "impossible": load.impossible,
        "fit": last_fit(project),
    }


def calendar_of(project: Project) -> list[dict[str, Any]]:
    """All pieces in lines, those worth most first. Two queries whatever their number."""
    return [
        {
            **{name: getattr(one, name) for name in CALENDAR},
            "id": one.pk,
            "outlet_id": one.outlet,
            "kind_name": KINDS[one.kind].name,
        }
        for one in sorted(outlines_of(project), key=_KEYS["worth"])
    ]


CALENDAR = ("title", "month", "due", "state", "maker", "hours", "pinned")
"""What of an outline stands in a calendar as it is."""


@dataclass
class Group:
    """Pieces of the board that stand together: what they have in common, the place of the first in
    the list, how many they are, their hours and what the known of them are worth."""

    name: str
    at: int
    pieces: int = 0
    hours: float = 0.0
    worth: float | None = None


@dataclass
class BoardPage:
    """A part of the board: how many pieces there are in all, the groups if any, the pieces."""

    total: int
    groups: list[Group]
    rows: list[PieceFigures]


def page_of_plan(
    project: Project, order: Order, outlet: int | None, group: GroupBy | None, part: slice
) -> BoardPage:
    """A part of the plan's pieces, of an outlet (0: of none) or of all, in an order, and in groups
    if these are wanted: the ones worth most first, those without a name last."""
    outlines = [o for o in outlines_of(project) if outlet is None or (o.outlet or 0) == outlet]
    outlines.sort(key=_KEYS[order])
    groups: list[Group] = []
    if group is not None:
        outlines, groups = _grouped(outlines, _names(project, outlines, group), _NONE[group])
    return BoardPage(
        len(outlines), groups, plan_of(project, [outline.pk for outline in outlines[part]])
    )


def _names(project: Project, outlines: Sequence[Outline], group: GroupBy) -> list[str]:
    """What each piece is grouped under; empty for those of none."""
    if group == "outlet":
        return [outline.outlet_name or "" for outline in outlines]
    if group == "maker":
        return [outline.maker for outline in outlines]
    if group == "state":
        return [outline.state.capitalize() for outline in outlines]
    # Two themes may have one name on two channels: they stand together.
    themes = Theme.objects.filter(scope__project=project)
    names = {theme.pk: str(theme) for theme in themes}
    held = Cluster.objects.filter(scope__project=project, theme__isnull=False)
    of = dict(held.values_list("pk", "theme"))
    return [names.get(of.get(outline.cluster or 0, 0), "") for outline in outlines]


_NONE: dict[GroupBy, str] = {
    "theme": "Of no theme",
    "outlet": "Without an outlet",
    "maker": "No owner",
    "state": "",
}
"""What those are called that have nothing to be grouped by."""


def _grouped(
    outlines: Sequence[Outline], names: Sequence[str], none: str
) -> tuple[list[Outline], list[Group]]:
    found: dict[str, list[Outline]] = {}
    for outline, name in zip(outlines, names, strict=True):
        found.setdefault(name, []).append(outline)
    worth = {name: sum(o.worth or 0.0 for o in group) for name, group in found.items()}
    rows: list[Outline] = []
    groups: list[Group] = []
    for name in sorted(found, key=lambda name: (not name, -worth[name], name)):
        known = [o.worth for o in found[name] if o.worth is not None]
        groups.append(
            Group(
                name or none,
                len(rows),
                len(found[name]),
                sum(o.hours for o in found[name]),
                sum(known) if known else None,
            )
        )
        rows += found[name]
    return rows, groups


def _falling(value: float | None) -> tuple[bool, float]:
    """The greatest first, the unknown last."""
    return (value is None, -(value or 0))


_KEYS: dict[Order, Any] = {
    # What is left out comes last.
    "month": lambda o: (o.month is None, o.month or date.min, _falling(o.worth), o.pk),
    "worth": lambda o: (_falling(o.worth), o.pk),
    "hours": lambda o: (-o.hours, o.pk),
    "title": lambda o: (fold(o.title), o.pk),
    "due": lambda o: (o.due is None, o.due or date.min, o.month or date.max, o.pk),
}


def _by_outlet(outlines: Sequence[Outline]) -> list[dict[str, Any]]:
    counts: dict[int, dict[str, Any]] = {}
    for outline in outlines:
        id = outline.outlet or 0
        name = outline.outlet_name or "Without an outlet"
        counts.setdefault(id, {"id": id, "name": name, "pieces": 0})["pieces"] += 1
    return list(counts.values())
