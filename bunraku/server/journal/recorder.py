"""Recording: rows as they are before a change, and what became of them. All of it in bulk: five
thousand keywords are dropped, and taken back, in about a second."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from itertools import accumulate
from typing import Any

from django.db import models
from django.db.models.functions import Length

from bunraku.server.journal.acting import who_acts
from bunraku.server.journal.dependents import dependents_of
from bunraku.server.journal.log import log
from bunraku.server.journal.models import Entry
from bunraku.server.journal.undoing import Fields, fields_of
from bunraku.server.journal.values import columns_of, plain, read

KEPT_ENTRIES = 500
"""Changes of a project that can be taken back; the oldest are forgotten first."""
KEPT_BYTES = 4_000_000
"""What the changes of a project may take in all, packed: ninety of five thousand keywords each, or
all of `KEPT_ENTRIES` of some hundreds. The latest is always kept."""
Change = dict[str, Any]


class Recorder:
    """Remembers rows before they change and records what became of them.

    Use: `with Recorder(project, "Dropped 3 keywords") as journal: journal.touch(rows); …change and
    save…`; rows just made are told by `journal.made(rows)`, rows to go are removed by
    `journal.remove(rows)`. Nothing is recorded when nothing changed or an error passes through."""

    def __init__(self, project: Any, label: str) -> None:
        self.project = project
        self.label = label
        # Model and fields to the rows remembered; None is a row that was made.
        self._before: dict[tuple[type[models.Model], Fields], dict[Any, Change | None]] = (
            defaultdict(dict)
        )
        self._known: set[tuple[type[models.Model], Any]] = set()

    def __enter__(self) -> "Recorder":
        return self

    def touch(self, rows: Iterable[models.Model], *, only: Sequence[str] = ()) -> None:
        """Remember rows as they are, before they are changed: what their room says that is carried
        of them, or `only` the fields that the change is about."""
        for row in rows:
            fields = tuple(only) or fields_of(type(row))
            self._remember(type(row), row.pk, fields, _values(row, fields))

    def made(self, rows: Iterable[models.Model]) -> None:
        """Tell of rows that were just made."""
        for row in rows:
            self._remember(type(row), row.pk, fields_of(type(row)), None)

    def remove(self, rows: Sequence[models.Model]) -> None:
        """Remove rows, remembering with them all that goes with them or loses its hold on them."""
        for row in rows:
            self._remember(type(row), row.pk, fields_of(type(row)), _values(row))
        for held in dependents_of(rows):
            if held.goes:
                for row in held.rows:
                    self._remember(held.model, row.pk, fields_of(held.model), _values(row))
            else:
                self.touch(held.rows, only=[held.field])
        by_model: dict[type[models.Model], list[Any]] = defaultdict(list)
        for row in rows:
            by_model[type(row)].append(row.pk)
        for model, pks in by_model.items():
            model._default_manager.filter(pk__in=pks).delete()

    def _remember(
        self, model: type[models.Model], pk: Any, fields: Fields, before: Change | None
    ) -> None:
        if (model, pk) not in self._known:
            self._known.add((model, pk))
            self._before[model, fields][pk] = before

    def __exit__(self, kind: type[BaseException] | None, *_: object) -> None:
        changes = [] if kind is not None else self._changes()
        if not changes:
            return
        person = who_acts(self.project)
        Entry.objects.create(
            project=self.project, by_id=person, label=self.label[:200], changes=changes
        )
        log(self.project, self.label)
        _forget_oldest(self.project)

    def _changes(self) -> list[Change]:
        changes: list[Change] = []
        for (model, fields), remembered in self._before.items():
            now = read(model, fields, list(remembered))
            changes += [
                {"model": model._meta.label, "pk": pk, "before": before, "after": now.get(pk)}
                for pk, before in remembered.items()
                if before != now.get(pk)
            ]
        return changes


def _forget_oldest(project: Any) -> None:
    """Forget the oldest entries of a project where there are too many or they are too large."""
    mine = Entry.objects.filter(project=project).order_by("-pk")
    sizes = list(mine.annotate(size=Length("changes")).values_list("pk", "size"))
    so_far = accumulate(size for _, size in sizes)
    forgotten = [
        pk
        for number, ((pk, _), total) in enumerate(zip(sizes, so_far, strict=True))
        if number >= KEPT_ENTRIES or (number and total > KEPT_BYTES)
    ]
    if forgotten:
        Entry.objects.filter(pk__in=forgotten).delete()


def _values(row: models.Model, fields: Fields = ()) -> Change:
    fields = fields or fields_of(type(row))
    columns = columns_of(type(row), fields)
    return {name: plain(getattr(row, column)) for name, column in zip(fields, columns, strict=True)}
