"""Pieces in a line each: what the board's order, groups and sums are made from."""

from dataclasses import dataclass
from datetime import date

from django.db.models import OuterRef, Subquery

from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Outlook, Row


@dataclass
class Outline:
    """A piece in a line: what the board's order and sums are made from."""

    pk: int
    title: str
    month: date | None
    hours: float
    outlet: int | None
    outlet_name: str
    scope: int
    pinned: bool
    kind: str
    maker: str
    state: str
    cluster: int | None
    locale: str
    due: date | None
    worth: float | None = None
    main_row: int | None = None
    main_text: str = ""

    @property
    def language(self) -> str:
        """The language of its keywords."""
        return self.locale.partition("-")[0]


def outlines_of(project: Project) -> list[Outline]:
    """All pieces of a project in lines: two queries whatever their number."""
    pieces = Piece.objects.filter(project=project).order_by("pk")
    fields = (
        *("pk", "title", "month", "hours", "outlet_id", "outlet__name", "scope_id", "pinned"),
        *("kind", "maker", "state", "cluster_id", "scope__locale", "due"),
    )
    outlines = {values[0]: Outline(*values) for values in pieces.values_list(*fields)}
    row = Row.objects.filter(scope=OuterRef("scope"), keyword=OuterRef("keyword"))
    outlook = Outlook.objects.filter(
        row__scope=OuterRef("scope"),
        row__keyword=OuterRef("keyword"),
        outlet=OuterRef("piece__outlet"),
    )
    owned = PieceKeyword.objects.filter(piece__project=project).values_list(
        "piece_id",
        "main",
        Subquery(row.values("pk")[:1]),
        Subquery(row.values("text")[:1]),
        Subquery(row.values("worth")[:1]),
        Subquery(outlook.values("pk")[:1]),
        Subquery(outlook.values("worth")[:1]),
    )
    for pk, main, row_id, text, for_chosen, weighed_apart, for_own in owned:
        outline = outlines[pk]
        worth = for_chosen if weighed_apart is None else for_own
        if worth is not None:
            outline.worth = (outline.worth or 0) + worth
        if main:
            outline.main_row, outline.main_text = row_id, text or ""
    return list(outlines.values())
