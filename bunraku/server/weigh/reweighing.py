"""Weighing again in the background, where figures no longer fit settings, decisions or readings."""

from collections.abc import Sequence
from typing import Any

from django.dispatch import receiver

from bunraku.server.gather.fit import keep_fit
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Decision, Row, Scope
from bunraku.server.signals import figures_outdated, taken_back
from bunraku.server.weigh.weighing import reweigh_keywords, reweigh_scope

FEW = 200
"""Keywords that are weighed again at once; for more one would wait."""
SOME = 5_000
"""Keywords up to which a job weighs these alone; for more it weighs all."""
WEIGHED = ("priority", "intent", "guess")
"""What of a decision figures rest on: not whether a keyword was dropped."""


class ReweighParams(Params):
    """The keywords that are weighed again; none: all of the project."""

    keyword_ids: list[int] = []


@job_kind
class Reweigh(JobKind[ReweighParams, Result]):
    """Rebuild figures of a project from its readings."""

    id = "reweigh"
    name = "Weighing again"
    quiet = True
    again = True
    takes = ReweighParams
    gives = Result

    def run(self, work: Work[ReweighParams, Result]) -> None:
        """Scope by scope."""
        if work.params.keyword_ids:
            work.start("Weighing", len(work.params.keyword_ids))
            reweigh_keywords(work.project, work.params.keyword_ids)
            work.advance(len(work.params.keyword_ids))
            return
        scopes = list(Scope.objects.filter(project=work.project).order_by("pk"))
        work.start("Weighing", Row.objects.filter(scope__in=scopes).count())
        for scope in scopes:
            scope.project = work.project
            keep_fit(scope)
            reweigh_scope(scope, work.advance)


@receiver(figures_outdated)
def weigh_again(
    sender: object, project: Project, keyword_ids: Sequence[int] | None = None, **_: object
) -> None:
    """Figures follow settings and decisions: at once for a few keywords, by a job for more, and by
    one for all."""
    if keyword_ids is not None and len(keyword_ids) <= FEW:
        reweigh_keywords(project, keyword_ids)
    elif keyword_ids is not None and len(keyword_ids) <= SOME:
        start_job(project, Reweigh, ReweighParams(keyword_ids=list(keyword_ids)))
    elif Row.objects.filter(scope__project=project).exists():
        start_job(project, Reweigh, ReweighParams(), distinct="all")


@receiver(taken_back)
def weigh_after_undo(
    sender: object, project: Project, changes: dict[Any, Any], **_: object
) -> None:
    """Where a decision went back that figures rest on, they follow."""
    keywords = {
        (change["before"] or change["after"])["keyword"]
        for change in changes.get(Decision, ())
        if _weighed(change["before"]) != _weighed(change["after"])
    }
    if keywords:
        figures_outdated.send(
            sender=Project, project=project, keyword_ids=sorted(keywords), settings=False
        )


def _weighed(decision: dict[str, Any] | None) -> list[str]:
    return [(decision or {}).get(name, "") for name in WEIGHED]
