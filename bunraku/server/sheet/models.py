"""Scopes, keywords, the derived row of each keyword in a scope, and what the user decided about
it."""

from django.db import models

from bunraku.server.projects.models import Outlet, Project

STATES = ("open", "shortlisted", "dropped", "parked", "kept", "left_out")
STATE_CODE = {name: code for code, name in enumerate(STATES)}
IN_PLAY = (STATE_CODE["open"], STATE_CODE["shortlisted"], STATE_CODE["kept"])
"""States of keywords that are weighed, clustered and planned with."""


class Scope(models.Model):
    """One project on one channel in one locale: the sheet that a person looks at."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="scopes")
    channel = models.CharField(max_length=12)
    locale = models.CharField(max_length=5)
    # What the scope's own readings taught (see core.weigh.trust.learn): spreads by source, shares
    # of broad figures, how far rough ones are off.
    learned = models.JSONField(default=dict)
    # What relevance was learned: weights by stem and on how many decisions they rest (see
    # core.gather.relevance).
    taste = models.JSONField(default=dict)
    # How alike keywords of one cluster must be, times the usual (see core.cluster.clustering).
    strictness = models.FloatField(default=1.0)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["project", "channel", "locale"], name="one_scope_a_channel_and_locale"
            )
        ]

    @property
    def language(self) -> str:
        """The language that its keywords are in."""
        return self.locale.partition("-")[0]

    def __str__(self) -> str:
        return f"{self.channel} {self.locale}"


class Keyword(models.Model):
    """A keyword of a project: its first spelling and its identity key."""

    # No index of its own here and below, where another one begins with the same: each costs a tenth
    # of an import.
    project = models.ForeignKey(
        Project, on_delete=models.CASCADE, related_name="keywords", db_index=False
    )
    key = models.CharField(max_length=250)
    text = models.CharField(max_length=200)
    added = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["project", "key"], name="one_keyword_a_key")]

    def __str__(self) -> str:
        return self.text


class Decision(models.Model):
    """What the user decided about a keyword in a scope; never touched by a rebuild."""

    scope = models.ForeignKey(
        Scope, on_delete=models.CASCADE, related_name="decisions", db_index=False
    )
    keyword = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="decisions")
    state = models.PositiveSmallIntegerField(default=0)
    reason = models.CharField(max_length=200, blank=True)
    priority = models.CharField(max_length=6, blank=True)
    intent = models.CharField(max_length=14, blank=True)
    # The person's own guess at the chance: easy, even or hard.
    guess = models.CharField(max_length=4, blank=True, default="")
    note = models.CharField(max_length=500, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["scope", "keyword"], name="one_decision_a_keyword_and_scope"
            )
        ]


_FILTERED = [
    "state",
    "volume",
    "difficulty",
    "chance",
    "worth",
    "cpc",
    "words",
    "intent",
    "verdict",
    "cluster",
]


_OF_PAGES = [
    *("state", "volume", "chance", "intent", "title_matches", "weak_spots", "weakest"),
    *("new_month", "phrase_pages", "address_matches"),
]


def _covering(name: str, order: str) -> models.Index:
    # Ordered by the popular sorts and holding what filters read, so that neither paging deep nor
    # counting touches rows.
    rest = [field for field in _FILTERED if field != order.lstrip("-")]
    return models.Index(fields=["scope", order, "id", *rest], name=name)


class Row(models.Model):
    """One keyword in one scope with every column that can be filtered or sorted (`columns.py` says
    what each is). Derived: it can be thrown away and rebuilt. What depends on an outlet is the
    chosen one's.

    Null is unknown. `priority` (else what is passed on) and an overruled intent are copies of the
    decision; so is `state`,
    but that a keyword nobody decided about is left out where a rule says so."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="rows", db_index=False)
    keyword = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="rows")
    text = models.CharField(max_length=200)
    # The text without case and accents: what words are looked for in, and sorted by.
    folded = models.CharField(max_length=400, default="")
    words = models.PositiveSmallIntegerField()
    state = models.PositiveSmallIntegerField(default=0)
    priority = models.CharField(max_length=6, blank=True, default="")
    # What its cluster or theme passes on to it; a priority of its own stands against it.
    passed_on = models.CharField(max_length=6, blank=True, default="")
    volume = models.FloatField(null=True)
    volume_low = models.FloatField(null=True)
    volume_high = models.FloatField(null=True)
    volume_from = models.PositiveSmallIntegerField(default=0)
    volume_rough = models.BooleanField(default=False)
    volume_disagrees = models.BooleanField(default=False)
    # Whether a reading of a practice source stands behind any of its figures.
    practice = models.BooleanField(default=False)
    # What its chance rests on (see core.weigh.without_page).
    chance_from = models.PositiveSmallIntegerField(default=0)
    trend = models.PositiveSmallIntegerField(default=0)
    change_share = models.FloatField(null=True)
    season_strength = models.FloatField(null=True)
    # Twelve shares of the year in thousandths, January first; empty where unknown.
    month_share = models.JSONField(default=list)
    peak_month = models.PositiveSmallIntegerField(default=0)
    climb_month = models.PositiveSmallIntegerField(default=0)
    cpc = models.FloatField(null=True)
    ad_competition = models.FloatField(null=True)
    intent = models.SmallIntegerField(default=-1)
    local = models.BooleanField(default=False)
    difficulty = models.FloatField(null=True)
    own_strength = models.FloatField(null=True)
    chance = models.FloatField(null=True)
    # Between what an estimated chance lies; null where it is read from a results page.
    chance_low = models.FloatField(null=True)
    chance_high = models.FloatField(null=True)
    position = models.FloatField(null=True)
    weak_spots = models.PositiveSmallIntegerField(null=True)
    title_matches = models.PositiveSmallIntegerField(null=True)
    # What the results page says in single figures (see core.weigh.page_signs).
    address_matches = models.PositiveSmallIntegerField(null=True)
    weakest = models.FloatField(null=True)
    phrase_pages = models.FloatField(null=True)
    openness = models.FloatField(null=True)
    publishers = models.PositiveSmallIntegerField(null=True)
    new_month = models.PositiveSmallIntegerField(null=True)
    views_least = models.FloatField(null=True)
    views_typical = models.FloatField(null=True)
    changes = models.FloatField(null=True)
    features = models.PositiveSmallIntegerField(default=0)
    clicks = models.FloatField(null=True)
    click_value = models.FloatField(null=True)
    worth = models.FloatField(null=True)
    verdict = models.PositiveSmallIntegerField(default=0)
    hands = models.JSONField(default=list)
    fit = models.FloatField(default=1)
    waiting = models.BooleanField(default=True)
    cluster = models.BigIntegerField(null=True)
    relevance = models.FloatField(null=True)
    # The rule that would leave the keyword out, whatever was decided; null: none (0 is the
    # project's list of rival brands).
    left_out_by = models.BigIntegerField(null=True)
    # The first row of its variant family, null where it is alone; how many it has; whether this one
    # stands for them.
    family = models.BigIntegerField(null=True)
    family_size = models.PositiveSmallIntegerField(default=1)
    leads = models.BooleanField(default=True)
    # What keywords of the same words in another order share.
    same_words = models.BigIntegerField(null=True)
    # The job that brought it into the scope, and all the ways it came, a bit each (see
    # gather.ways.BITS).
    run = models.BigIntegerField(null=True)
    ways = models.BigIntegerField(default=0)
    # From the person's own report on their pages.
    own_clicks = models.FloatField(null=True)
    own_impressions = models.FloatField(null=True)
    own_position = models.FloatField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["scope", "keyword"], name="one_row_a_keyword_and_scope")
        ]
        indexes = [
            _covering("row_by_worth", "-worth"),
            _covering("row_by_volume", "-volume"),
            _covering("row_by_difficulty", "difficulty"),
            _covering("row_by_chance", "-chance"),
            _covering("row_by_text", "folded"),
            # What is asked of results pages is counted and sorted from this one alone.
            models.Index(fields=["scope", "-openness", "id", *_OF_PAGES], name="row_by_openness"),
            models.Index(fields=["scope", "-id", "state", "run", "ways"], name="row_by_arrival"),
            models.Index(
                fields=["scope", "-relevance", "id", "state", "run", "ways"],
                name="row_by_relevance",
            ),
            models.Index(fields=["scope", "waiting", "state"], name="row_waiting"),
            models.Index(fields=["scope", "cluster", "state"], name="row_by_cluster"),
            models.Index(
                fields=["family"], name="row_by_family", condition=models.Q(family__isnull=False)
            ),
            models.Index(
                fields=["same_words"],
                name="row_by_words",
                condition=models.Q(same_words__isnull=False),
            ),
            models.Index(
                fields=["left_out_by"],
                name="row_by_rule",
                condition=models.Q(left_out_by__isnull=False),
            ),
        ]

    def __str__(self) -> str:
        return self.text


