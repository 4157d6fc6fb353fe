"""The walkway's counts, in one call."""

from typing import Any

from django.db.models import Count, Q
from ninja import Router, Schema

from bunraku.core.figures import FIGURES
from bunraku.server.jobs.api import JobOut
from bunraku.server.jobs.models import OPEN_STATES, Job
from bunraku.server.plan.models import Piece
from bunraku.server.projects.access import ProjectId, ProjectRequest
from bunraku.server.projects.models import JournalEntry
from bunraku.server.sheet.models import IN_PLAY, STATE_CODE, Row

router = Router(tags=["overview"])


class ChannelCountsOut(Schema):
    """Counts of one channel."""

    channel: str
    keywords: int
    measured: int
    shortlisted: int
    dropped: int
    parked: int
    left_out: int
    clusters: int
    clustered: int


class OverviewOut(Schema):
    """Counts by channel, pieces, open jobs, lookups left, and what undo would take back."""

    channels: list[ChannelCountsOut]
    pieces: int
    placed: int
    jobs: list[JobOut]
    lookups_left: float
    undo_label: str


@router.get("/overview", response=OverviewOut, url_name="overview")
def overview(request: ProjectRequest, project_id: ProjectId) -> Any:
    """How far each step of a project is."""
    kept = Q(state__in=IN_PLAY)
    counts = (
        Row.objects.filter(scope__project=request.project, scope__locale=request.project.locale)
        .values("scope__channel")
        .annotate(
            keywords=Count("pk", filter=kept),
            measured=Count("pk", filter=kept & Q(waiting=False)),
            **{
                name: Count("pk", filter=Q(state=STATE_CODE[name]))
                for name in ("shortlisted", "dropped", "parked", "left_out")
            },
            clusters=Count("cluster", filter=kept, distinct=True),
            clustered=Count("cluster", filter=kept),
        )
        .order_by("scope__channel")
    )
    pieces = Piece.objects.filter(project=request.project).aggregate(all=Count("pk"), placed=Count("month"))
    last = JournalEntry.objects.filter(project=request.project, undone=False).order_by("-pk").only("label").first()
    return {
        "channels": [{**row, "channel": row["scope__channel"]} for row in counts],
        "pieces": pieces["all"],
        "placed": pieces["placed"],
        "jobs": list(Job.objects.filter(project=request.project, state__in=OPEN_STATES)),
        "lookups_left": request.project.lookups_left_tenths / 10,
        "undo_label": last.label if last else "",
    }


class FigureOut(Schema):
    """The help text of a figure."""

    id: str
    name: str
    text: str


figures_router = Router(tags=["help"])


@figures_router.get("/figures", response=list[FigureOut], url_name="figures")
def figures(request: Any) -> Any:
    """Help texts of all figures, from where they are made."""
    return [{"id": f.id, "name": f.name, "text": f.summary} for f in FIGURES]
