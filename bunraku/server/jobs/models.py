"""Long work as a row: kind, progress, cost, result, error."""

from django.conf import settings
from django.db import models

from bunraku.server.projects.models import Project

OPEN_STATES = ("queued", "running")


class Job(models.Model):
    """One piece of long work for a project. What it has done so far is always in the database."""

    STATES = ("queued", "running", "done", "stopped", "failed")

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="jobs")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    kind = models.CharField(max_length=20)
    # As their kind's class has them (see jobs.kinds).
    params = models.JSONField(default=dict)
    # What tells two jobs apart: pressing a button twice is one job.
    fingerprint = models.CharField(max_length=64)
    state = models.CharField(max_length=10, default="queued", choices=[(s, s) for s in STATES])
    # Which run of it is under way: one that was taken over must not write any more.
    run = models.CharField(max_length=32, blank=True)
    # How often it was begun, the first time and after each kill.
    runs = models.PositiveSmallIntegerField(default=0)
    stop_wanted = models.BooleanField(default=False)
    doing = models.CharField(max_length=120, blank=True)
    done = models.PositiveIntegerField(default=0)
    total = models.PositiveIntegerField(default=0)
    cost_tenths = models.PositiveIntegerField(default=0)
    result = models.JSONField(default=dict)
    error = models.CharField(max_length=500, blank=True)
    created = models.DateTimeField(auto_now_add=True)
    started = models.DateTimeField(null=True)
    finished = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-pk"]
        indexes = [models.Index(fields=["project", "-id"], name="job_latest")]
        constraints = [
            models.UniqueConstraint(
                fields=["project", "kind", "fingerprint"],
                condition=models.Q(state__in=OPEN_STATES),
                name="one_open_job_of_a_kind",
            )
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.pk}"


class Lease(models.Model):
    """Until when a worker counts as living, and the job that it is at."""

    worker = models.CharField(primary_key=True, max_length=64)
    until = models.DateTimeField()
    job = models.BigIntegerField(null=True)

    def __str__(self) -> str:
        return f"{self.worker} until {self.until:%H:%M:%S}"
