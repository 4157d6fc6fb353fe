"""Shaping clusters over HTTP: themes, proposals, merging, what is said of a cluster."""

from typing import Any

from ninja import Query, Router, Status

from bunraku.server.cluster.groups import offered_groups, take_groups
from bunraku.server.cluster.proposing import decline_proposal, list_proposals, take_proposal
from bunraku.server.cluster.schemas import (
    ClusterDetailOut,
    DeclineIn,
    GroupsIn,
    GroupsOut,
    IntoQuery,
    MadeThemeOut,
    MergeIn,
    OfChannel,
    ProposalsOut,
    PutIn,
    PutOut,
    TakeIn,
    ThemeChange,
    ThemeIn,
    said,
)
from bunraku.server.cluster.selectors import read_cluster
from bunraku.server.cluster.shaping import (
    change_theme,
    make_theme,
    merge_clusters,
    put_into_theme,
    remove_theme,
)
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["cluster"])


@router.get("/clusters/groups", response=GroupsOut, auth=READS, url_name="file_groups")
def groups(request: ProjectRequest, project_id: ProjectId, asked: Query[OfChannel]) -> Any:
    """Groups of files that are no clusters yet."""
    return offered_groups(request.project, asked.channel)


@router.post("/clusters/groups", response=GroupsOut, auth=CHANGES, url_name="take_groups")
def take_over(request: ProjectRequest, project_id: ProjectId, given: GroupsIn) -> Any:
    """Make clusters of the groups of files."""
    return take_groups(request.project, given.channel)


@router.get("/clusters/proposals", response=ProposalsOut, auth=READS, url_name="proposals")
def proposals(request: ProjectRequest, project_id: ProjectId, asked: Query[OfChannel]) -> Any:
    """What could be done to a channel's clusters."""
    return list_proposals(request.project, asked.channel)


@router.post(
    "/clusters/proposals/take", response=ClusterDetailOut, auth=CHANGES, url_name="take_proposal"
)
def take(request: ProjectRequest, project_id: ProjectId, given: TakeIn) -> Any:
    """Do what a proposal says."""
    done = take_proposal(request.project, given.kind, given.cluster, given.told)
    return read_cluster(request.project, done.pk)


@router.post(
    "/clusters/proposals/decline",
    response={204: None},
    auth=CHANGES,
    url_name="decline_proposal",
)
def decline(request: ProjectRequest, project_id: ProjectId, given: DeclineIn) -> Any:
    """Do not propose it again."""
    decline_proposal(request.project, given.channel, given.kind, given.keyword, given.other_keyword)
    return Status(204, None)


@router.post("/themes", response=MadeThemeOut, auth=CHANGES, url_name="make_theme")
def new_theme(request: ProjectRequest, project_id: ProjectId, given: ThemeIn) -> Any:
    """Make a theme of one's own."""
    theme = make_theme(request.project, given.channel, given.name, given.cluster_ids)
    return {"id": theme.pk, "name": str(theme)}


@router.put("/themes/put", response=PutOut, auth=CHANGES, url_name="put_into_theme")
def put(request: ProjectRequest, project_id: ProjectId, given: PutIn) -> Any:
    """Put clusters into a theme, or into none; they stay there."""
    return {"put": put_into_theme(request.project, given.cluster_ids, given.theme_id)}


@router.patch(
    "/themes/{int:theme_id}", response=MadeThemeOut, auth=CHANGES, url_name="change_theme"
)
def edit_theme(
    request: ProjectRequest, project_id: ProjectId, theme_id: int, given: ThemeChange
) -> Any:
    """Name, note or mark a theme."""
    theme = change_theme(request.project, theme_id, said(given), given.was)
    return {"id": theme.pk, "name": str(theme)}


@router.delete(
    "/themes/{int:theme_id}", response={204: None}, auth=CHANGES, url_name="remove_theme"
)
def gone_theme(
    request: ProjectRequest, project_id: ProjectId, theme_id: int, asked: Query[IntoQuery]
) -> Any:
    """Take a theme away; its clusters go into another one, or into none."""
    remove_theme(request.project, theme_id, asked.into)
    return Status(204, None)


@router.post(
    "/clusters/{int:cluster_id}/merge",
    response=ClusterDetailOut,
    auth=CHANGES,
    url_name="merge_clusters",
)
def merge(request: ProjectRequest, project_id: ProjectId, cluster_id: int, given: MergeIn) -> Any:
    """Have one cluster hold what others do."""
    merge_clusters(request.project, cluster_id, given.others)
    return read_cluster(request.project, cluster_id)
