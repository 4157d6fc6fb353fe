"""Inserting many rows of few columns: as `bulk_create` does, without an object a row and a statement a few rows. For files of a
hundred thousand rows it is the difference between seconds and minutes."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from itertools import islice
from typing import Any

from django.db import connection, models
from django.db.models.constants import OnConflict

_AT_ONCE = 2_000


def insert_many(
    model: type[models.Model],
    names: Sequence[str],
    rows: Iterable[Sequence[Any]],
    *,
    same: Mapping[str, Any] | None = None,
    ignore_conflicts: bool = False,
) -> None:
    """Insert rows. `names` are fields that differ, a value each in `rows`; `same` holds for all; every other field takes its
    default. To be called in a transaction. The statement is made by Django for whatever database is used."""
    fixed = {
        field.name: (same or {}).get(field.name, field.get_default())
        for field in model._meta.concrete_fields
        if field.name not in names and not field.primary_key
    }
    # What is null is left to the database: half of a row's columns.
    fixed = {name: value for name, value in fixed.items() if value is not None or _sets_itself(model, name)}
    fields = [model._meta.get_field(name) for name in (*names, *fixed)]
    prepared = [_prepared(field, value) for field, value in zip(fields[len(names) :], fixed.values(), strict=True)]
    columns = ", ".join(connection.ops.quote_name(str(field.column)) for field in fields)  # type: ignore[union-attr]
    conflict = OnConflict.IGNORE if ignore_conflicts else None
    statement = (
        f"{connection.ops.insert_statement(on_conflict=conflict)} {connection.ops.quote_name(model._meta.db_table)} "
        f"({columns}) VALUES ({', '.join(['%s'] * len(fields))}) "
        f"{connection.ops.on_conflict_suffix_sql(fields, conflict, [], [])}"
    )
    changed = [
        (place, _preparing(field)) for place, field in enumerate(fields[: len(names)]) if not isinstance(field, _PLAIN)
    ]
    source = iter(rows)
    with connection.cursor() as cursor:
        while part := list(islice(source, _AT_ONCE)):
            values = [[*row, *prepared] for row in part]
            for place, prepare in changed:
                for row in values:
                    row[place] = prepare(row[place])
            cursor.executemany(statement, values)


_PLAIN = (models.CharField, models.IntegerField, models.FloatField, models.BooleanField, models.ForeignKey)
"""Fields whose values every database takes as they are."""


def _preparing(field: Any) -> Callable[[Any], Any]:
    if isinstance(field, models.JSONField):
        adapt, encoder = connection.ops.adapt_json_value, field.encoder
        return lambda value: None if value is None else adapt(value, encoder)
    return lambda value: field.get_db_prep_save(value, connection)


def _sets_itself(model: type[models.Model], name: str) -> bool:
    return bool(getattr(model._meta.get_field(name), "auto_now_add", False))


def _prepared(field: Any, value: Any) -> Any:
    made = field.pre_save(_Holder(field, value), add=True) if getattr(field, "auto_now_add", False) else value
    return field.get_db_prep_save(made, connection)


class _Holder:
    """What a field that sets itself on saving takes for a row."""

    def __init__(self, field: Any, value: Any) -> None:
        setattr(self, field.attname, value)
