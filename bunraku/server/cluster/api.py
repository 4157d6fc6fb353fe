"""Clusters over HTTP."""

from typing import Annotated, Any, Literal

from ninja import Field, Query, Router, Schema

from bunraku.core.channels import ChannelId
from bunraku.server.cluster.actions import move_keywords, rename_cluster, start_clustering
from bunraku.server.cluster.schemas import (
    ClusterChange,
    ClusterDetailOut,
    ClusteringIn,
    ClustersOut,
    MoveIn,
    NameIn,
    StrictnessIn,
    StrictnessOut,
    said,
)
from bunraku.server.cluster.selectors import list_clusters, read_cluster
from bunraku.server.cluster.shaping import change_cluster
from bunraku.server.cluster.strictness import preview_strictness
from bunraku.server.jobs.api import JobOut
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.sheet.scopes import find_scope

router = Router(tags=["cluster"])


class ClustersQuery(Schema):
    """Which clusters are wanted."""

    channel: ChannelId = "web"
    q: str = Field("", max_length=200)
    sort: Literal["worth", "volume", "keywords", "chance"] = "worth"
    several: bool = False
    theme: Annotated[int | None, Field(ge=0, le=2**53)] = None
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
    return start_clustering(
        request.project, given.channel, afresh=given.afresh, strictness=given.strictness
    )


@router.post(
    "/clustering/preview", response=StrictnessOut, auth=READS, url_name="preview_strictness"
)
def preview(request: ProjectRequest, project_id: ProjectId, given: StrictnessIn) -> Any:
    """What another strictness would do; changes nothing."""
    return preview_strictness(request.project, given.channel, given.strictness)


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


@router.patch(
    "/clusters/{int:cluster_id}",
    response=ClusterDetailOut,
    auth=CHANGES,
    url_name="change_cluster",
)
def change(
    request: ProjectRequest, project_id: ProjectId, cluster_id: int, given: ClusterChange
) -> Any:
    """Name, note, lock or mark a cluster."""
    change_cluster(request.project, cluster_id, said(given), given.was)
    return read_cluster(request.project, cluster_id)


@router.post("/clusters/move", response=ClusterDetailOut, auth=CHANGES, url_name="move_keywords")
def move(request: ProjectRequest, project_id: ProjectId, given: MoveIn) -> Any:
    """Put keywords into a cluster and pin them there."""
    return read_cluster(
        request.project, move_keywords(request.project, given.row_ids, given.cluster_id).pk
    )
