"""Tidying in the background: which keywords are variants of each other, how well each fits and how
relevant it is."""

from collections.abc import Collection, Sequence

from django.dispatch import receiver

from bunraku.server.database.parts import in_parts
from bunraku.server.gather.families import keep_families, keep_leads
from bunraku.server.gather.models import Rule
from bunraku.server.gather.relevance import keep_relevance
from bunraku.server.gather.rules.ruleset import apply_rules
from bunraku.server.gather.topic_match import keep_fit
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import STATE_CODE, Decision, Row, Scope
from bunraku.server.signals import decided_anew, figures_outdated

DECISIONS_BETWEEN = 5
"""Decisions after which relevance is learned anew: one at a time would keep a large project busy
all day."""


@job_kind
class Tidy(JobKind[Params, Result]):
    """Families, fit and relevance of every keyword of a project. Safe to run again."""

    id = "tidy"
    name = "Sorting"
    quiet = True
    again = True
    takes = Params
    gives = Result

    def run(self, work: Work[Params, Result]) -> None:
        """Scope by scope."""
        project = work.project
        scopes = list(Scope.objects.filter(project=project).order_by("pk"))
        work.start("Sorting", len(scopes) * 2)
        for scope in scopes:
            scope.project = project
            _figures_follow(scope, {*keep_families(scope), *keep_fit(scope)})
            work.advance()
            keep_relevance(scope)
            work.advance()
        if Rule.objects.filter(project=project, kind="off_topic").exists():
            apply_rules(project)
        if project.figures_from == "files":
            # Nothing is measured there, so what has come is weighed by what is known, now.
            fresh = (0, "", None)
            figures_outdated.send(sender=Project, project=project, fresh=fresh, settings=False)


def _figures_follow(scope: Scope, keyword_ids: Collection[int]) -> None:
    """Worth rests on fit, and intent on the family: of keywords that have figures these follow."""
    weighed: list[int] = []
    for part in in_parts(sorted(keyword_ids)):
        rows = Row.objects.filter(scope=scope, keyword__in=part, chance__isnull=False)
        weighed += rows.values_list("keyword", flat=True)
    if weighed:
        figures_outdated.send(
            sender=Project, project=scope.project, keyword_ids=sorted(weighed), settings=False
        )


def start_tidying(project: Project) -> Job:
    """Sort a project's keywords anew, in the background."""
    return start_job(project, Tidy, Params(), distinct="all")


def tidy_after_measuring(scope: Scope, row_ids: Sequence[int]) -> None:
    """Bring up to date what rests on searches and results pages: which member stands for its
    family; and, where a page may have shown that two orders of words are one, all of it in the
    background."""
    for part in in_parts(row_ids):
        if Row.objects.filter(pk__in=part, same_words__isnull=False).exists():
            start_tidying(scope.project)
            return
    keep_leads(row_ids)


@receiver(decided_anew)
def learn_after_decisions(sender: object, project: Project, **_: object) -> None:
    """Relevance learns from keep and drop, a few decisions at a time."""
    learned = sum(scope.taste.get("seen", 0) for scope in Scope.objects.filter(project=project))
    if _decided(project) - learned >= DECISIONS_BETWEEN or _decided(project) < learned:
        start_tidying(project)


def _decided(project: Project) -> int:
    return Decision.objects.filter(scope__project=project).exclude(state=STATE_CODE["open"]).count()
