"""The filters of the sheet: what can be asked of it, made from its columns, and how that becomes
one query."""

from typing import TYPE_CHECKING, Annotated, Any, Literal

from django.db.models import F, Q, QuerySet
from django.db.models.lookups import GreaterThan
from ninja import Field, Schema
from pydantic import create_model

from bunraku.core.channels import ChannelId
from bunraku.core.text.folding import fold
from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.sheet.column import Column
from bunraku.server.sheet.columns import FILTERED, RANGES, SORTED
from bunraku.server.sheet.models import IN_PLAY, STATE_CODE, Row, Scope
from bunraku.server.sheet.ordering import page_of

Number = Annotated[float | None, Field(ge=0, le=1e12)]
Id = Annotated[int | None, Field(ge=0, le=2**53)]
_NARROW_NOTHING = ("channel", "state", "sort", "descending", "offset", "limit")


def _asked(column: Column) -> dict[str, Any]:
    """How a column is filtered, as fields of a schema."""
    if column.filter == "range":
        return {f"{column.asked_as}_min": (Number, None), f"{column.asked_as}_max": (Number, None)}
    if column.filter == "any_of":
        names = tuple(name or "none" for name in column.names)
        return {column.asked_as: (list[Literal[names]], [])}  # type: ignore[valid-type]
    return {column.asked_as: (Id if column.filter == "is" else bool | None, None)}


class _Words(Schema):
    """What is asked of every list of keywords."""

    channel: ChannelId = "web"
    q: str = Field("", max_length=200)
    without: str = Field("", max_length=200)
    state: Literal[
        "in_play", "open", "kept", "shortlisted", "parked", "dropped", "left_out", "all"
    ] = "in_play"


if TYPE_CHECKING:

    class SheetFilter(_Words):
        """A filter, with fields for each column that can be filtered."""

    class SheetQuery(SheetFilter):
        """A filter with an order and a part of the list."""

        sort: str = "worth"
        descending: bool = True
        offset: int = 0
        limit: int = 100

else:
    SheetFilter = create_model(
        "SheetFilter",
        __base__=_Words,
        __doc__="What of a scope's keywords is wanted. All conditions hold together; lists are "
        "any-of.",
        **{name: field for column in FILTERED for name, field in _asked(column).items()},
    )
    SheetQuery = create_model(
        "SheetQuery",
        __base__=SheetFilter,
        __doc__="A filter with its order and the part of the list that is wanted.",
        sort=(Literal[tuple(column.id for column in SORTED)], "worth"),
        descending=(bool, True),
        offset=(int, Field(0, ge=0, le=10_000_000)),
        limit=(int, Field(100, ge=1, le=500)),
    )


def filtered(scope: Scope, wanted: SheetFilter) -> QuerySet[Row]:
    """The rows of a scope that a filter lets through, in no order."""
    condition = Q(scope=scope) & _state(wanted.state)
    rows = Row.objects.all()
    worded = bool(wanted.q.split() or wanted.without.split())
    for column in RANGES:
        low, high = (
            getattr(wanted, f"{column.asked_as}_min"),
            getattr(wanted, f"{column.asked_as}_max"),
        )
        if low is None and high is None:
            continue
        field = column.id
        if worded:
            # Words are looked for in the index that begins with the text and covers everything
            # else; a bare range would lure the database to another index and from there to every
            # single row.
            field = f"{column.id}_as_is"
            rows = rows.alias(**{field: F(column.id) + 0})
        if low is not None:
            condition &= Q(**{f"{field}__gte": low})
        if high is not None:
            condition &= Q(**{f"{field}__lte": high})
    for column in FILTERED:
        condition &= _narrowed(column, getattr(wanted, column.asked_as, None))
    return rows.filter(condition & words_in(wanted.q, wanted.without))


def _narrowed(column: Column, asked: Any) -> Q:
    """The condition of any filter but a range."""
    if asked is None or asked == [] or column.filter == "range":
        return Q()
    if column.type == "marks":
        return Q(GreaterThan(F(column.id).bitand(column.bits_of(asked)), 0))
    if column.filter == "any_of":
        return Q(**{f"{column.id}__in": [column.code_of(name) for name in asked]})
    if column.filter == "known":
        return Q(**{f"{column.id}__isnull": not asked})
    return Q(**{column.id: asked})


def words_in(q: str, without: str = "") -> Q:
    """All words of `q` stand in the keyword and none of `without`, whatever their case and
    accents."""
    condition = Q()
    for word in fold(q).split():
        condition &= Q(folded__contains=word)
    for word in fold(without).split():
        condition &= ~Q(folded__contains=word)
    return condition


def _state(state: str) -> Q:
    if state == "all":
        return Q()
    if state == "in_play":
        # Any-of and not "not dropped", so that an index can be used.
        return Q(state__in=IN_PLAY)
    return Q(state=STATE_CODE[state])


def count_of(scope: Scope, wanted: SheetFilter) -> int:
    """How many rows of a scope a filter lets through."""
    narrowed = wanted.model_dump(exclude=set(_NARROW_NOTHING), exclude_defaults=True)
    key = ("sheet", scope.pk, wanted.state, repr(narrowed))
    return while_unchanged(key, lambda: _count(filtered(scope, wanted), narrowed))


def _count(rows: QuerySet[Row], narrowed: dict[str, Any]) -> int:
    if not narrowed:
        # Waiting or not is all the same here; naming both has the rows counted in the index that
        # begins with it, the shortest with the state, in half the time.
        rows = rows.filter(waiting__in=(True, False))
    return rows.count()


def one_page(scope: Scope, wanted: SheetQuery) -> tuple[QuerySet[Row], int]:
    """The rows of a page in order, and how many the filter lets through in all."""
    page = page_of(
        filtered(scope, wanted),
        wanted.sort,
        descending=wanted.descending,
        offset=wanted.offset,
        limit=wanted.limit,
    )
    return page, count_of(scope, wanted)
