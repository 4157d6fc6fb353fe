"""The whole over HTTP."""

from typing import Any, Literal

from django.http import HttpResponse
from ninja import Query, Router, Schema

from bunraku.core.channels import ChannelId
from bunraku.server.downloads import XLSX, attached
from bunraku.server.inputs import Id
from bunraku.server.plan.grid import grid_told, grid_xlsx
from bunraku.server.plan.whole import whole_of
from bunraku.server.projects.access import READS, ProjectId, ProjectRequest

router = Router(tags=["plan"])


class OnChannel(Schema):
    """The channel that is looked at."""

    channel: ChannelId = "web"


class SumsOut(Schema):
    """What clusters add up to: how many there are, of one keyword (`alone`), with a piece of their
    own or for their lead keyword (`planned`); a month's searches, worth (null: not known) and
    clicks; which share of the searches is served; the mean chance, weighted by searches; shares of
    the searches by the month in which they peak, January first, what has no season left out."""

    clusters: int
    alone: int
    planned: int
    keywords: int
    volume: float
    worth: float | None
    clicks: float
    served_share: float
    chance: float | None
    peaks: list[float]


class DrawnOut(Schema):
    """A cluster as it is drawn in the whole: what it brings, how likely, the month of its peak (0:
    none), whether a piece serves it."""

    id: int
    name: str
    keywords: int
    volume: float
    worth: float | None
    chance: float | None
    peak: int
    planned: bool


class NoThemeOut(SumsOut):
    """What is in no theme, with the clusters worth most."""

    notes: list[DrawnOut]


class ThemeOut(NoThemeOut):
    """A theme: its name, what its clusters mostly call it, the user's own name, note, priority."""

    id: int
    name: str
    called: str
    own_name: str
    note: str
    priority: Literal["high", "normal", "low", ""]


class WholeOut(Schema):
    """A channel's themes, what is in none, and all together."""

    themes: list[ThemeOut]
    none: NoThemeOut
    total: SumsOut


@router.get("/plan/themes", response=WholeOut, auth=READS, url_name="themes")
def themes(request: ProjectRequest, project_id: ProjectId, asked: Query[OnChannel]) -> Any:
    """A channel's themes: what they bring, how likely, when, and what of them is served."""
    return whole_of(request.project, asked.channel)


class GridQuery(OnChannel):
    """Of which theme the grid is; null: of all."""

    theme: Id | None = None


class GridCellOut(Schema):
    """A combination that there is: its row and column (−1: the base term alone), the most searched
    keyword that says it, its figures, the piece that serves it."""

    row: int
    column: int
    id: int
    text: str
    volume: float | None
    chance: float | None
    worth: float | None
    piece: int | None
    piece_title: str


class MissingOut(Schema):
    """A combination that there is not, as it would be searched."""

    row: int
    column: int
    text: str


class GridOut(Schema):
    """The grid: base terms, columns (the first `places` are places), combinations that there are
    and those that are missing, and what measuring one costs."""

    theme: str
    keywords: int
    rows: list[str]
    columns: list[str]
    places: int
    cells: list[GridCellOut]
    missing: list[MissingOut]
    price_each: float


@router.get("/grid", response=GridOut, auth=READS, url_name="grid")
def grid(request: ProjectRequest, project_id: ProjectId, asked: Query[GridQuery]) -> Any:
    """A theme's grid of combinations."""
    return grid_told(request.project, asked.channel, asked.theme)


@router.get("/grid.xlsx", auth=READS, url_name="grid_xlsx")
def grid_as_xlsx(
    request: ProjectRequest, project_id: ProjectId, asked: Query[GridQuery]
) -> HttpResponse:
    """The same as a workbook."""
    told = grid_xlsx(request.project, asked.channel, asked.theme)
    return attached(told, XLSX, "combinations.xlsx")
