"""Fit to my hours: the greedy answer at once, the proven one by a job."""

from collections.abc import Sequence
from datetime import date

from django.db import transaction

from bunraku.core.plan.problem import Fit as Placed
from bunraku.core.plan.scheduling import fit_greedily, fit_hours
from bunraku.core.plan.smoothing import leveled
from bunraku.core.plan.work import STARTED
from bunraku.server.database.bulk import update_many
from bunraku.server.errors import BunrakuError
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.journal.recorder import Recorder
from bunraku.server.plan.build_problem import fitting_problem
from bunraku.server.plan.earning import is_unpaid
from bunraku.server.plan.models import Piece
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project


class FitReport(Result):
    """What a fit brought: pieces placed, left out (of these `unpaid` ones that would not earn their
    hours) and waiting timed for next year; its value over the horizon, the bound, the gap."""

    placed: int = 0
    left_out: int = 0
    waiting: int = 0
    without_worth: int = 0
    unpaid: int = 0
    value: float = 0
    bound: float = 0
    gap_share: float = 0


@job_kind
class Fit(JobKind[Params, FitReport]):
    """Solve the plan to a proven gap and store it; pins hold."""

    id = "fit"
    name = "Scheduling"
    takes = Params
    gives = FitReport

    def run(self, work: Work[Params, FitReport]) -> None:
        """Read, solve, store."""
        work.start("Fitting", 1)
        plan = plan_of(work.project)
        problem, months = fitting_problem(work.project, plan)
        solved = leveled(problem, fit_hours(problem))
        _store(work.project, plan, solved, months, "Scheduled the plan")
        work.result = _report(work.project, plan, solved, months)
        work.report()
        work.advance()

    def brought(self, result: FitReport) -> str:
        """How many are placed and how good the plan is."""
        unknown = f"{result.without_worth:,} of unknown worth" if result.without_worth else ""
        # Where nothing is worth anything, every plan is as good as any other.
        gap = f"within {100 * result.gap_share:.1f}% of the best possible"
        waiting = f"{result.waiting:,} timed for next year" if result.waiting else ""
        unpaid = f" ({result.unpaid:,} would not earn their hours)" if result.unpaid else ""
        parts = (
            f"{result.placed:,} scheduled",
            waiting,
            f"{result.left_out:,} not scheduled{unpaid}",
            unknown,
        )
        return ", ".join(part for part in (*parts, gap if result.value else "") if part)


def start_fitting(project: Project) -> tuple[FitReport, Job]:
    """Place the pieces greedily now and start the job that proves a better plan. Raises:
    nothing_to_plan."""
    plan = plan_of(project)
    if not plan:
        raise BunrakuError(
            "nothing_to_plan",
            "There are no pieces to schedule yet.",
            hint="Make pieces from clusters first.",
        )
    problem, months = fitting_problem(project, plan)
    placed = leveled(problem, fit_greedily(problem))
    with transaction.atomic():
        _store(project, plan, placed, months, "Scheduled the plan, first draft")
        job = start_job(project, Fit, Params(), distinct="fit")
    return _report(project, plan, placed, months), job


def place_new(project: Project, pieces: Sequence[Piece]) -> tuple[int, int]:
    """Give pieces just made a month among the hours that are left, the others staying where they
    are. Returns how many have one, and how many have none because they would not earn their hours.
    To be called in a transaction."""
    plan = plan_of(project)
    new = {piece.pk for piece in pieces}
    problem, months = fitting_problem(project, plan, held=new)
    placed = leveled(problem, fit_greedily(problem))
    changed = [
        (months[month], figures.piece.pk)
        for figures, month in zip(plan, placed.month.tolist(), strict=True)
        if month >= 0 and figures.piece.pk in new
    ]
    update_many(Piece, ("month",), changed)
    placed_now = {pk for _, pk in changed}
    rest = (f for f in plan if f.piece.pk in new and f.piece.pk not in placed_now)
    return len(changed), sum(is_unpaid(project, figures) for figures in rest)


def last_fit(project: Project) -> FitReport | None:
    """What the latest finished fit brought."""
    job = Job.objects.filter(project=project, kind=Fit.id, state="done").first()
    return Fit().result_of(job) if job else None


def _store(
    project: Project,
    plan: Sequence[PieceFigures],
    placed: Placed,
    months: Sequence[date],
    label: str,
) -> None:
    with transaction.atomic(), Recorder(project, label) as journal:
        # Read again inside: a month changed by hand since is pinned by now, and holds.
        now = {piece.pk: piece for piece in Piece.objects.filter(project=project)}
        changed: list[tuple[date | None, int]] = []
        for figures, month in zip(plan, placed.month.tolist(), strict=True):
            piece = now.get(figures.piece.pk)
            wanted = months[month] if month >= 0 else None
            stays = piece is None or piece.pinned or piece.state in STARTED
            if piece is not None and not stays and piece.month != wanted:
                journal.touch([piece], only=["month"])
                changed.append((wanted, piece.pk))
        update_many(Piece, ("month",), changed)


def _report(
    project: Project, plan: Sequence[PieceFigures], solved: Placed, months: Sequence[date]
) -> FitReport:
    placed = int((solved.month >= 0).sum())
    stands = [months[month] if month >= 0 else None for month in solved.month.tolist()]
    return FitReport(
        placed=placed,
        left_out=len(plan) - placed,
        waiting=sum(
            month is not None and figures.waits_until(month)
            for figures, month in zip(plan, stands, strict=True)
        ),
        without_worth=sum(figures.worth is None for figures in plan),
        unpaid=sum(
            month is None and figures.piece.state != "live" and is_unpaid(project, figures)
            for figures, month in zip(plan, stands, strict=True)
        ),
        value=round(solved.value, 2),
        bound=round(solved.bound, 2),
        gap_share=round(solved.gap_share, 4),
    )
