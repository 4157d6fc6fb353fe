"""Inserting and updating in bulk give what saving one by one gives."""

from datetime import date
from typing import Any

import pytest
from django.db import IntegrityError, transaction

from bunraku.server.database.bulk import insert_many, update_many
from bunraku.server.database.packing import pack
from bunraku.server.gather.models import Origin
from bunraku.server.projects.models import Project
from bunraku.server.readings.models import Reading
from bunraku.server.sheet.models import Keyword, Row
from bunraku.server.sheet.scopes import add_keywords, scope_of

pytestmark = pytest.mark.django_db
ON = date(2026, 10, 15)


def plain(row: Any, *without: str) -> dict[str, Any]:
    fields = [field.attname for field in type(row)._meta.concrete_fields]
    return {name: getattr(row, name) for name in fields if name not in ("id", *without)}


def test_rows_have_the_same_defaults_as_saved_ones(project: Project) -> None:
    scope = scope_of(project, "web")
    one, other = (Keyword.objects.create(project=project, key=key, text=key) for key in ("a", "b"))
    saved = Row.objects.create(scope=scope, keyword=one, text="a", words=1)
    insert_many(Row, ("keyword", "text", "words"), [(other.pk, "a", 1)], same={"scope": scope.pk})
    made = Row.objects.get(keyword=other)
    assert plain(made, "keyword_id") == plain(Row.objects.get(pk=saved.pk), "keyword_id")


def test_days_json_and_times_are_kept(project: Project) -> None:
    scope = scope_of(project, "web")
    payloads: list[Any] = [{"monthly": 3, "history": [["2026-01", 4]]}, None]
    rows = [(f"term {n}", payload) for n, payload in enumerate(payloads)]
    same = {"scope": scope.pk, "what": "counts", "source": "s", "on": ON}
    insert_many(Reading, ("term", "payload"), rows, same=same)
    assert list(Reading.objects.order_by("term").values_list("payload", "on")) == [
        (payloads[0], ON),
        (None, ON),
    ]
    insert_many(Keyword, ("key", "text"), [("k", "K")], same={"project": project.pk})
    assert Keyword.objects.get(key="k").added is not None


def test_conflicts_are_ignored_only_when_asked(project: Project) -> None:
    same = {"project": project.pk}
    insert_many(Keyword, ("key", "text"), [("k", "first")], same=same)
    insert_many(
        Keyword,
        ("key", "text"),
        [("k", "second"), ("l", "third")],
        same=same,
        ignore_conflicts=True,
    )
    assert dict(Keyword.objects.values_list("key", "text")) == {"k": "first", "l": "third"}
    with pytest.raises(IntegrityError), transaction.atomic():
        insert_many(Keyword, ("key", "text"), [("k", "again")], same=same)
    insert_many(Keyword, ("key", "text"), [], same=same)
    assert Keyword.objects.count() == 2


def test_updates_hit_their_rows_and_nothing_else(project: Project) -> None:
    scope = scope_of(project, "web")
    add_keywords(scope, {"a": "a", "b": "b", "c": "c"})
    first, second, third = Row.objects.order_by("pk")
    third.delete()
    answer = [
        (4.5, [83] * 12, False, first.pk),
        (None, [], True, second.pk),
        (9.0, [], True, third.pk or 99),
    ]
    update_many(Row, ("volume", "month_share", "waiting"), answer)
    assert list(
        Row.objects.order_by("pk").values_list("text", "volume", "month_share", "waiting")
    ) == [
        ("a", 4.5, [83] * 12, False),
        ("b", None, [], True),
    ]


def test_keywords_are_added_in_the_order_they_came_and_once(project: Project) -> None:
    scope = scope_of(project, "web")
    texts = {f"word {n}": f"Word {n}" for n in (5, 3, 9, 1)}
    ids, new = add_keywords(scope, texts, left_out={"word 9": 7}, run=3, ways={"word 9": 4})
    assert list(Row.objects.order_by("pk").values_list("text", flat=True)) == list(texts.values())
    assert new == set(texts) == set(ids)
    assert list(Row.objects.filter(left_out_by=7).values_list("text", "state")) == [("Word 9", 5)]
    assert set(Row.objects.values_list("run", flat=True)) == {3}
    add_keywords(scope, {"word 9": "word 9"}, run=8, ways={"word 9": 1})
    # What stands already keeps the run that brought it, and comes by one way more.
    assert Row.objects.filter(text="Word 9").values_list("run", "ways").get() == (3, 5)
    again, fresh = add_keywords(scope, {"word 3": "WORD 3", "word 4": "word 4"})
    assert fresh == {"word 4"}
    assert again["word 3"] == ids["word 3"]
    assert Row.objects.count() == 5
    # On another channel they are the same keywords, with rows of their own.
    _, there = add_keywords(scope_of(project, "video"), texts)
    assert there == set(texts)
    assert Keyword.objects.count() == 5


def test_more_than_one_batch(project: Project) -> None:
    scope = scope_of(project, "web")
    ids, new = add_keywords(scope, {f"word {n}": f"word {n}" for n in range(2_500)})
    assert len(ids) == len(new) == Row.objects.count() == 2_500
    origins = [(pk, "import", "a file", "s") for pk in ids.values()]
    insert_many(
        Origin,
        ("keyword", "method", "seed", "source"),
        origins,
        same={"scope": scope.pk, "on": date(2026, 1, 1)},
    )
    assert Origin.objects.filter(first=False, figure=None, job=None).count() == 2_500


@pytest.mark.parametrize("count", [1, 99, 100, 101, 2_050])
def test_however_many_come_each_is_inserted_once(project: Project, count: int) -> None:
    def keep(text: str) -> None:
        rows = [(f"k{n}", f"{text} {n}") for n in range(count)]
        unique = ("project", "key")
        insert_many(Keyword, ("key", "text"), rows, same={"project": project.pk}, unique=unique)

    keep("first")
    # Once more, they are the same rows with another text.
    keep("then")
    texts = dict(Keyword.objects.values_list("key", "text"))
    assert texts == {f"k{n}": f"then {n}" for n in range(count)}


def test_what_was_packed_before_is_kept_as_it_is(project: Project) -> None:
    payload = {"monthly": 3, "history": [[f"2026-{month:02}", 40] for month in range(1, 13)]}
    same = {"scope": scope_of(project, "web").pk, "what": "counts", "source": "s"}
    for term, value in (("packed", pack(payload)), ("plain", payload)):
        insert_many(Reading, ("term", "payload"), [(term, value)], same={**same, "on": ON})
    assert [reading.payload for reading in Reading.objects.all()] == [payload, payload]
