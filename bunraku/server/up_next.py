"""Up next: what runs, what is due, the few best things to do now, and what stands in the way."""

from collections.abc import Iterable, Iterator, Sequence
from datetime import date, timedelta
from itertools import islice
from typing import Any, Literal, TypeVar

from django.db.models import Count, Q, QuerySet
from ninja import Router, Schema

from bunraku.core.channels import CHANNEL_IDS
from bunraku.core.gather.topic_match import EVEN
from bunraku.core.weigh.reasons import amount_words, chance_words, count_words, odds_words
from bunraku.core.weigh.without_page import OWN, SIGNS
from bunraku.server.clock import today
from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.follow.checking import due_pieces
from bunraku.server.follow.diary import due_back
from bunraku.server.follow.following import back_out
from bunraku.server.follow.schemas import BackOut
from bunraku.server.follow.watching import watching_source
from bunraku.server.in_the_way import in_the_way
from bunraku.server.jobs.api import JobOut
from bunraku.server.jobs.models import OPEN_STATES, Job
from bunraku.server.overview import channel_counts
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.plan.proposals import best_drafts
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.access import READS, ProjectId, ProjectRequest, SignedIn
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import IN_PLAY, Row, Scope
from bunraku.server.sheet.ordering import ordered

router = Router(tags=["overview"])
home_router = Router(tags=["overview"])
T = TypeVar("T")
BEST = 5
DUE_DAYS = 45
"""How long before its day a piece is due: it takes weeks to make one beside other work."""


class DueOut(Schema):
    """A piece that is due: its month, the day it is due on, else the one that catches its season;
    and what it is late for, if it is: the day that a person set, or its season."""

    piece: int
    title: str
    month: date | None
    publish_by: date | None
    late_for: Literal["", "day", "season"]


class BestOut(Schema):
    """A cluster or keyword that has no piece yet, and why it is among the best; `also`, other
    channels where it is too."""

    cluster: int | None
    row: int | None
    channel: str
    text: str
    why: str
    also: list[str]


class InTheWayOut(Schema):
    """What stands in the way on a channel, and how many: seeds to begin with, keywords not
    measured, without a chance, not clustered or not decided about, an outlet, queries that pages of
    one's own rank for below the top and that no piece covers, pieces without a month."""

    what: Literal[
        "nothing_gathered",
        "unmeasured",
        "no_chance",
        "undecided",
        "unclustered",
        "no_outlet",
        "own_pages",
        "unplaced",
    ]
    channel: str
    count: int


class UpNextOut(Schema):
    """What runs, what is due, the best not planned yet (where there are none, why), and what stands
    in the way; of what is live changes to look back at, how many of them, and how many pieces to
    look at."""

    jobs: list[JobOut]
    due: list[DueOut]
    best: list[BestOut]
    why_no_best: Literal[
        "", "nothing_gathered", "unmeasured", "no_searches", "all_planned", "none_good"
    ]
    in_the_way: list[InTheWayOut]
    pieces: int
    back: list[BackOut]
    backs: int
    to_look_at: int


class ProjectLineOut(Schema):
    """A project of the home page: its counts, pieces, and what is next, in a sentence."""

    id: int
    keywords: int
    pieces: int
    due: int
    next: str


@router.get("/up-next", response=UpNextOut, auth=READS, url_name="up_next")
def up_next(request: ProjectRequest, project_id: ProjectId) -> Any:
    """What to do now in a project."""
    project = request.project
    best = while_unchanged(("best", project.pk, today()), lambda: _best(project))
    return {
        "jobs": list(Job.objects.filter(project=project, state__in=OPEN_STATES)),
        "due": _due(project),
        "best": best,
        "why_no_best": "" if best else _why_no_best(project),
        "in_the_way": in_the_way(project),
        "pieces": Piece.objects.filter(project=project).count(),
        "back": [back_out(entry) for entry in due_back(project)[:BEST]],
        "backs": due_back(project).count(),
        "to_look_at": due_pieces(project).count() if watching_source(project) else 0,
    }


@home_router.get(
    "/projects/lines", response=list[ProjectLineOut], auth=SignedIn(), url_name="project_lines"
)
def lines(request: Any) -> Any:
    """What is next in each of one's projects."""
    mine = Project.objects.filter(owner=request.user.pk, removed=None)
    projects = list(mine.prefetch_related("outlets")[:200])
    pieces = dict(
        Piece.objects.filter(project__in=projects)
        .values_list("project")
        .annotate(count=Count("pk"))
        .order_by()
    )
    soon = today() + timedelta(days=DUE_DAYS)
    due = dict(
        _due_soon(soon)
        .filter(project__in=projects)
        .values_list("project")
        .annotate(count=Count("pk"))
        .order_by()
    )
    return [
        {
            "id": project.pk,
            "keywords": sum(counted["keywords"] for counted in channel_counts(project)),
            "pieces": pieces.get(project.pk, 0),
            "due": due.get(project.pk, 0),
            "next": _line(project, pieces.get(project.pk, 0), due.get(project.pk, 0)),
        }
        for project in projects
    ]


