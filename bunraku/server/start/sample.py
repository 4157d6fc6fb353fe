"""The sample project: the demo's scenario in a project of any account's own, filled in the
background."""

import json
from itertools import count
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from bunraku.server.errors import BunrakuError
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import OPEN_STATES, Job
from bunraku.server.jobs.work import Params, Result, Work
from bunraku.server.projects.models import Project
from bunraku.server.start import demo
from bunraku.server.start.demo import BEGUN, WHOLE, begin_demo, fill_demo


class NothingGiven(Params):
    """It needs nothing."""


class NothingCounted(Result):
    """It counts nothing."""


@job_kind
class FillSample(JobKind[NothingGiven, NothingCounted]):
    """Fill the sample project. Broken off, it is not gone on with: what was begun would be there
    twice. Opening the sample anew makes another."""

    id = "fill_sample"
    name = "Preparing the sample project"
    takes = NothingGiven
    gives = NothingCounted

    def run(self, work: Work[NothingGiven, NothingCounted]) -> None:
        """Live the scenario through."""
        if work.job.runs > 1:
            raise BunrakuError(
                "sample_broken_off",
                "It was interrupted.",
                hint="Open the sample project again: that makes a new one.",
            )
        scenario = json.loads(demo.SCENARIO.read_text("utf-8"))
        # What is said as it begins: each run, each channel that is measured, the weeks, the plan.
        parts = len(scenario["runs"]) + len(scenario["measure"]) + 2
        said = count()

        def say(part: str) -> None:
            work.start(f"{part[0].upper()}{part[1:]}", parts, done=next(said))

        fill_demo(work.project, scenario, say)

    def brought(self, result: NothingCounted) -> str:
        """Where one goes from here."""
        return "every step has data"


def open_sample(person: Any) -> Project:
    """The person's sample project: the one that is there or being filled, else a new one. One whose
    filling was broken off goes."""
    with transaction.atomic():
        # Two requests at once are one sample.
        User.objects.select_for_update().get(pk=person.pk)
        theirs = Project.objects.filter(owner=person, removed=None).exclude(demo="")
        for project in theirs.order_by("-pk"):
            jobs = Job.objects.filter(project=project, kind=FillSample.id, state__in=OPEN_STATES)
            if project.demo == WHOLE or jobs.exists():
                return project
        theirs.filter(demo=BEGUN).delete()
        project = begin_demo(person, json.loads(demo.SCENARIO.read_text("utf-8")))
        start_job(project, FillSample, NothingGiven(), distinct="sample")
    return project
