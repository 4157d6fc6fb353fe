"""Values that are kept while the database stays as it is: counts over a hundred thousand rows,
which a page asks for again with each part that it shows."""

from collections.abc import Callable, Hashable
from typing import Any, TypeVar

from django.db import connection

T = TypeVar("T")
MOST_KEPT = 200
"""Values a connection keeps: some kilobytes."""


def while_unchanged(key: Hashable, work: Callable[[], T]) -> T:
    """What `work` gives, or gave when it was asked for by the same `key` and nothing has been
    written to the database since, by anybody.

    Nothing is kept within a transaction, whose own changes may still be taken back, nor where the
    database cannot tell whether it has changed."""
    if connection.vendor != "sqlite" or connection.in_atomic_block:
        return work()
    # Asked before the work: what is written meanwhile makes the next one who asks work again.
    stamp = _stamp()
    kept: tuple[Any, dict[Hashable, Any]] | None = getattr(connection, _KEPT, None)
    if kept is None or kept[0] != stamp or len(kept[1]) >= MOST_KEPT:
        kept = (stamp, {})
        setattr(connection, _KEPT, kept)
    values = kept[1]
    if key not in values:
        values[key] = work()
    result: T = values[key]
    return result


_KEPT = "_bunraku_unchanged"


def _stamp() -> tuple[object, ...]:
    """What differs after any change: by others (`data_version`, which is kept a connection), or by
    this connection itself."""
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA data_version")
        (version,) = cursor.fetchone()
    raw = connection.connection
    return (id(raw), version, raw.total_changes)
