"""Values that are kept while the database stays as it is: counts over a hundred thousand rows,
which a page asks for again with each part that it shows."""

import threading
from collections.abc import Callable, Hashable
from typing import Any, TypeVar

from django.db import connection

T = TypeVar("T")
MOST_KEPT = 500
"""Values a process keeps: some dozen kilobytes."""


class _Kept:
    """What the connections of this process have worked out since the last change that any of them
    has seen. A connection that looks for the first time knows of no change before, so it counts as
    one that has seen some."""

    def __init__(self) -> None:
        self.lock = threading.Lock()
        self.values: dict[Hashable, Any] = {}
        self.changes_seen = 0

    def look(self, stamp: tuple[object, ...]) -> int:
        """Forget everything if this connection sees a change; how many were seen so far. To be
        called with the lock held."""
        if getattr(connection, _SEEN, None) != stamp:
            setattr(connection, _SEEN, stamp)
            self.values.clear()
            self.changes_seen += 1
        return self.changes_seen


_SEEN = "_bunraku_seen"
_kept = _Kept()


def while_unchanged(key: Hashable, work: Callable[[], T]) -> T:
    """What `work` gives, or gave when it was asked for by the same `key` and nothing has been
    written to the database since, by anybody. It is shared: nobody may change it.

    Nothing is kept within a transaction, whose own changes may still be taken back, nor where the
    database cannot tell whether it has changed."""
    if connection.vendor != "sqlite" or connection.in_atomic_block:
        return work()
    stamp = _stamp()
    with _kept.lock:
        before = _kept.look(stamp)
        if key in _kept.values:
            known: T = _kept.values[key]
            return known
    value = work()
    with _kept.lock:
        # Not where somebody saw a change meanwhile: this may be of before it.
        if _kept.changes_seen == before and len(_kept.values) < MOST_KEPT:
            _kept.values[key] = value
    return value


def _stamp() -> tuple[object, ...]:
    """What differs after any change: by others (`data_version`, which is kept a connection), or by
    this connection itself."""
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA data_version")
        (version,) = cursor.fetchone()
    raw = connection.connection
    # The connection itself and not its address, which another one may have after it.
    return (raw, version, raw.total_changes)