def _line(project: Project, pieces: int, due: int) -> str:
    said = [f"{due:,} due soon"] if due else []
    words = {
        "nothing_gathered": "no keywords yet",
        "unmeasured": "{} not measured",
        "no_chance": "{} without a chance",
        "unclustered": "{} not clustered",
        "undecided": "{} undecided",
        "no_outlet": "no outlet on {}",
        "own_pages": "{} queries within reach of the top",
        "unplaced": "{} pieces not scheduled",
    }
    for block in in_the_way(project)[:2]:
        told = block["channel"] if block["what"] == "no_outlet" else f"{block['count']:,}"
        said.append(words[block["what"]].format(told))
    if not pieces and not said:
        said.append("ready to plan")
    return ", ".join(said) or "nothing to do"


def _due_soon(soon: date) -> "QuerySet[Piece]":
    """Pieces whose month or day comes by then, those that are live already left out."""
    return Piece.objects.filter(Q(month__lte=soon) | Q(due__lte=soon)).exclude(state="live")


def _due(project: Project) -> list[dict[str, Any]]:
    soon = today() + timedelta(days=DUE_DAYS)
    ids = list(
        _due_soon(soon)
        .filter(project=project)
        .order_by("month", "pk")
        .values_list("pk", flat=True)[:12]
    )
    plan = plan_of(project, ids)
    plan.sort(
        key=lambda f: (
            f.piece.due or f.publish_by.day or date.max,
            f.piece.month or date.max,
            f.piece.pk,
        )
    )
    return [
        {
            "piece": figures.piece.pk,
            "title": figures.piece.title,
            "month": figures.piece.month,
            "publish_by": figures.piece.due or figures.publish_by.day,
            "late_for": _late_for(figures),
        }
        for figures in plan
    ]


def _late_for(figures: PieceFigures) -> str:
    if figures.piece.due:
        return "day" if figures.piece.due < today() else ""
    return "season" if figures.publish_by.late else ""


def _best(project: Project) -> list[dict[str, Any]]:
    drafts = best_drafts(project)
    if drafts:
        names = ((str(draft.cluster), draft.cluster.scope.channel) for draft in drafts)
        return [
            {
                "cluster": draft.cluster.pk,
                "row": None,
                "channel": draft.cluster.scope.channel,
                "text": str(draft.cluster),
                "why": _why(project, draft.rows, draft.main_row),
                "also": also,
            }
            for draft, also in _once(drafts, names)
        ]
    rows = _good_rows(project).exclude(keyword__in=_owned(project)).select_related("scope")
    best = list(ordered(rows, "worth", descending=True)[: BEST * len(CHANNEL_IDS)])
    return [
        {
            "cluster": None,
            "row": row.pk,
            "channel": row.scope.channel,
            "text": row.text,
            "why": _why(project, [row], row),
            "also": also,
        }
        for row, also in _once(best, ((row.text, row.scope.channel) for row in best))
    ]


def _once(
    things: Sequence[T], names: Iterable[tuple[str, str]]
) -> Iterator[tuple[T, Sequence[str]]]:
    """The first few things, each text once, with the other channels that have it too. `names` are
    the texts and channels of the things."""
    found: dict[str, tuple[T, list[str]]] = {}
    for thing, (text, channel) in zip(things, names, strict=True):
        first = found.setdefault(text.casefold(), (thing, []))
        if first[0] is not thing:
            first[1].append(channel)
    return islice(found.values(), BEST)


def _good_rows(project: Project) -> "QuerySet[Row]":
    """A Go or a Try, on one's own subject: nothing else is among the best."""
    scopes = Scope.objects.filter(project=project, locale=project.locale)
    return Row.objects.filter(
        scope__in=scopes, state__in=IN_PLAY, verdict__in=(1, 2), fit__gte=EVEN
    )


def _owned(project: Project) -> "QuerySet[PieceKeyword, Any]":
    return PieceKeyword.objects.filter(piece__project=project).values("keyword")


def _why_no_best(project: Project) -> str:
    """Why there is nothing good left to plan."""
    counted = channel_counts(project)
    if not any(counts["keywords"] for counts in counted):
        return "nothing_gathered"
    if any(counts["measured"] < counts["keywords"] for counts in counted):
        return "unmeasured"
    if _good_rows(project).exists():
        return "all_planned"
    searched = Row.objects.filter(scope__project=project, state__in=IN_PLAY, volume__gt=0)
    return "none_good" if searched.exists() else "no_searches"


def _why(project: Project, rows: Sequence[Row], main: Row) -> str:
    figures = PieceFigures(Piece(), list(rows), main)
    said = []
    if figures.volume is not None:
        said.append(f"{count_words(figures.volume)} searches a month")
    if main.chance_from == SIGNS and main.chance_low is not None and main.chance_high is not None:
        low, high = chance_words(main.chance_low), chance_words(main.chance_high)
        said.append(f"an estimated chance of page one between {low} and {high}")
    elif main.chance_from == OWN and main.own_position is not None:
        said.append(f"your page is at position {main.own_position:.0f}")
    elif main.chance is not None:
        said.append(f"{odds_words(main.chance)} of reaching page one")
    if figures.worth is not None:
        worth = f"worth about {project.currency}{amount_words(figures.worth)} a month"
        said.append(f"improving it is {worth}" if main.chance_from == OWN else worth)
    return ", ".join(said) or "figures not known yet"
