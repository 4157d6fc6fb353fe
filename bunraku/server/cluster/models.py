"""Clusters of a scope and the keywords a person put where they are."""

from django.db import models

from bunraku.server.sheet.models import Keyword, Scope

PRIORITIES = [(priority, priority) for priority in ("high", "normal", "low")]


class Theme(models.Model):
    """A handful of these hold a scope's clusters: a subject by the word that its clusters share.
    Its name may be the user's own, which also keeps it while nothing is in it."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="themes")
    # The stem that its clusters share; empty for one that a person made.
    stem = models.CharField(max_length=60, blank=True)
    # What they mostly call it, and what the person calls it instead.
    called = models.CharField(max_length=120, blank=True)
    name = models.CharField(max_length=120, blank=True)
    note = models.TextField(max_length=4_000, blank=True)
    priority = models.CharField(max_length=6, blank=True, choices=PRIORITIES)

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return self.name or self.called or f"Theme {self.pk}"


class Cluster(models.Model):
    """Keywords that one piece can serve. Its members are the rows that point to it; its name may be
    the user's own. A locked one neither takes nor loses keywords when clustering runs again."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="clusters")
    lead = models.ForeignKey(Keyword, on_delete=models.SET_NULL, null=True, related_name="+")
    # Empty: named after its lead keyword.
    name = models.CharField(max_length=120, blank=True)
    theme = models.ForeignKey(Theme, on_delete=models.SET_NULL, null=True, related_name="clusters")
    # The user put it into its theme (or into none), where it stays.
    theme_held = models.BooleanField(default=False)
    locked = models.BooleanField(default=False)
    note = models.TextField(max_length=4_000, blank=True)
    priority = models.CharField(max_length=6, blank=True, choices=PRIORITIES)

    def __str__(self) -> str:
        return self.name or (self.lead.text if self.lead else f"Cluster {self.pk}")


class Pin(models.Model):
    """A keyword that the user put into a cluster; it stays there when clustering runs again."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="pins")
    keyword = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="+")
    cluster = models.ForeignKey(Cluster, on_delete=models.CASCADE, related_name="pins")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["scope", "keyword"], name="one_pin_a_keyword_and_scope")
        ]

    def __str__(self) -> str:
        return f"{self.keyword_id} in {self.cluster_id}"


class Declined(models.Model):
    """A proposal that the user does not want to see again: its kind, and the keywords of which it
    spoke (the leads of two clusters to merge, the lead and the first keyword to move)."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=6)
    keyword = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="+")
    other = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["scope", "kind", "keyword", "other"], name="one_declined_a_proposal"
            )
        ]

    def __str__(self) -> str:
        return f"{self.kind} of {self.keyword_id} and {self.other_id}"


class Meaning(models.Model):
    """What a keyword means, as a sentence model says it: kept so that only new ones are read.
    Derived: it can be deleted and read again."""

    keyword = models.OneToOneField(
        Keyword, on_delete=models.CASCADE, primary_key=True, related_name="+"
    )
    # Which model read it, and what it read: the keyword without a place that the project serves.
    model = models.CharField(max_length=12)
    text = models.CharField(max_length=200)
    # As `packed` in `core/text/sentence_model.py` makes it.
    vector = models.BinaryField()

    def __str__(self) -> str:
        return f"{self.text} by {self.model}"
