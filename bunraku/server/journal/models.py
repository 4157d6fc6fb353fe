"""Entries of the journal, which can be taken back, and lines of the log, which only tell."""

from django.conf import settings
from django.db import models
from django.utils import timezone

from bunraku.server.database.packed import PackedJSONField


class Entry(models.Model):
    """One change by a person, with what is needed to take it back."""

    # By name: every room above records its changes here, that of projects too.
    project = models.ForeignKey(
        "projects.Project", on_delete=models.CASCADE, related_name="entries"
    )
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    label = models.CharField(max_length=200)
    # A list of {model, pk, before, after}; before is null for what was made, after for what was
    # removed.
    changes = PackedJSONField()
    at = models.DateTimeField(default=timezone.now)
    undone = models.BooleanField(default=False)

    class Meta:
        indexes = [models.Index(fields=["project", "by", "undone", "-id"], name="entry_latest")]

    def __str__(self) -> str:
        return self.label


class LogLine(models.Model):
    """What was done, by whom and when, in a sentence. Kept for as long as its project."""

    project = models.ForeignKey("projects.Project", on_delete=models.CASCADE, related_name="log")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    text = models.CharField(max_length=300)
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["-pk"]
        indexes = [models.Index(fields=["project", "-id"], name="log_latest")]

    def __str__(self) -> str:
        return self.text
