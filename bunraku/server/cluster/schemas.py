"""What clusters and themes are over HTTP."""

from typing import Annotated, Any, Literal

from ninja import Field, Schema

from bunraku.core.channels import ChannelId
from bunraku.server.inputs import Id, a_name
from bunraku.server.sheet.api import RowIds
from bunraku.server.sheet.rows import RowOut
from bunraku.server.stale import Was

Priority = Literal["high", "normal", "low", ""]
ClusterIds = Annotated[list[Id], Field(min_length=1, max_length=5_000)]
Note = Annotated[str, Field(max_length=4_000)]


class GroupsOut(Schema):
    """Groups that a file puts keywords into, and how many keywords these are."""

    groups: int
    keywords: int


class GroupsIn(Schema):
    """The channel whose groups become clusters."""

    channel: ChannelId = "web"


class ClusterOut(Schema):
    """A cluster and what its keywords add up to."""

    id: int
    name: str
    named: bool
    lead: str
    theme_id: int | None
    theme: str
    locked: bool
    noted: bool
    priority: Priority
    keywords: int
    volume: float | None
    worth: float | None
    chance: float | None
    difficulty: float | None
    local: int
    intents: dict[str, int]


class ClustersOut(Schema):
    """A page of clusters; `matched` fit the filter, `total` are all, `keywords` stand in them."""

    total: int
    matched: int
    keywords: int
    clusters: list[ClusterOut]


class MemberOut(Schema):
    """A keyword of a cluster and why it belongs."""

    row: RowOut
    why: str
    pinned: bool


class ClusterDetailOut(Schema):
    """A cluster with its members, the most searched first, 500 at most."""

    id: int
    name: str
    own_name: str
    lead: str
    channel: ChannelId
    theme_id: int | None
    theme: str
    locked: bool
    note: str
    priority: Priority
    members: list[MemberOut]


Strictness = Annotated[float, Field(ge=0.25, le=4)]


class ClusteringIn(Schema):
    """Which channel to cluster, whether what is clustered already may move, and how alike members
    must be, times the usual (left out: as it was)."""

    channel: ChannelId
    afresh: bool = False
    strictness: Strictness | None = None


NameOrNone = a_name(120, may_be_empty=True)


ThemeName = a_name(120)


class PutOut(Schema):
    """How many were put there."""

    put: int


class NameIn(Schema):
    """A name; empty gives the cluster back to its lead keyword."""

    name: NameOrNone  # type: ignore[valid-type]


class MoveIn(Schema):
    """Keywords and the cluster they are put into; null for one of their own."""

    row_ids: RowIds
    cluster_id: Id | None = None


class StrictnessIn(Schema):
    """A strictness that is thought of."""

    channel: ChannelId
    strictness: Strictness


class CountedOut(Schema):
    """Clusters of several keywords, and keywords alone."""

    several: int
    alone: int


class StrictnessOut(Schema):
    """What a strictness would do: the one that holds, keywords looked at, clusters now and after,
    how many keywords would move, and some that would join or part, by their most searched
    keywords."""

    strictness: float
    keywords: int
    now: CountedOut
    after: CountedOut
    moved: int
    joined: list[list[str]]
    parted: list[list[str]]


class ClusterProposalOut(Schema):
    """What could be done: split rows off a cluster, merge another into it, or have it adopt a row;
    `keyword` and `other_keyword` are by what it is declined."""

    kind: Literal["split", "merge", "adopt"]
    cluster: int
    name: str
    other: int | None
    other_name: str
    rows: list[int]
    texts: list[str]
    why: str
    searched: int
    keyword: int
    other_keyword: int


class ProposalsOut(Schema):
    """Proposals, how many there are of each kind, among how many keywords they were looked for."""

    looked_through: int
    counts: dict[str, int]
    proposals: list[ClusterProposalOut]


class OfChannel(Schema):
    """The channel that is looked at."""

    channel: ChannelId = "web"


class TakeIn(Schema):
    """A proposal as it was told; `told` are the rows that leave or come, of a merge the other
    cluster."""

    kind: Literal["split", "merge", "adopt"]
    cluster: Id
    told: ClusterIds


class DeclineIn(OfChannel):
    """A proposal that is not to come again."""

    kind: Literal["split", "merge", "adopt"]
    keyword: Id
    other_keyword: Id


class MergeIn(Schema):
    """Clusters that go into another."""

    others: ClusterIds


class ClusterChange(Schema):
    """Changes to a cluster; what is left out stays. `was`: name and note as the window knew them;
    one that is another by now is not written over."""

    was: Was | None = None
    name: NameOrNone | None = None  # type: ignore[valid-type]
    note: Note | None = None
    locked: bool | None = None
    priority: Priority | None = None


class ThemeIn(OfChannel):
    """A theme of one's own, and clusters to put into it."""

    name: ThemeName  # type: ignore[valid-type]
    cluster_ids: Annotated[list[Id], Field(max_length=5_000)] = []


class ThemeChange(Schema):
    """Changes to a theme; what is left out stays. An empty name is what its clusters call it.
    `was`: name and note as the window knew them; one that is another by now is not written over."""

    was: Was | None = None
    name: NameOrNone | None = None  # type: ignore[valid-type]
    note: Note | None = None
    priority: Priority | None = None


class PutIn(Schema):
    """Clusters and the theme that they are put into; null for none."""

    cluster_ids: ClusterIds
    theme_id: Id | None


class IntoQuery(Schema):
    """The theme that takes what another one held; null: none does."""

    into: Id | None = None


class MadeThemeOut(Schema):
    """The id of a theme, and its name."""

    id: int
    name: str


def said(change: Schema) -> dict[str, Any]:
    """What was said of a change; null is nothing said."""
    told = change.dict(exclude_unset=True, exclude={"was"})
    return {n: v for n, v in told.items() if v is not None}
