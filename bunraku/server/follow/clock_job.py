"""The practice clock: moved on, it lives through the days between, and looks at what is due on
each."""

from datetime import timedelta

from django.db import transaction

from bunraku.server.clock import ahead_by, real_today, today
from bunraku.server.errors import BunrakuError
from bunraku.server.follow.checking import CheckResult, check_pieces, conclude, due_pieces
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Work
from bunraku.server.journal.log import log
from bunraku.server.projects.models import Project
from bunraku.server.readings.providers import practises
from bunraku.server.sentences import plural
from bunraku.server.signals import figures_outdated

MOST_DAYS = 366
"""Days that the clock can be moved on at once."""
MOST_AHEAD = 3_660
"""Days that it can be ahead in all: ten years."""


class ClockParams(Params):
    """How many days ahead the clock is to be."""

    until: int


class ClockResult(CheckResult):
    """What was looked at on the way, and how many days passed."""

    days: int = 0


@job_kind
class MoveClock(JobKind[ClockParams, ClockResult]):
    """Let days pass. Safe to run again: a day that has passed is not lived through twice."""

    id = "move_clock"
    name = "Moving practice time"
    takes = ClockParams
    gives = ClockResult

    def run(self, work: Work[ClockParams, ClockResult]) -> None:
        """Day by day; only on days on which something is due there is anything to do."""
        project = work.project
        while project.days_ahead < work.params.until:
            with transaction.atomic():
                project.days_ahead += 1
                Project.objects.filter(pk=project.pk).update(days_ahead=project.days_ahead)
                work.result.days += 1
                work.report()
            with ahead_by(project.ahead):
                pieces = list(due_pieces(project).select_related("scope"))
                if pieces:
                    check_pieces(work, pieces)
                else:
                    work.start(self.name, work.params.until, done=project.days_ahead)
            project.refresh_from_db()
        with ahead_by(project.ahead):
            conclude(work)
        # Seasons, publish-by and ages of results go by the day.
        figures_outdated.send(sender=Project, project=project, settings=False)

    def brought(self, result: ClockResult) -> str:
        """What came of it."""
        return f"{plural(result.days, 'day')} passed, {plural(result.phrases, 'keyword')} checked"

    def unanswered(self, result: ClockResult) -> int:
        """Phrases that got no answer."""
        return result.missing


def start_moving(project: Project, days: int) -> Job:
    """Move the practice clock on. Raises: invalid_input for no days or too many; not_practice where
    figures are not practice ones."""
    if project.figures_from != "practice" or not practises(project):
        raise BunrakuError(
            "not_practice",
            "The clock can be moved only where figures come from the practice world.",
        )
    if not 0 < days <= MOST_DAYS or project.days_ahead + days > MOST_AHEAD:
        raise BunrakuError(
            "invalid_input",
            f"It can be moved forward by 1 to {MOST_DAYS} days, at most {MOST_AHEAD:,} ahead.",
            field="days",
        )
    until = today() + timedelta(days=days)
    log(project, f"Moved practice time to {until:%-d %B %Y}.")
    return start_job(
        project, MoveClock, ClockParams(until=project.days_ahead + days), distinct="clock"
    )


def clock_of(project: Project) -> dict[str, object]:
    """The project's day, the real one, and whether it can be moved."""
    return {
        "today": today(),
        "real": real_today(),
        "days_ahead": project.ahead,
        "can_move": project.figures_from == "practice" and practises(project),
    }
