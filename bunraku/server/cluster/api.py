"""Clusters over HTTP."""

from typing import Annotated, Any, Literal

from ninja import Field, Query, Router, Schema

from bunraku.server.cluster.actions import move_keywords, rename_cluster, start_clustering
from bunraku.server.cluster.selectors import list_clusters, read_cluster
from bunraku.server.inputs import Id, a_name
from bunraku.server.jobs.api import JobOut
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.sheet.api import RowIds
from bunraku.server.sheet.rows import RowOut
from bunraku.server.sheet.scopes import find_scope
from bunraku.sources.protocol import Channel

router = Router(tags=["cluster"])


class ClusterOut(Schema):
    """A cluster and what its keywords add up to."""

    id: int
    name: str
    named: bool
    lead: str
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
    channel: Channel
    members: list[MemberOut]


class ClusteringIn(Schema):
    """Which channel to cluster, and whether what is clustered already may move."""

    channel: Channel
    afresh: bool = False


NameOrNone = a_name(120, may_be_empty=True)


class NameIn(Schema):
    """A name; empty gives the cluster back to its lead keyword."""

    name: NameOrNone  # type: ignore[valid-type]


class MoveIn(Schema):
    """Keywords and the cluster they are put into; null for one of their own."""

    row_ids: RowIds
    cluster_id: Id | None = None


class ClustersQuery(Schema):
    """Which clusters are wanted."""

    channel: Channel = "web"
    q: str = Field("", max_length=200)
    sort: Literal["worth", "volume", "keywords", "chance"] = "worth"
    several: bool = False
    offset: Annotated[int, Field(ge=0, le=10_000_000)] = 0
    limit: Annotated[int, Field(ge=1, le=500)] = 200


@router.get("/clusters", response=ClustersOut, auth=READS, url_name="clusters")
def clusters(request: ProjectRequest, project_id: ProjectId, wanted: Query[ClustersQuery]) -> Any:
    """A page of a channel's clusters."""
    scope = find_scope(request.project, wanted.channel)
    return list_clusters(scope, **wanted.dict(exclude={"channel"}))


@router.post("/clustering", response=JobOut, auth=CHANGES, url_name="start_clustering")
def start(request: ProjectRequest, project_id: ProjectId, given: ClusteringIn) -> Any:
    """Start clustering a channel."""
    return start_clustering(request.project, given.channel, afresh=given.afresh)


@router.get("/clusters/{int:cluster_id}", response=ClusterDetailOut, auth=READS, url_name="cluster")
def read(request: ProjectRequest, project_id: ProjectId, cluster_id: int) -> Any:
    """A cluster with its members and why each belongs."""
    return read_cluster(request.project, cluster_id)


@router.put(
    "/clusters/{int:cluster_id}/name",
    response=ClusterDetailOut,
    auth=CHANGES,
    url_name="rename_cluster",
)
def rename(request: ProjectRequest, project_id: ProjectId, cluster_id: int, given: NameIn) -> Any:
    """Name a cluster."""
    rename_cluster(request.project, cluster_id, given.name)
    return read_cluster(request.project, cluster_id)


@router.post("/clusters/move", response=ClusterDetailOut, auth=CHANGES, url_name="move_keywords")
def move(request: ProjectRequest, project_id: ProjectId, given: MoveIn) -> Any:
    """Put keywords into a cluster and pin them there."""
    return read_cluster(
        request.project, move_keywords(request.project, given.row_ids, given.cluster_id).pk
    )
