"""Weighing again in the background, where figures no longer fit settings, decisions or readings."""

from collections.abc import Sequence
from datetime import date
from typing import Any

from django.dispatch import receiver

from bunraku.server.database.parts import in_parts
from bunraku.server.gather.topic_match import keep_fit
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import terms_said
from bunraku.server.sheet.models import Decision, Row, Scope
from bunraku.server.signals import figures_outdated, taken_back
from bunraku.server.weigh.learning import learn_scope
from bunraku.server.weigh.weighing import (
    reweigh_keywords,
    reweigh_scope,
    rows_to_weigh,
    weigh_rows,
    weigh_scope,
)

FEW = 200
"""Keywords that are weighed again at once; for more one would wait."""
SOME = 5_000
"""Keywords up to which a job weighs these alone; for more it weighs all."""
WEIGHED = ("priority", "intent", "guess")
"""What of a decision figures rest on: not whether a keyword was dropped."""


class ReweighParams(Params):
    """The keywords that are weighed again; none: all of the project. `fresh`: those that never
    were, and those that a file (`source`, on a day) told of in a scope."""

    keyword_ids: list[int] = []
    fresh: bool = False
    scope: int = 0
    source: str = ""
    on: date | None = None


class Reweighed(Result):
    """How far it is: rows up to `last` of `scope` are weighed, and all of the scopes before."""

    scope: int = 0
    last: int = 0
    rows: int = 0


@job_kind
class Reweigh(JobKind[ReweighParams, Reweighed]):
    """Rebuild figures of a project from its readings. After a kill it goes on where it was: figures
    that a setting changed since are weighed once more by the job which that change started."""

    id = "reweigh"
    name = "Recalculating"
    quiet = True
    again = True
    takes = ReweighParams
    gives = Reweighed

    def run(self, work: Work[ReweighParams, Reweighed]) -> None:
        """Scope by scope."""
        if work.params.keyword_ids:
            work.start("Weighing", len(work.params.keyword_ids))
            reweigh_keywords(work.project, work.params.keyword_ids)
            work.advance(len(work.params.keyword_ids))
            return
        if work.params.fresh:
            _weigh_fresh(work)
            return
        begun = work.before_a_kill() or Reweighed()
        work.result = begun.model_copy()
        scopes = Scope.objects.filter(project=work.project, pk__gte=begun.scope).order_by("pk")
        rows = Row.objects.filter(scope__project=work.project).count()
        work.start("Weighing", max(rows, begun.rows), done=begun.rows)

        def note(ids: list[int]) -> None:
            work.result.scope, work.result.last = scope.pk, ids[-1]
            work.result.rows += len(ids)
            work.report()
            work.advance(len(ids))

        for scope in scopes:
            scope.project = work.project
            if scope.pk == begun.scope:
                # What it learned before the kill is kept with it.
                weigh_scope(scope, note, after=begun.last)
            else:
                keep_fit(scope)
                reweigh_scope(scope, note)


def _weigh_fresh(work: Work[ReweighParams, Reweighed]) -> None:
    """Weigh what is new, in each scope; where that taught something new, the whole scope."""
    params = work.params
    scopes = list(Scope.objects.filter(project=work.project).order_by("pk"))
    work.start("Weighing", len(scopes))
    for scope in scopes:
        scope.project = work.project
        if learn_scope(scope):
            weigh_scope(scope)
        else:
            # Weighing gives each row an intent.
            ids = set(Row.objects.filter(scope=scope, intent=-1).values_list("pk", flat=True))
            if scope.pk == params.scope and params.on is not None:
                for terms in in_parts(terms_said(scope, params.source, params.on)):
                    told = Row.objects.filter(scope=scope, keyword__key__in=terms)
                    ids.update(told.values_list("pk", flat=True))
            for part in in_parts(sorted(ids)):
                weigh_rows(scope, rows_to_weigh(scope, pk__in=part))
        work.advance()


@receiver(figures_outdated)
def weigh_again(
    sender: object,
    project: Project,
    keyword_ids: Sequence[int] | None = None,
    fresh: tuple[int, str, date | None] | None = None,
    **_: object,
) -> None:
    """Figures follow settings, decisions and files: at once for a few keywords, by a job for more,
    and by one for all."""
    if fresh is not None:
        scope, source, on = fresh
        start_job(project, Reweigh, ReweighParams(fresh=True, scope=scope, source=source, on=on))
        return
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
