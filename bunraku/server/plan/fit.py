"""Fit to my hours: the greedy answer at once, the proven one by a job."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import date

from django.db import transaction

from bunraku.core.plan.fitting import Fit, Problem, fit_greedily, fit_hours, next_hours
from bunraku.server.errors import BunrakuError
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import Progress, handles
from bunraku.server.plan.models import Piece
from bunraku.server.plan.selectors import PieceFigures, fitting_problem, plan_of
from bunraku.server.projects.journal import Recorder
from bunraku.server.projects.models import Project


@dataclass(frozen=True)
class FitReport:
    """What a fit brought: pieces placed and left out, its value over the horizon, the bound, the gap, what more hours add."""

    placed: int
    left_out: int
    without_worth: int
    value: float
    bound: float
    gap_share: float
    next_piece: str
    next_value: float


def start_fitting(project: Project) -> tuple[FitReport, Job]:
    """Place the pieces greedily now and start the job that proves a better plan. Raises: nothing_to_plan."""
    plan = plan_of(project)
    if not plan:
        raise BunrakuError(
            "nothing_to_plan", "There is no piece to place yet.", hint="Make pieces from clusters first."
        )
    problem, months = fitting_problem(project, plan)
    fit = fit_greedily(problem)
    _store(project, plan, fit, months, "Fitted the plan to your hours, first answer")
    report = _report(plan, problem, fit)
    return report, start_job(project, "fit", {}, distinct="fit")


@handles("fit")
def fit_plan(job: Job, progress: Progress) -> None:
    """Solve the plan to a proven gap and store it; pins hold."""
    progress.start("Fitting", 1)
    plan = plan_of(job.project)
    problem, months = fitting_problem(job.project, plan)
    fit = fit_hours(problem)
    _store(job.project, plan, fit, months, "Fitted the plan to your hours")
    progress.note(**asdict(_report(plan, problem, fit)))
    progress.advance()


def _store(project: Project, plan: Sequence[PieceFigures], fit: Fit, months: Sequence[date], label: str) -> None:
    with transaction.atomic(), Recorder(project, label) as journal:
        # Read again inside: a month changed by hand since is pinned by now, and holds.
        now = {piece.pk: piece for piece in Piece.objects.filter(project=project)}
        changed = []
        for one, month in zip(plan, fit.month.tolist(), strict=True):
            piece = now.get(one.piece.pk)
            wanted = months[month] if month >= 0 else None
            if piece is not None and not piece.pinned and piece.month != wanted:
                journal.touch([piece], only=["month"])
                piece.month = wanted
                changed.append(piece)
        Piece.objects.bulk_update(changed, ["month"], batch_size=400)


def _report(plan: Sequence[PieceFigures], problem: Problem, fit: Fit) -> FitReport:
    more = next_hours(problem, fit.month)
    placed = int((fit.month >= 0).sum())
    return FitReport(
        placed=placed,
        left_out=len(plan) - placed,
        without_worth=sum(not one.worth for one in plan),
        value=round(fit.value, 2),
        bound=round(fit.bound, 2),
        gap_share=round(fit.gap_share, 4),
        next_piece=plan[more[0]].piece.title if more else "",
        next_value=round(more[1], 2) if more else 0.0,
    )