class Outlook(models.Model):
    """What a keyword is to one outlet: its strength for it, its chance, clicks, worth and verdict.
    Derived.

    A row holds a copy of those of its channel's chosen outlet, for the sheet to filter and sort
    by."""

    row = models.ForeignKey(Row, on_delete=models.CASCADE, related_name="outlooks", db_index=False)
    outlet = models.ForeignKey(Outlet, on_delete=models.CASCADE, related_name="+")
    own_strength = models.FloatField(null=True)
    chance = models.FloatField(null=True)
    chance_low = models.FloatField(null=True)
    chance_high = models.FloatField(null=True)
    position = models.FloatField(null=True)
    weak_spots = models.PositiveSmallIntegerField(null=True)
    clicks = models.FloatField(null=True)
    worth = models.FloatField(null=True)
    verdict = models.PositiveSmallIntegerField(default=0)
    hands = models.JSONField(default=list)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["row", "outlet"], name="one_outlook_a_row_and_outlet")
        ]


class RowPage(models.Model):
    """The ids of a row's organic results, packed as 64-bit integers: what clustering reads; and who
    publishes the first ten of them, in order, with their authority, followers or reviews (null:
    unknown)."""

    row = models.OneToOneField(Row, on_delete=models.CASCADE, primary_key=True, related_name="page")
    result_ids = models.BinaryField()
    features = models.JSONField(default=list)
    publishers = models.JSONField(default=list)
    standings = models.JSONField(default=list)
