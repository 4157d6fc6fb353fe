"""What hangs on rows: which others would go with them, and which would only lose their hold."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from django.db import models
from django.db.models.deletion import get_candidate_relations_to_delete

from bunraku.server.database.parts import in_parts
from bunraku.server.journal.undoing import is_derived


@dataclass(frozen=True)
class Dependents:
    """Rows of a model that hang on others by a field, and whether they go with them."""

    model: type[models.Model]
    field: str
    goes: bool
    rows: Sequence[models.Model]


def dependents_of(rows: Sequence[models.Model]) -> Iterator[Dependents]:
    """All that hangs on rows, on what hangs on them, and so on; derived rows are left out, and so
    is what is let go of by itself."""
    by_model: dict[type[models.Model], list[Any]] = {}
    for row in rows:
        by_model.setdefault(type(row), []).append(row.pk)
    for model, pks in by_model.items():
        relation: Any
        for relation in get_candidate_relations_to_delete(model._meta):
            related = relation.related_model
            if is_derived(related):
                continue
            name = relation.field.name
            held = [
                row
                for part in in_parts(pks)
                for row in related._default_manager.filter(**{f"{name}__in": part}).order_by("pk")
            ]
            if held:
                goes = relation.on_delete is models.CASCADE
                yield Dependents(related, name, goes, held)
                if goes:
                    yield from dependents_of(held)
