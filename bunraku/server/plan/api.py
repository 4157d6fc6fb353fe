"""The plan over HTTP."""

from dataclasses import asdict
from typing import Any

from django.http import HttpResponse
from ninja import Query, Router, Status

from bunraku.core.channels import KINDS
from bunraku.server.downloads import attached_csv
from bunraku.server.errors import not_found
from bunraku.server.plan.actions import (
    WORK_FIELDS,
    add_tags,
    change_piece,
    comment_on,
    drop_keyword,
    give_keyword,
    remove_piece,
    set_month_hours,
)
from bunraku.server.plan.board import calendar_of, page_of_plan, summary_of
from bunraku.server.plan.export_plan import plan_csv
from bunraku.server.plan.hours import learned_hours
from bunraku.server.plan.making import Wishes, make_pieces
from bunraku.server.plan.merging import keep_apart, merge_pieces
from bunraku.server.plan.models import PieceComment
from bunraku.server.plan.planning_schemas import (
    ClustersIn,
    MadeOut,
    PiecesIn,
    PreviewOut,
    ProspectsOut,
)
from bunraku.server.plan.preview import preview_pieces
from bunraku.server.plan.proposals import prospects_of
from bunraku.server.plan.scheduling import start_fitting
from bunraku.server.plan.schemas import (
    CalendarPieceOut,
    CommentIn,
    FitOut,
    KeywordIn,
    MonthHoursIn,
    PairIn,
    PieceDetailOut,
    PieceIn,
    PiecesForOut,
    PiecesOut,
    PiecesQuery,
    PlanOut,
    TagsIn,
)
from bunraku.server.plan.selectors import (
    PieceFigures,
    clusters_served,
    pieces_for_row,
    plan_of,
)
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest

router = Router(tags=["plan"])


def piece_out(figures: PieceFigures) -> dict[str, Any]:
    """A piece as the page shows it."""
    piece, by, main = figures.piece, figures.publish_by, figures.main
    return {
        "id": piece.pk,
        "cluster_id": piece.cluster_id,
        "title": piece.title,
        "kind": piece.kind,
        "kind_name": KINDS[piece.kind].name,
        "because": piece.because,
        "channel": piece.scope.channel,
        "outlet_id": piece.outlet_id,
        "outlet": piece.outlet.name if piece.outlet else "",
        "hours": piece.hours,
        "month": piece.month,
        "pinned": piece.pinned,
        "not_before": piece.not_before,
        "by_month": piece.by_month,
        "publish_by": by.day,
        "late": by.late,
        "climb_month": by.climb_month,
        "climb": by.climb,
        "missed": by.missed,
        "waits": piece.month is not None and figures.waits_until(piece.month),
        "days_until_shown": figures.days_until_shown,
        "days_ahead": figures.days_ahead,
        "after": figures.after,
        "main": main.text if main else "",
        "chance": main.chance if main else None,
        "keywords": len(figures.rows),
        "volume": figures.volume,
        "practice": figures.practice,
        "worth": figures.worth,
        "month_share": figures.month_share,
        **{name: getattr(piece, name) for name in WORK_FIELDS},
    }


def _detail(request: ProjectRequest, piece_id: int) -> dict[str, Any]:
    plan = plan_of(request.project, [piece_id])
    if not plan:
        raise not_found("piece")
    comments = PieceComment.objects.filter(piece=piece_id)
    return {"piece": piece_out(plan[0]), "rows": plan[0].rows, "comments": list(comments)}


@router.get("/plan", response=PlanOut, auth=READS, url_name="plan")
def read_plan(request: ProjectRequest, project_id: ProjectId) -> Any:
    """The year of a project over all channels, in sums."""
    learned = learned_hours(request.project)
    kinds = [{**asdict(kind), "learned": learned.get(kind.id)} for kind in KINDS.values()]
    return {**summary_of(request.project), "kinds": kinds}


@router.get("/plan/pieces", response=PiecesOut, auth=READS, url_name="pieces")
def read_pieces(request: ProjectRequest, project_id: ProjectId, wanted: Query[PiecesQuery]) -> Any:
    """A part of the plan's pieces in the order of the board."""
    part = slice(wanted.offset, wanted.offset + wanted.limit)
    page = page_of_plan(request.project, wanted.order, wanted.outlet, wanted.group, part)
    return {
        "total": page.total,
        "groups": page.groups,
        "offset": wanted.offset,
        "rows": [piece_out(figures) for figures in page.rows],
    }


@router.get("/plan/calendar", response=list[CalendarPieceOut], auth=READS, url_name="plan_calendar")
def read_calendar(request: ProjectRequest, project_id: ProjectId) -> Any:
    """All pieces in lines, those worth most first."""
    return calendar_of(request.project)


@router.get("/plan/clusters", response=list[int], auth=READS, url_name="planned_clusters")
def planned_clusters(request: ProjectRequest, project_id: ProjectId) -> Any:
    """Ids of the clusters that have a piece, or whose lead keyword one serves."""
    return sorted(clusters_served(request.project))


@router.get("/rows/{int:row_id}/pieces", response=PiecesForOut, auth=READS, url_name="pieces_for")
def pieces_for(request: ProjectRequest, project_id: ProjectId, row_id: int) -> Any:
    """Pieces of a keyword's channel, the one that serves it first."""
    return pieces_for_row(request.project, row_id)


@router.get("/plan.csv", auth=READS, url_name="plan_csv")
def export(request: ProjectRequest, project_id: ProjectId) -> HttpResponse:
    """The plan as CSV."""
    return attached_csv(plan_csv(plan_of(request.project)), "plan.csv")


