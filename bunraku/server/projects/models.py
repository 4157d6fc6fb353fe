"""A project and its outlets."""

from collections.abc import Sequence

from django.conf import settings
from django.db import models


class Project(models.Model):
    """What one person researches: the subject, the locale, the words that are theirs and not
    theirs, the hours."""

    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="projects"
    )
    name = models.CharField(max_length=120)
    about = models.TextField(max_length=2_000, blank=True)
    country = models.CharField(max_length=2, default="GB")
    language = models.CharField(max_length=2, default="en")
    currency = models.CharField(max_length=3, default="£")
    hours_a_month = models.FloatField(default=30)
    # Months that a plan holds: one of `core.plan.calendar.HORIZONS`.
    horizon = models.PositiveSmallIntegerField(default=12)
    # What an hour of the person's is worth to them, in the currency: what a plan must pay for.
    hour_value = models.FloatField(default=10)
    own_brands = models.JSONField(default=list)
    rival_brands = models.JSONField(default=list)
    places = models.JSONField(default=list)
    preset = models.CharField(max_length=12, default="growing")
    # What a Go and a Try must bring where it is not as the preset says: names of `Thresholds`.
    thresholds = models.JSONField(default=dict)
    # Where figures come from: "practice", the simulated world, or "files", one's own alone.
    figures_from = models.CharField(max_length=8, default="practice")
    click_values = models.JSONField(default=dict)
    # Names of sources, the most trusted first; those not named come after, in the installation's
    # order. Files stand before all others.
    source_order = models.JSONField(default=list)
    # What a source may do, by name, where it is not the usual (see readings.providers.what_may).
    source_parts = models.JSONField(default=dict)
    # Channel to the id of the outlet that it is weighed for, where one was chosen.
    weighed_for = models.JSONField(default=dict)
    # What comes first: the way that was chosen, and weights of one's own (see core.plan.ranking).
    ranking = models.JSONField(default=dict)
    # Whole tenths: prices go down to 0.1 and sums must not drift.
    lookups_left_tenths = models.IntegerField(default=0)
    # Counts changes of the settings, so that two windows do not overwrite each other unseen.
    version = models.PositiveIntegerField(default=1)
    # Empty: a person's own. Else what the loader of the demo made: "begun" until all of it is
    # there, then "whole".
    demo = models.CharField(max_length=5, default="", blank=True)
    # How many days its practice clock is ahead; it only ever grows.
    days_ahead = models.PositiveIntegerField(default=0)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)
    # Set: its owner removed it, and what belongs to it is going.
    removed = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["owner", "name"],
                condition=models.Q(removed__isnull=True),
                name="one_project_name_a_person",
            ),
            models.CheckConstraint(
                condition=models.Q(lookups_left_tenths__gte=0), name="lookups_left_not_negative"
            ),
        ]

    @property
    def locale(self) -> str:
        """Language and country, as in "en-GB"."""
        return f"{self.language}-{self.country}"

    @property
    def ahead(self) -> int:
        """Days that it is later here than it is: none where figures come from one's own files,
        whose days are real."""
        return self.days_ahead if self.figures_from == "practice" else 0

    def chosen_outlet(self, channel: str) -> "Outlet | None":
        """The outlet that a channel is weighed for and planned with: the chosen one, else the one
        that has been there longest; None where there is none."""
        return self.chosen_among(list(self.outlets.all()), channel)

    def chosen_among(self, outlets: Sequence["Outlet"], channel: str) -> "Outlet | None":
        """The same where the project's outlets are at hand."""
        standing = [outlet for outlet in outlets if outlet.channel == channel]
        chosen = self.weighed_for.get(channel)
        return next((o for o in standing if o.pk == chosen), standing[0] if standing else None)

    def __str__(self) -> str:
        return self.name


class Outlet(models.Model):
    """A place where the user publishes, on one channel, with its own standing there."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="outlets")
    name = models.CharField(max_length=120)
    channel = models.CharField(max_length=12)
    address = models.CharField(max_length=300, blank=True)
    # Authority 0-100 on the web, followers on video, reviews on a marketplace.
    standing = models.FloatField()
    days_until_shown = models.PositiveIntegerField(null=True, blank=True)
    # Not told by the person: a beginner's usual standing stands in.
    assumed = models.BooleanField(default=False)
    # What a grown piece of it mostly has: linking sites on the web, views a day on video, sales a
    # month on a marketplace; none: what is usual for its standing.
    pull = models.FloatField(null=True)
    # Where the person has its standing from, in their words.
    reason = models.CharField(max_length=300, blank=True)
    # What outcomes taught (see core.follow.learning), and whether it is used: "offset" in points of
    # strength, "sharpness", on how many "outcomes", "on" which day, "days" until shown.
    learned = models.JSONField(default=dict)
    learns = models.BooleanField(default=True)
    # Counts its changes, as the project's own does.
    version = models.PositiveIntegerField(default=1)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["project", "name"], name="one_outlet_name_a_project")
        ]
        ordering = ["pk"]

    @property
    def taught(self) -> dict[str, float]:
        """What outcomes taught of it, as far as it is used."""
        return self.learned if self.learns else {}

    def __str__(self) -> str:
        return self.name


class AccountName(models.Model):
    """What an account's name looks like: no two accounts have names that look alike."""

    user = models.OneToOneField(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="looks"
    )
    key = models.CharField(max_length=500, unique=True)

    def __str__(self) -> str:
        return self.key


class Invitation(models.Model):
    """Lets somebody make an account, once. Only a digest of its code is kept."""

    digest = models.CharField(max_length=64, unique=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    made = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"by {self.by_id} on {self.made:%Y-%m-%d}"
