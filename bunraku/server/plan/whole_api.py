"""The whole over HTTP."""

from typing import Any, Literal

from ninja import Query, Router, Schema

from bunraku.server.plan.whole import whole_of
from bunraku.server.projects.access import READS, ProjectId, ProjectRequest
from bunraku.sources.protocol import Channel

router = Router(tags=["plan"])


class OnChannel(Schema):
    """The channel that is looked at."""

    channel: Channel = "web"


class SumsOut(Schema):
    """What clusters add up to: how many there are, of one keyword (`alone`), with a piece of their
    own or for their lead keyword (`planned`); a month's searches, worth and clicks; which share of
    the searches is served; the mean chance, weighted by searches; shares of the searches by the
    month in which they peak, January first, what has no season left out."""

    clusters: int
    alone: int
    planned: int
    keywords: int
    volume: float
    worth: float
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
    worth: float
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