@router.post("/pieces", response=MadeOut, auth=CHANGES, url_name="make_pieces")
def make(request: ProjectRequest, project_id: ProjectId, given: PiecesIn) -> Any:
    """Make pieces from clusters."""
    made = make_pieces(
        request.project,
        given.cluster_ids,
        wishes=Wishes(
            {j.cluster_id: j.into_cluster for j in given.joined if j.into_cluster},
            {j.cluster_id: j.into_piece for j in given.joined if j.into_piece},
            [(pair.cluster_id, pair.other_cluster) for pair in given.apart if pair.other_cluster],
            [(pair.cluster_id, pair.other_piece) for pair in given.apart if pair.other_piece],
            given.off_topic,
            given.new_pages,
        ),
    )
    return {**made.__dict__, "made": len(made.pieces)}


@router.post("/pieces/preview", response=PreviewOut, auth=READS, url_name="preview_pieces")
def preview(request: ProjectRequest, project_id: ProjectId, given: ClustersIn) -> Any:
    """What planning some clusters would make, and what would fight; changes nothing."""
    return preview_pieces(request.project, given.cluster_ids)


@router.post(
    "/pieces/{int:piece_id}/merge", response=PieceDetailOut, auth=CHANGES, url_name="merge_pieces"
)
def merge(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: PairIn) -> Any:
    """Have a piece serve what another one would; the other goes."""
    merge_pieces(request.project, piece_id, given.other)
    return _detail(request, piece_id)


@router.post(
    "/pieces/{int:piece_id}/apart", response={204: None}, auth=CHANGES, url_name="keep_apart"
)
def apart(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: PairIn) -> Any:
    """Keep two pieces apart, however alike they are."""
    keep_apart(request.project, piece_id, given.other)
    return Status(204, None)


@router.put("/plan/hours", response={204: None}, auth=CHANGES, url_name="month_hours")
def month_hours(request: ProjectRequest, project_id: ProjectId, given: MonthHoursIn) -> Any:
    """Set the hours of a month, or have the usual ones again."""
    set_month_hours(request.project, given.month, given.hours)
    return Status(204, None)


@router.get("/plan/prospects", response=ProspectsOut, auth=READS, url_name="prospects")
def prospects(request: ProjectRequest, project_id: ProjectId) -> Any:
    """What the plan brings for its hours, what would fill those that are left, and what ten more
    would bring."""
    return prospects_of(request.project)


@router.get("/pieces/{int:piece_id}", response=PieceDetailOut, auth=READS, url_name="piece")
def read_piece(request: ProjectRequest, project_id: ProjectId, piece_id: int) -> Any:
    """One piece with its keywords."""
    return _detail(request, piece_id)


@router.patch(
    "/pieces/{int:piece_id}", response=PieceDetailOut, auth=CHANGES, url_name="change_piece"
)
def change(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: PieceIn) -> Any:
    """Change a piece; a month set here is pinned."""
    fields = given.dict(exclude_unset=True)
    was = fields.pop("was", None)
    for name in ("title", "kind", "hours", "pinned", *WORK_FIELDS):
        # Only an outlet, a month and a due day can be taken off.
        if name != "due" and fields.get(name, "") is None:
            del fields[name]
    change_piece(request.project, piece_id, fields, was)
    return _detail(request, piece_id)


@router.post(
    "/pieces/{int:piece_id}/comments",
    response=PieceDetailOut,
    auth=CHANGES,
    url_name="comment_on_piece",
)
def comment(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: CommentIn) -> Any:
    """Say something about a piece."""
    comment_on(request.project, piece_id, given.said, request.user.get_username())
    return _detail(request, piece_id)


@router.post(
    "/pieces/{int:piece_id}/tags", response=PieceDetailOut, auth=CHANGES, url_name="add_tags"
)
def tags(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: TagsIn) -> Any:
    """Take tags and phrases for a piece, beside those it has."""
    add_tags(request.project, piece_id, given.tags)
    return _detail(request, piece_id)


@router.delete(
    "/pieces/{int:piece_id}", response={204: None}, auth=CHANGES, url_name="remove_piece"
)
def remove(request: ProjectRequest, project_id: ProjectId, piece_id: int) -> Any:
    """Take a piece out of the plan."""
    remove_piece(request.project, piece_id)
    return Status(204, None)


@router.post(
    "/pieces/{int:piece_id}/keywords",
    response=PieceDetailOut,
    auth=CHANGES,
    url_name="give_keyword",
)
def give(request: ProjectRequest, project_id: ProjectId, piece_id: int, given: KeywordIn) -> Any:
    """Give a keyword to a piece, or make it the main one."""
    give_keyword(request.project, piece_id, given.row_id, main=given.main)
    return _detail(request, piece_id)


@router.delete(
    "/pieces/{int:piece_id}/keywords/{int:row_id}",
    response=PieceDetailOut,
    auth=CHANGES,
    url_name="drop_keyword",
)
def take(request: ProjectRequest, project_id: ProjectId, piece_id: int, row_id: int) -> Any:
    """Take an also-served keyword from a piece."""
    drop_keyword(request.project, piece_id, row_id)
    return _detail(request, piece_id)


@router.post("/plan/fit", response=FitOut, auth=CHANGES, url_name="fit")
def fit(request: ProjectRequest, project_id: ProjectId) -> Any:
    """Fit the plan to the project's hours: the greedy answer now, the proven one by a job."""
    report, job = start_fitting(request.project)
    return {**report.model_dump(), "job": job}
