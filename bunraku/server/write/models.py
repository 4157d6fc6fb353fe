"""Drafts, every version of them, and what writing keeps to."""

from django.db import models

from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Outlet, Project


class Draft(models.Model):
    """The fields of a piece as they are written now, by id (see `core.write.fields`). What is
    lacking was counted when it was last looked at, for `looked_by`: the phrases and limits of
    then."""

    piece = models.OneToOneField(Piece, on_delete=models.CASCADE, related_name="draft")
    fields = models.JSONField(default=dict)
    # Counts saves, so that another window knows that there was one.
    revision = models.PositiveIntegerField(default=0)
    # The save that is live (see the room that follows); none: nothing is, or nobody said so.
    published = models.PositiveIntegerField(null=True)
    by = models.CharField(max_length=150, blank=True)
    saved = models.DateTimeField()
    empty = models.PositiveIntegerField(default=0)
    missing = models.PositiveIntegerField(default=0)
    over = models.PositiveIntegerField(default=0)
    failing = models.PositiveIntegerField(default=0)
    score = models.FloatField(default=0)
    looked_by = models.CharField(max_length=40, blank=True)

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return f"draft of {self.piece_id}, save {self.revision}"


class DraftVersion(models.Model):
    """The fields as they were after a save. Saves of one window within two minutes are one version,
    the last of them."""

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    fields = models.JSONField(default=dict)
    by = models.CharField(max_length=150, blank=True)
    # Which window wrote it, by a name that it gave itself.
    window = models.CharField(max_length=32, blank=True)
    begun = models.DateTimeField()
    saved = models.DateTimeField()

    class Meta:
        ordering = ["-number"]
        constraints = [
            models.UniqueConstraint(fields=["draft", "number"], name="one_version_a_number")
        ]

    def __str__(self) -> str:
        return f"version {self.number} of draft {self.draft_id}"


class OutletLimits(models.Model):
    """What the fields of an outlet may take: a profile of `core.write.limits`, and the person's own
    numbers by the ids of its limits."""

    outlet = models.OneToOneField(Outlet, on_delete=models.CASCADE, related_name="limits")
    profile = models.CharField(max_length=20)
    own = models.JSONField(default=dict)

    def __str__(self) -> str:
        return f"{self.profile} for outlet {self.outlet_id}"


class RuleOff(models.Model):
    """A rule of the checklist that a project does without."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="rules_off")
    rule = models.CharField(max_length=30)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(fields=["project", "rule"], name="one_rule_off_a_project")
        ]

    def __str__(self) -> str:
        return f"{self.rule} off in {self.project_id}"
