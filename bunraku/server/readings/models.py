"""Readings: one dated answer from one source."""

from django.db import models

from bunraku.server.sheet.models import Scope

OWN_REPORT = "own"
"""Kind of a reading that no source sells: clicks, impressions and position from the person's own report."""


class Reading(models.Model):
    """What a source answered about a term on a day. Stored once and never changed. An empty payload: it has nothing."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="readings", db_index=False)
    what = models.CharField(max_length=12)
    term = models.CharField(max_length=250)
    source = models.CharField(max_length=60)
    on = models.DateField()
    payload = models.JSONField(null=True)
    price_tenths = models.PositiveSmallIntegerField(default=0)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["scope", "what", "term", "source", "on"], name="one_reading_a_source_and_day"
            )
        ]

    def __str__(self) -> str:
        return f"{self.source} on {self.term}, {self.on}"
