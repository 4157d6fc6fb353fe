"""What planning clusters and the prospects of a plan are over HTTP."""

from datetime import date
from typing import Any, Literal

from ninja import Field, Schema

from bunraku.server.inputs import Id
from bunraku.server.plan.making import MOST_CLUSTERS


class ClustersIn(Schema):
    """Clusters to look at."""

    cluster_ids: list[int] = Field(min_length=1, max_length=MOST_CLUSTERS)


class JoinIn(Schema):
    """A cluster whose keywords another one's piece serves too, or one that is there."""

    cluster_id: Id
    into_cluster: Id | None = None
    into_piece: Id | None = None


class ApartIn(Schema):
    """A cluster whose piece stays apart from another one's, or from one that is there."""

    cluster_id: Id
    other_cluster: Id | None = None
    other_piece: Id | None = None


class PiecesIn(ClustersIn):
    """Clusters to make pieces of: which of them join another, which are meant to be two, whether
    those are wanted that are not about the project's subject, and whether new pages are wanted
    where one's own rank already."""

    joined: list[JoinIn] = Field([], max_length=MOST_CLUSTERS)
    apart: list[ApartIn] = Field([], max_length=MOST_CLUSTERS)
    off_topic: bool = False
    new_pages: bool = False


class DraftOut(Schema):
    """A piece that a cluster would make; `renewed` is its main keyword with the coming year,
    `improves`, whether it improves a page of one's own."""

    cluster_id: int
    title: str
    kind_name: str
    main: str
    renewed: str
    improves: bool
    keywords: int
    volume: float | None
    worth: float | None


class RivalOut(Schema):
    """One of two that would fight: a draft by its cluster, or a piece that is there."""

    cluster_id: int | None
    piece_id: int | None
    title: str
    main: str
    volume: float | None
    worth: float | None


class OtherOut(RivalOut):
    """One that another could serve too, and why."""

    why: str


class GroupOut(Schema):
    """Those that would fight for the same searchers: the one that can serve all, and the others."""

    serves: RivalOut
    others: list[OtherOut]


class OffTopicOut(Schema):
    """A cluster that is not about the project's subject, or for a place that it does not serve."""

    cluster_id: int
    name: str


class OwnPageOut(Schema):
    """A cluster that a page of one's own ranks for: whether the page is improved, covers it as the
    page that another cluster improves, is in the plan already or is left alone; its address where
    it is improved ("" where no report names it)."""

    cluster_id: int
    name: str
    does: Literal["improve", "covered", "planned", "leave"]
    address: str


class PreviewOut(Schema):
    """What planning some clusters would make: drafts, those that would fight, those that a page of
    one's own ranks for, those that are not about the subject or are for a place that is not served,
    and how many are skipped besides, by reason."""

    drafts: list[DraftOut]
    groups: list[GroupOut]
    own: list[OwnPageOut]
    off_topic: list[OffTopicOut]
    skipped: dict[str, int]


class MadeOut(Schema):
    """Pieces made, how many have a month and how many would not earn their hours, main keywords
    whose year was renewed, and how many clusters were skipped, by reason."""

    made: int
    placed: int
    unpaid: int
    renewed: list[str]
    skipped: dict[str, int]


class OutlayOut(Schema):
    """What the placed pieces bring until the end of the planned months, with an interval that holds
    it with 80 %, for how many hours and at what cost; how many of them have an unknown worth and
    count as nothing; how many pieces bring four fifths of it;
    how many times more a click would have to be worth for it to pay (0: it does, or never can); how
    many of them have a chance that is estimated without a results page."""

    value: float
    low: float
    high: float
    hours: float
    cost: float
    pays: bool
    unknown: int
    few: int
    few_value: float
    few_hours: float
    times: float
    estimated: int

    @staticmethod
    def resolve_few(outlay: Any) -> int:
        return len(outlay.few)


class ProposalOut(Schema):
    """A cluster that would fill hours that are left."""

    cluster_id: int
    channel: str
    title: str
    kind_name: str
    hours: float
    month: date | None
    adds: float


class ProspectsOut(Schema):
    """What the plan brings; hours that are left and what would fill them; what so many more hours
    would bring."""

    outlay: OutlayOut
    hours_left: float
    rows: list[ProposalOut]
    more_hours: float
    more_titles: list[str]
    more_adds: float
