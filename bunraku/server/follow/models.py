"""What is live, the phrases it is followed for with their checks, the diary, and how one looks."""

from django.db import models

from bunraku.core.follow.rhythm import HOWS
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.sheet.models import Keyword, Scope

DEVICES = ("desktop", "phone")


class LivePiece(models.Model):
    """A page, video or listing that is published and followed. It outlives its piece in the plan
    and its outlet: what was seen of it stays. What `seen` says is derived from its checks, for the
    list."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="live_pieces")
    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="+")
    piece = models.OneToOneField(Piece, on_delete=models.SET_NULL, null=True, related_name="live")
    outlet = models.ForeignKey(
        Outlet, on_delete=models.SET_NULL, null=True, related_name="live_pieces"
    )
    title = models.CharField(max_length=200)
    kind = models.CharField(max_length=10)
    address = models.CharField(max_length=2_000)
    published = models.DateField()
    # The day from which it is followed: later than it was published where it existed before.
    followed = models.DateField()
    # The fields as they are published, by id (see core.write.fields), and what they were read back
    # as: by field, with the day.
    fields = models.JSONField(default=dict)
    read_back = models.JSONField(default=dict)
    # The title before, until the day on which it was changed.
    old_title = models.CharField(max_length=1_000, blank=True)
    retitled = models.DateField(null=True)
    # Taken down on this day.
    gone = models.DateField(null=True)
    last_check = models.DateField(null=True)
    next_check = models.DateField(null=True)
    first_shown = models.DateField(null=True)
    seen = models.JSONField(default=dict)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(fields=["project", "address"], name="one_live_piece_an_address")
        ]
        indexes = [models.Index(fields=["next_check"], name="live_by_next_check")]

    def __str__(self) -> str:
        return self.title


class Followed(models.Model):
    """A phrase that a live piece is followed for, as seen from a place on a device, with its checks
    (see core.follow.checks) and the forecast that was made when it was published, which never
    changes."""

    live = models.ForeignKey(LivePiece, on_delete=models.CASCADE, related_name="phrases")
    keyword = models.ForeignKey(Keyword, on_delete=models.SET_NULL, null=True, related_name="+")
    # Its identity key and text: a keyword that is removed or renamed leaves its history here.
    term = models.CharField(max_length=250)
    text = models.CharField(max_length=200)
    place = models.CharField(max_length=80, blank=True, default="")
    # A place in `DEVICES`.
    device = models.PositiveSmallIntegerField(default=0)
    main = models.BooleanField(default=False)
    # No longer one of the piece's phrases, from this day on.
    until = models.DateField(null=True)
    searches = models.FloatField(null=True)
    # What was foretold on `foretold`: chance of page one, place there, clicks a month, the own
    # strength without what was learned, the strengths of the page (ten, null where none stood).
    foretold = models.DateField(null=True)
    chance = models.FloatField(null=True)
    position = models.FloatField(null=True)
    clicks = models.FloatField(null=True)
    own_strength = models.FloatField(null=True)
    strengths = models.JSONField(default=list)
    checks = models.BinaryField(default=b"")
    # The other piece of one's own that stood best at the last check.
    other = models.CharField(max_length=2_000, blank=True)

    class Meta:
        ordering = ["-main", "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["live", "term", "place", "device"], name="one_track_a_phrase"
            )
        ]

    def __str__(self) -> str:
        return self.text


ENTRIES = ("published", "fields", "pictures", "price", "links", "engine", "other", "unpublished")
"""What an entry of the diary may tell of."""


class DiaryEntry(models.Model):
    """Something that happened on a day: to a live piece, or to all of a channel (an update of its
    engine). `changes`, fields with what stood there before and after. `judged`, what came of it
    (see core.follow.before_after), as of `judged_on`: derived."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="diary")
    live = models.ForeignKey(LivePiece, on_delete=models.CASCADE, null=True, related_name="diary")
    channel = models.CharField(max_length=12, blank=True)
    day = models.DateField()
    what = models.CharField(max_length=11, choices=[(what, what) for what in ENTRIES])
    changes = models.JSONField(default=list)
    reason = models.CharField(max_length=500, blank=True)
    note = models.TextField(max_length=4_000, blank=True)
    who = models.CharField(max_length=150, blank=True)
    made = models.DateTimeField(auto_now_add=True)
    check_back = models.DateField(null=True)
    looked_back = models.DateField(null=True)
    judged = models.JSONField(default=dict)
    judged_on = models.DateField(null=True)

    class Meta:
        ordering = ["-day", "-pk"]

    def __str__(self) -> str:
        return f"{self.what} on {self.day}"


class Watch(models.Model):
    """How a project looks at what is live: its rhythm, how deep, from where, on what, and what that
    may cost a month. `spent`, tenths of a lookup by month."""

    project = models.OneToOneField(Project, on_delete=models.CASCADE, related_name="watch")
    rhythm = models.CharField(max_length=6, default="kind", choices=[(how, how) for how in HOWS])
    depth = models.PositiveSmallIntegerField(default=100)
    places = models.JSONField(default=list)
    phone = models.BooleanField(default=False)
    most_a_month = models.PositiveIntegerField(default=400)
    spent = models.JSONField(default=dict)

    def __str__(self) -> str:
        return f"how project {self.project_id} looks"


class MonthFigure(models.Model):
    """A figure of a month's report that is the person's own: visits, inquiries, sales, links …, of
    one outlet or all, with where it is from."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="month_figures")
    outlet = models.ForeignKey(
        Outlet, on_delete=models.CASCADE, null=True, related_name="month_figures"
    )
    month = models.DateField()
    name = models.CharField(max_length=30)
    value = models.FloatField()
    source = models.CharField(max_length=60, default="typed")

    class Meta:
        ordering = ["month", "name"]
        constraints = [
            models.UniqueConstraint(
                fields=["project", "outlet", "month", "name"], name="one_figure_a_month"
            )
        ]

    def __str__(self) -> str:
        return f"{self.name} in {self.month:%B %Y}: {self.value:g}"


class OwnQuery(models.Model):
    """One line of the person's own page-and-query report: what a page got from a query on a day, or
    in the days up to it."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="own_queries")
    channel = models.CharField(max_length=12)
    day = models.DateField()
    page = models.CharField(max_length=2_000)
    term = models.CharField(max_length=250)
    clicks = models.FloatField(null=True)
    impressions = models.FloatField(null=True)
    position = models.FloatField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["project", "channel", "day", "page", "term"], name="one_line_a_page_query"
            )
        ]

    def __str__(self) -> str:
        return f"{self.term} on {self.day}"
