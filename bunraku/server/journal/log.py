"""The log: what was done, in plain sentences. It is never taken back, only added to."""

from typing import Any

from bunraku.server.journal.acting import who_acts
from bunraku.server.journal.models import LogLine


def log(project: Any, text: str) -> None:
    """Note that something was done to a project, by whoever acts."""
    LogLine.objects.create(project_id=project.pk, by_id=who_acts(project), text=text[:300])
