"""Pieces of content and the keywords they own."""

from django.db import models

from bunraku.core.plan.pieces import KINDS
from bunraku.server.cluster.models import Cluster
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.models import Keyword, Scope


class Piece(models.Model):
    """Something to publish: its kind, outlet, hours and month. `pinned`: the month is the user's
    own and holds."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="pieces")
    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="pieces")
    outlet = models.ForeignKey(Outlet, on_delete=models.SET_NULL, null=True, related_name="pieces")
    cluster = models.ForeignKey(
        Cluster, on_delete=models.SET_NULL, null=True, related_name="pieces"
    )
    title = models.CharField(max_length=200)
    kind = models.CharField(
        max_length=10, choices=[(kind.id, kind.name) for kind in KINDS.values()]
    )
    because = models.CharField(max_length=200, blank=True)
    hours = models.FloatField()
    month = models.DateField(null=True)
    pinned = models.BooleanField(default=False)

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return self.title


class MonthHours(models.Model):
    """Hours to spend in a month that are not the usual ones: holidays, a quiet season."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="month_hours")
    month = models.DateField()
    hours = models.FloatField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["project", "month"], name="one_hours_a_month")
        ]

    def __str__(self) -> str:
        return f"{self.hours:g} hours in {self.month:%B %Y}"


class KeptApart(models.Model):
    """Two keywords that the user wants served by two pieces, however alike they look."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="+")
    # The one of the lower id, and the other.
    keyword = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="+")
    other = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["scope", "keyword", "other"], name="one_apart_a_pair")
        ]

    def __str__(self) -> str:
        return f"{self.keyword_id} apart from {self.other_id}"


class PieceKeyword(models.Model):
    """A keyword that a piece owns on its channel: the main one, or one it also serves."""

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="keywords")
    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="+")
    keyword = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="+")
    main = models.BooleanField(default=False)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["scope", "keyword"], name="one_owner_a_keyword_and_scope"
            ),
            models.UniqueConstraint(
                fields=["piece"], condition=models.Q(main=True), name="one_main_keyword_a_piece"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.keyword_id} of {self.piece_id}"
