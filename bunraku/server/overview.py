"""The walkway's counts, in one call."""

from typing import Any

from django.db.models import Count, F, Q, Sum
from ninja import Router, Schema

from bunraku.core.figures import FIGURES
from bunraku.core.steps import STEPS
from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.follow.models import LivePiece
from bunraku.server.jobs.api import JobOut
from bunraku.server.jobs.models import OPEN_STATES, Job
from bunraku.server.journal.undo import undoable
from bunraku.server.plan.models import Piece
from bunraku.server.projects.access import READS, ProjectId, ProjectRequest, SignedIn
from bunraku.server.projects.models import Project
from bunraku.server.readings.providers import practises
from bunraku.server.sheet.models import IN_PLAY, STATES, Row, Scope

router = Router(tags=["overview"])
COUNTED_STATES = ("kept", "shortlisted", "dropped", "parked", "left_out")


class ChannelCountsOut(Schema):
    """Counts of one channel."""

    channel: str
    keywords: int
    measured: int
    kept: int
    shortlisted: int
    dropped: int
    parked: int
    left_out: int
    clusters: int
    clustered: int


class UndoableOut(Schema):
    """The change that undo would take back: its entry in the journal, and in words."""

    entry: int
    label: str


class OverviewOut(Schema):
    """Counts by channel, pieces, drafts and what is live, open jobs, lookups left, whether a
    practice source is on, and what undo would take back."""

    channels: list[ChannelCountsOut]
    pieces: int
    placed: int
    drafts: int
    live: int
    jobs: list[JobOut]
    lookups_left: float
    practice: bool
    undo: UndoableOut | None


def channel_counts(project: Project) -> list[dict[str, Any]]:
    """How many keywords of each channel stand where, in the project's own locale. Read from two
    indexes alone: this is asked all the while a job runs."""
    return while_unchanged(("overview", project.pk), lambda: _channel_counts(project))


def _channel_counts(project: Project) -> list[dict[str, Any]]:
    scopes = Scope.objects.filter(project=project, locale=project.locale).order_by("channel")
    nothing = dict.fromkeys(ChannelCountsOut.model_fields, 0)
    counts_of: dict[int, dict[str, Any]] = {
        scope.pk: {**nothing, "channel": scope.channel} for scope in scopes
    }
    rows = Row.objects.filter(scope__in=counts_of)
    for scope, waiting, state, count in (
        rows.values_list("scope", "waiting", "state").annotate(n=Count("pk")).order_by()
    ):
        names = [STATES[state]] if STATES[state] in COUNTED_STATES else []
        if state in IN_PLAY:
            names += ["keywords"] if waiting else ["keywords", "measured"]
        for name in names:
            counts_of[scope][name] += count
    for pk, counts in counts_of.items():
        # A scope at a time: then the index is in the order that clusters are counted in.
        clustered = Row.objects.filter(scope=pk, cluster__isnull=False, state__in=IN_PLAY)
        sizes = clustered.order_by().values("cluster").annotate(size=Count("pk"))
        held = sizes.aggregate(clusters=Count("cluster"), clustered=Sum("size"))
        counts |= {"clusters": held["clusters"], "clustered": held["clustered"] or 0}
    return [
        counts
        for counts in counts_of.values()
        if any(count for name, count in counts.items() if name != "channel")
    ]


@router.get("/overview", response=OverviewOut, auth=READS, url_name="overview")
def overview(request: ProjectRequest, project_id: ProjectId) -> Any:
    """How far each step of a project is."""
    pieces = Piece.objects.filter(project=request.project).aggregate(
        all=Count("pk"),
        placed=Count("pk", filter=Q(month__isnull=False) | Q(state="live")),
        drafts=Count(
            "draft", filter=Q(draft__published=None) | ~Q(draft__published=F("draft__revision"))
        ),
    )
    last = undoable(request.project).only("label").first()
    return {
        "channels": channel_counts(request.project),
        "pieces": pieces["all"],
        "placed": pieces["placed"],
        "drafts": pieces["drafts"],
        "live": LivePiece.objects.filter(project=request.project, gone=None).count(),
        "jobs": list(Job.objects.filter(project=request.project, state__in=OPEN_STATES)),
        "lookups_left": request.project.lookups_left_tenths / 10,
        "practice": practises(request.project),
        "undo": {"entry": last.pk, "label": last.label} if last else None,
    }


class FigureOut(Schema):
    """The help text of a figure."""

    id: str
    name: str
    text: str


figures_router = Router(tags=["help"])


@figures_router.get("/figures", response=list[FigureOut], auth=SignedIn(), url_name="figures")
def figures(request: Any) -> Any:
    """Help texts of all figures, from where they are made."""
    return [{"id": f.id, "name": f.name, "text": str(f.help)} for f in FIGURES]


class StepHelpOut(Schema):
    """The help page of a step; `figures` are ids of the register."""

    id: str
    name: str
    purpose: str
    order: list[str]
    own_files: str
    figures: list[str]


@figures_router.get("/steps", response=list[StepHelpOut], auth=SignedIn(), url_name="steps")
def steps(request: Any) -> Any:
    """The help pages of all steps, in the order of the work."""
    return STEPS
