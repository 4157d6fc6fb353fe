"""Inserting and updating many rows: as `bulk_create` and `bulk_update` do, without an object a row
and a statement made anew for every few. For a hundred thousand rows it is the difference between
seconds and minutes."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from itertools import chain, islice, repeat
from typing import Any

from django.db import connection, models
from django.db.models.constants import OnConflict
from pydantic_core import to_json

from bunraku.server.database.packed import PackedJSONField
from bunraku.server.database.packing import pack

_AT_ONCE = 2_000
"""Rows handed to the database at once: beyond it nothing gets faster, only larger."""
_A_STATEMENT = 100
"""Rows that a statement inserts: begun and ended for each, they would take twice the time."""


def insert_many(
    model: type[models.Model],
    names: Sequence[str],
    rows: Iterable[Sequence[Any]],
    *,
    same: Mapping[str, Any] | None = None,
    ignore_conflicts: bool = False,
    unique: Sequence[str] = (),
) -> None:
    """Insert rows. `names` are fields that differ, a value each in `rows`; `same` holds for all;
    every other field takes its default. Where a row with the same `unique` fields is there already,
    its other `names` are updated instead. To be called in a transaction. The statement is made by
    Django for whatever database is used."""
    given: dict[str, Any] = dict(same or {})
    others = [
        field
        for field in model._meta.concrete_fields
        if field.name not in names and field.name not in given and not field.primary_key
    ]
    given |= {field.name: None for field in others if getattr(field, "auto_now_add", False)}
    fields = [model._meta.get_field(name) for name in (*names, *given)]
    prepared = [
        _prepared(field, value)
        for field, value in zip(fields[len(names) :], given.values(), strict=True)
    ]
    # Defaults are the code's own, so they stand in the statement: binding them anew for every row
    # would cost a quarter more. What is null is left to the database: half of a row's columns.
    defaults = {
        field: _written(field)
        for field in others
        if field.name not in given and field.get_default() is not None
    }
    every = [*fields, *defaults]
    columns = ", ".join(connection.ops.quote_name(str(field.column)) for field in every)  # type: ignore[union-attr]
    conflict = OnConflict.IGNORE if ignore_conflicts else OnConflict.UPDATE if unique else None
    key = [str(field.column) for field in fields if field.name in unique]  # type: ignore[union-attr]
    updated = [str(model._meta.get_field(name).column) for name in names if name not in unique]  # type: ignore[union-attr]
    begin = (
        f"{connection.ops.insert_statement(on_conflict=conflict)} "
        f"{connection.ops.quote_name(model._meta.db_table)} ({columns}) VALUES "
    )
    row = f"({', '.join([*['%s'] * len(fields), *defaults.values()])})"
    end = connection.ops.on_conflict_suffix_sql(every, conflict, updated, key)
    most = connection.features.max_query_params or len(fields) * _A_STATEMENT
    _execute(
        lambda count: f"{begin}{', '.join([row] * count)} {end}",
        max(1, min(_A_STATEMENT, most // len(fields))),
        fields[: len(names)],
        rows,
        prepared,
    )


def update_many(
    model: type[models.Model], names: Sequence[str], rows: Iterable[Sequence[Any]]
) -> None:
    """Update rows by their primary keys. `names` are fields, a value each in `rows`, and after them
    the key. A row that is gone meanwhile stays gone. To be called in a transaction."""
    fields = [model._meta.get_field(name) for name in names]
    quote = connection.ops.quote_name
    setting = ", ".join(f"{quote(str(field.column))} = %s" for field in fields)  # type: ignore[union-attr]
    table, key = quote(model._meta.db_table), quote(str(model._meta.pk.column))
    statement = f"UPDATE {table} SET {setting} WHERE {key} = %s"  # noqa: S608
    _execute(lambda _: statement, 1, fields, rows, [])


def _execute(
    statement_for: Callable[[int], str],
    at_once: int,
    fields: Sequence[Any],
    rows: Iterable[Sequence[Any]],
    same: Sequence[Any],
) -> None:
    """Execute a statement on each row or on so many at once, their values in the form that the
    database takes, those that are the same behind them."""
    changed = [
        (place, _preparing(field))
        for place, field in enumerate(fields)
        if not isinstance(field, _PLAIN)
    ]
    source = iter(rows)
    several = statement_for(at_once)
    with connection.cursor() as cursor:
        while part := list(islice(source, _AT_ONCE // at_once * at_once)):
            if changed:
                part = [_changed(row, changed) for row in part]
            whole = len(part) // at_once * at_once
            cursor.executemany(
                several,
                [_flat(part[start : start + at_once], same) for start in range(0, whole, at_once)],
            )
            if rest := part[whole:]:
                cursor.execute(statement_for(len(rest)), _flat(rest, same))


def _changed(
    row: Sequence[Any], changed: Sequence[tuple[int, Callable[[Any], Any]]]
) -> Sequence[Any]:
    values = list(row)
    for place, prepare in changed:
        values[place] = prepare(values[place])
    return values


def _flat(rows: Sequence[Sequence[Any]], same: Sequence[Any]) -> list[Any]:
    """The values of rows one after the other, those that are the same behind each."""
    return [*chain.from_iterable(chain.from_iterable(zip(rows, repeat(same))))]


_PLAIN = (
    models.CharField,
    models.IntegerField,
    models.FloatField,
    models.BooleanField,
    models.ForeignKey,
)
"""Fields whose values every database takes as they are."""


def _preparing(field: Any) -> Callable[[Any], Any]:
    if isinstance(field, PackedJSONField):
        # The database's own form of bytes, looked up once and not for every value.
        binary = connection.Database.Binary  # type: ignore[attr-defined]
        return lambda value: (
            None if value is None else binary(value if isinstance(value, bytes) else pack(value))
        )
    if (
        isinstance(field, models.JSONField)
        and field.encoder is None
        and connection.vendor == "sqlite"
    ):
        # What `adapt_json_value` makes, by a writer that takes a fifth of the time.
        return lambda value: None if value is None else to_json(value).decode()
    return lambda value: field.get_db_prep_save(value, connection)


def _written(field: models.Field[Any, Any]) -> str:
    """A field's default as it stands in a statement."""
    editor = connection.SchemaEditorClass(connection)
    value = field.get_db_prep_save(field.get_default(), connection)
    return str(editor.quote_value(value)).replace("%", "%%")


def _prepared(field: Any, value: Any) -> Any:
    made = (
        field.pre_save(_Holder(field, value), add=True)
        if getattr(field, "auto_now_add", False)
        else value
    )
    return field.get_db_prep_save(made, connection)


class _Holder:
    """What a field that sets itself on saving takes for a row."""

    def __init__(self, field: Any, value: Any) -> None:
        setattr(self, field.attname, value)
