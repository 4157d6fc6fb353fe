"""The embedded database's log: what was written last stands in a file of its own until it is taken
into the database."""

from django.db import connection


def take_in_log() -> None:
    """Take the log into the database and cut its file to nothing, unless somebody reads or writes
    just now: then it is done another time. Long work leaves tens of megabytes in it."""
    if connection.vendor != "sqlite" or connection.in_atomic_block:
        return
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA busy_timeout")
        (patience,) = cursor.fetchone()
        # Nobody should wait for this.
        cursor.execute("PRAGMA busy_timeout = 100")
        try:
            cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")
            cursor.fetchall()
        finally:
            cursor.execute(f"PRAGMA busy_timeout = {int(patience)}")
