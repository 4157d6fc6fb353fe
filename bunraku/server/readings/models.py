"""Readings: one dated answer from one source, and all that it is an answer to."""

from django.db import models

from bunraku.server.database.packed import PackedJSONField
from bunraku.server.sheet.models import Scope


class Device(models.IntegerChoices):
    """What a results page was looked at with. A number, because the usual one then takes no
    room."""

    DESKTOP = 0, "desktop"
    PHONE = 1, "phone"


class Reading(models.Model):
    """What a source answered about a term on a day, as seen from somewhere. Stored once and never
    changed. An empty payload: it has nothing.

    Channel and locale are the scope's. `place`, `depth`, `device`, `viewer` and `into` are those of
    the vantage (`sources.protocol.Vantage.seen_by`), at their defaults where they make no
    difference."""

    scope = models.ForeignKey(
        Scope, on_delete=models.CASCADE, related_name="readings", db_index=False
    )
    what = models.CharField(max_length=12)
    term = models.CharField(max_length=250)
    source = models.CharField(max_length=60)
    on = models.DateField()
    place = models.CharField(max_length=80, blank=True, default="")
    depth = models.PositiveSmallIntegerField(default=0)
    device = models.PositiveSmallIntegerField(choices=Device.choices, default=Device.DESKTOP)
    viewer = models.CharField(max_length=40, blank=True, default="")
    into = models.CharField(max_length=2, blank=True, default="")
    payload = PackedJSONField(null=True)
    price_tenths = models.PositiveSmallIntegerField(default=0)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=[
                    *("scope", "what", "term", "source", "on"),
                    *("place", "depth", "device", "viewer", "into"),
                ],
                name="one_reading_a_source_day_and_vantage",
            )
        ]

    def __str__(self) -> str:
        return f"{self.source} on {self.term}, {self.on}"
