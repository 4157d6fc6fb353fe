"""Pieces of content and the keywords they own."""

from django.db import models

from bunraku.core.plan.work import STATES
from bunraku.server.cluster.models import Cluster
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.models import Keyword, Scope


class Piece(models.Model):
    """Something to publish: its kind, outlet, hours and month. `pinned`: the month is the user's
    own and holds; without a month, that it gets none."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="pieces")
    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="pieces")
    outlet = models.ForeignKey(Outlet, on_delete=models.SET_NULL, null=True, related_name="pieces")
    cluster = models.ForeignKey(
        Cluster, on_delete=models.SET_NULL, null=True, related_name="pieces"
    )
    title = models.CharField(max_length=200)
    kind = models.CharField(max_length=10)
    because = models.CharField(max_length=200, blank=True)
    hours = models.FloatField()
    month = models.DateField(null=True)
    pinned = models.BooleanField(default=False)
    # First and last month that fitting may give it.
    not_before = models.DateField(null=True)
    by_month = models.DateField(null=True)
    # How far the work on it has come: a state of `core.plan.work`.
    state = models.CharField(max_length=8, default="idea", choices=[(s, s) for s in STATES])
    # Who makes it, by name: people of the project come later.
    maker = models.CharField(max_length=80, blank=True)
    due = models.DateField(null=True)
    hours_spent = models.FloatField(default=0)
    # Of a piece that exists already and is to be improved, and of one that is live.
    address = models.CharField(max_length=2_000, blank=True)
    improves = models.BooleanField(default=False)
    reserve_title = models.CharField(max_length=200, blank=True)
    parked_idea = models.TextField(max_length=4_000, blank=True)
    note = models.TextField(max_length=10_000, blank=True)
    # Tags and phrases taken for it from results pages, in the order they were taken.
    tags = models.JSONField(default=list)
    # Addresses of live pages that stand for its keywords and that it is not meant to improve.
    apart_from = models.JSONField(default=list)

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return self.title


class PieceComment(models.Model):
    """Something that somebody said about a piece."""

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="comments")
    who = models.CharField(max_length=150)
    said = models.TextField(max_length=4_000)
    when = models.DateTimeField()

    class Meta:
        ordering = ["when", "pk"]

    def __str__(self) -> str:
        return f"{self.who}: {self.said[:40]}"


class PieceAfter(models.Model):
    """A piece that waits for another one: a spoke for its hub, a comparison for what it compares.
    The one that waits never stands in an earlier month, and links to the other."""

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="waits_for")
    first = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="waited_for_by")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["piece", "first"], name="one_after_a_pair"),
            models.CheckConstraint(
                condition=~models.Q(piece=models.F("first")), name="no_piece_after_itself"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.piece_id} after {self.first_id}"


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


LIMITED = ("maker", "kind", "alike", "towns")


class PlanLimit(models.Model):
    """What the plan keeps to besides the hours of a month: hours a month of one who makes pieces
    (`of` "maker", by name), pieces of a kind a month ("kind", by id), location pages that differ
    too little ("alike"), location pages of an outlet in per cent of its pages ("towns")."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="plan_limits")
    of = models.CharField(max_length=5, choices=[(of, of) for of in LIMITED])
    name = models.CharField(max_length=80, blank=True)
    most = models.FloatField()

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(fields=["project", "of", "name"], name="one_limit_a_thing")
        ]

    def takes(self, maker: str, kind: str, hours: float) -> float:
        """What a piece takes of it; of those that are too alike it is told elsewhere."""
        if self.of == "maker":
            return hours if maker == self.name else 0.0
        return float(self.of == "kind" and kind == self.name)

    def __str__(self) -> str:
        return f"{self.of} {self.name}: {self.most:g}"


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
