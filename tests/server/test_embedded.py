"""The embedded database: values kept while it stays as it is, never an old one after any change;
and its log."""

import sqlite3
import threading
import time
from contextlib import closing
from pathlib import Path

import pytest
from django.conf import settings
from django.contrib.auth.models import User
from django.db import connection, transaction

from bunraku.server.database import unchanged
from bunraku.server.database.log_file import take_in_log
from bunraku.server.database.unchanged import while_unchanged

pytestmark = pytest.mark.skipif(
    settings.DATABASES["default"]["ENGINE"] != settings.SQLITE["ENGINE"],
    reason="only the embedded database tells whether it has changed",
)


class People:
    """Counts people, and how often it was made to."""

    def __init__(self) -> None:
        self.worked = 0

    def __call__(self) -> int:
        self.worked += 1
        return User.objects.count()

    def kept(self) -> int:
        return while_unchanged(("people",), self)


@pytest.mark.django_db(transaction=True)
def test_a_value_is_kept_until_anybody_writes() -> None:
    people = People()
    assert [people.kept(), people.kept(), people.worked] == [0, 0, 1]
    User.objects.create(username="own")
    assert [people.kept(), people.kept(), people.worked] == [1, 1, 2]
    with closing(sqlite3.connect(connection.settings_dict["NAME"])) as other:
        other.execute("UPDATE auth_user SET username = 'another'")
        other.commit()
        assert [people.kept(), people.worked] == [1, 3]
        other.execute("DELETE FROM auth_user")
        # Not committed: it is not there for anybody else yet.
        assert [people.kept(), people.worked] == [1, 3]
        other.commit()
    assert [people.kept(), people.worked] == [0, 4]


@pytest.mark.django_db(transaction=True)
def test_nothing_is_kept_of_what_may_be_taken_back() -> None:
    people = People()
    with transaction.atomic():
        User.objects.create(username="passing")
        assert [people.kept(), people.kept(), people.worked] == [1, 1, 2]
        transaction.set_rollback(True)
    assert people.kept() == 0


@pytest.mark.django_db(transaction=True)
def test_it_keeps_no_more_than_some(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(unchanged, "MOST_KEPT", 3)
    # What others kept before is forgotten with this.
    User.objects.create(username="a change")
    for n in range(10):
        assert while_unchanged(("n", n), lambda n=n: n) == n
    assert while_unchanged(("n", 2), lambda: 7) == 2
    assert while_unchanged(("n", 9), lambda: 7) == 7


@pytest.mark.django_db(transaction=True)
def test_threads_share_what_is_kept_and_see_each_others_changes() -> None:
    """Each has a connection of its own. What one knew before another wrote is no longer told."""
    people = People()
    told: list[int] = []
    turn, done = threading.Event(), threading.Event()

    def other() -> None:
        told.append(people.kept())
        turn.set()
        done.wait(10)
        told.append(people.kept())
        User.objects.create(username="the other's")
        connection.close()

    thread = threading.Thread(target=other)
    assert people.kept() == 0
    thread.start()
    turn.wait(10)
    assert [people.kept(), people.worked] == [0, 2]
    User.objects.create(username="own")
    # A change that comes while somebody works is not missed by what they keep.
    assert while_unchanged(("slow",), lambda: User.objects.create(username="amid") and 0) == 0
    assert while_unchanged(("slow",), User.objects.count) == 2
    done.set()
    thread.join()
    assert told == [0, 2]
    assert people.kept() == 3


@pytest.mark.django_db(transaction=True)
def test_the_log_is_taken_in_unless_somebody_reads() -> None:
    log = Path(f"{connection.settings_dict['NAME']}-wal")
    for n in range(300):
        User.objects.create(username=f"{n} {'x' * 100}")
    assert log.stat().st_size > 100_000
    with closing(sqlite3.connect(connection.settings_dict["NAME"])) as reader:
        reader.execute("BEGIN")
        reader.execute("SELECT count(*) FROM auth_user").fetchone()
        User.objects.create(username="meanwhile")
        began = time.monotonic()
        take_in_log()
        assert time.monotonic() - began < 5
        assert log.stat().st_size > 100_000
    take_in_log()
    assert log.stat().st_size == 0
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA busy_timeout")
        assert cursor.fetchone() == (20_000,)
