"""The filters of the sheet: what can be asked of it, and how that becomes one query."""

from typing import Annotated, Literal

from django.db.models import Count, F, Q, QuerySet
from django.db.models.expressions import OrderBy
from ninja import Field, Schema

from bunraku.core.weigh.intent_cues import INTENTS
from bunraku.core.weigh.verdict import VERDICTS
from bunraku.server.sheet.models import IN_PLAY, STATE_CODE, Row, Scope

Sort = Literal[
    "worth",
    "volume",
    "difficulty",
    "chance",
    "text",
    "cpc",
    "words",
    "change",
    "title_matches",
    "clicks",
    "position",
    "weak_spots",
    "fit",
    "intent",
    "verdict",
    "season",
    "relevance",
    "arrival",
]
SORT_FIELD: dict[str, str] = {"change": "change_share", "season": "season_strength", "arrival": "id"}
NEVER_NULL = ("text", "words", "fit", "intent", "verdict", "id")
_NARROW_NOTHING = ("channel", "state", "sort", "descending", "offset", "limit")
RANGES = ("volume", "difficulty", "chance", "worth", "cpc", "words")
Number = Annotated[float | None, Field(ge=0, le=1e12)]


class SheetFilter(Schema):
    """What of a scope's keywords is wanted. All conditions hold together; lists are any-of."""

    channel: Literal["web", "video", "marketplace"] = "web"
    q: str = Field("", max_length=200)
    without: str = Field("", max_length=200)
    volume_min: Number = None
    volume_max: Number = None
    difficulty_min: Number = None
    difficulty_max: Number = None
    chance_min: Number = None
    chance_max: Number = None
    worth_min: Number = None
    worth_max: Number = None
    cpc_min: Number = None
    cpc_max: Number = None
    words_min: Number = None
    words_max: Number = None
    intent: list[Literal["informational", "navigational", "commercial", "transactional"]] = []
    local: bool | None = None
    verdict: list[Literal["go", "try", "hard", "skip", "none"]] = []
    state: Literal["in_play", "open", "kept", "shortlisted", "parked", "dropped", "left_out", "all"] = "in_play"
    waiting: bool | None = None
    cluster: Annotated[int | None, Field(ge=1, le=2**53)] = None
    leads: bool | None = None
    own: bool | None = None
    rule: Annotated[int | None, Field(ge=0, le=2**53)] = None


class SheetQuery(SheetFilter):
    """A filter with its order and the part of the list that is wanted."""

    sort: Sort = "worth"
    descending: bool = True
    offset: int = Field(0, ge=0, le=10_000_000)
    limit: int = Field(100, ge=1, le=500)


def filtered(scope: Scope, wanted: SheetFilter) -> QuerySet[Row]:
    """The rows of a scope that a filter lets through, in no order."""
    condition = Q(scope=scope) & _state(wanted.state)
    rows = Row.objects.all()
    worded = bool(wanted.q.split() or wanted.without.split())
    for name in RANGES:
        low, high = getattr(wanted, f"{name}_min"), getattr(wanted, f"{name}_max")
        if low is None and high is None:
            continue
        column = name
        if worded:
            # Words are looked for in the index that begins with the text and covers everything else; a bare range would lure
            # the database to another index and from there to every single row.
            column = f"{name}_as_is"
            rows = rows.alias(**{column: F(name) + 0})
        if low is not None:
            condition &= Q(**{f"{column}__gte": low})
        if high is not None:
            condition &= Q(**{f"{column}__lte": high})
    if wanted.intent:
        condition &= Q(intent__in=[INTENTS.index(name) for name in wanted.intent])
    if wanted.verdict:
        codes = [VERDICTS.index("" if name == "none" else name) for name in wanted.verdict]
        condition &= Q(verdict__in=codes)
    if wanted.local is not None:
        condition &= Q(local=wanted.local)
    if wanted.waiting is not None:
        condition &= Q(waiting=wanted.waiting)
    if wanted.cluster is not None:
        condition &= Q(cluster=wanted.cluster)
    if wanted.leads is not None:
        condition &= Q(leads=wanted.leads)
    if wanted.own is not None:
        condition &= Q(own_impressions__isnull=not wanted.own)
    if wanted.rule is not None:
        condition &= Q(left_out_by=wanted.rule)
    for word in wanted.q.split():
        condition &= Q(text__icontains=word)
    for word in wanted.without.split():
        condition &= ~Q(text__icontains=word)
    return rows.filter(condition)


def _state(state: str) -> Q:
    if state == "all":
        return Q()
    if state == "in_play":
        # Any-of and not "not dropped", so that an index can be used.
        return Q(state__in=IN_PLAY)
    return Q(state=STATE_CODE[state])


def count_of(scope: Scope, wanted: SheetFilter) -> int:
    """How many rows of a scope a filter lets through."""
    rows = filtered(scope, wanted)
    if not wanted.model_dump(exclude=set(_NARROW_NOTHING), exclude_defaults=True):
        # Waiting or not is all the same here; naming both has the rows counted in the index that begins with it, the shortest
        # with the state, in half the time.
        rows = rows.filter(waiting__in=(True, False))
    return rows.count()


def one_page(scope: Scope, wanted: SheetQuery) -> tuple[QuerySet[Row], int]:
    """The rows of a page in order, and how many the filter lets through in all. Unknown figures come last either way."""
    rows = filtered(scope, wanted)
    field = SORT_FIELD.get(wanted.sort, wanted.sort)
    if wanted.descending or field in NEVER_NULL:
        total = known = count_of(scope, wanted)
    else:
        counted = rows.aggregate(total=Count("pk"), known=Count(field))
        total, known = counted["total"], counted["known"]
    start, end = wanted.offset, wanted.offset + wanted.limit
    order = [f"-{field}" if wanted.descending else field, "id"]
    if wanted.descending or field in NEVER_NULL:
        # SQLite and the standard differ on where nulls go; falling order puts them last here.
        ids = rows.order_by(*order)
    elif end <= known:
        ids = rows.filter(**{f"{field}__isnull": False}).order_by(*order)
    elif start >= known:
        ids = rows.filter(**{f"{field}__isnull": True}).order_by("id")
        start, end = start - known, end - known
    else:
        # The one page where the known end and the unknown begin.
        ids = rows.order_by(_nulls_last(field), "id")
    # Ids from the index alone, then only these rows: walking deep costs index entries, not rows.
    page = Row.objects.filter(pk__in=ids.values("pk")[start:end])
    return page.order_by(_nulls_last(field, descending=wanted.descending), "id"), total


def _nulls_last(field: str, *, descending: bool = False) -> OrderBy:
    return F(field).desc(nulls_last=True) if descending else F(field).asc(nulls_last=True)
