"""The one order of rows, in the sheet, the stream and the exports alike: unknown figures last
either way, then as the keywords came."""

from typing import Any

from django.db.models import F, QuerySet
from django.db.models.expressions import OrderBy

from bunraku.server.sheet.column import Column
from bunraku.server.sheet.columns import BY_ID
from bunraku.server.sheet.models import Row

# What a column sorts by where that is not itself: words in the order of the alphabet, whatever
# their case and accents.
_SORTED_AS = {"text": "folded"}


def order_of(column: Column, *, descending: bool, all_known: bool = False) -> list[Any]:
    """The order by a column, for `order_by`. `all_known`: no row is without a figure, so that a
    rising order is the falling one walked backwards, of two alike the later first."""
    field = _SORTED_AS.get(column.id, column.id)
    if field == "id":
        return ["-id" if descending else "id"]
    # The database is told where the unknown goes only where there is any: told needlessly, it
    # leaves its indexes aside.
    if all_known and not descending:
        return [field, "-id"]
    if not column.can_be_null:
        return [f"-{field}" if descending else field, "id"]
    return [_nulls_last(field, descending=descending), "id"]


def ordered(
    rows: QuerySet[Row], sort: str, *, descending: bool, all_known: bool = False
) -> QuerySet[Row]:
    """Rows in the order of a column (see `columns.SORTED`)."""
    return rows.order_by(*order_of(BY_ID[sort], descending=descending, all_known=all_known))


def page_of(
    rows: QuerySet[Row],
    sort: str,
    *,
    descending: bool,
    offset: int,
    limit: int,
    all_known: bool = False,
) -> QuerySet[Row]:
    """A page of rows in the order of a column. Ids come from an index alone, then only these rows:
    walking deep costs entries of an index, not rows."""
    inner = ordered(rows, sort, descending=descending, all_known=all_known)
    ids = inner.values("pk")[offset : offset + limit]
    return ordered(Row.objects.filter(pk__in=ids), sort, descending=descending)


def _nulls_last(field: str, *, descending: bool) -> OrderBy:
    return F(field).desc(nulls_last=True) if descending else F(field).asc(nulls_last=True)
