"""Values of rows as the journal keeps them, and as they are now."""

from collections.abc import Sequence
from typing import Any

from django.db import models

from bunraku.server.database.parts import in_parts


def plain(value: Any) -> Any:
    """A value as it will come back from JSON, so that what is compared later is what was stored."""
    return value.isoformat() if hasattr(value, "isoformat") else value


def columns_of(model: type[models.Model], fields: Sequence[str]) -> list[str]:
    """The columns of fields: of a reference the id that it holds."""
    return [str(model._meta.get_field(name).attname) for name in fields]  # type: ignore[union-attr]


def read(
    model: type[models.Model], fields: Sequence[str], pks: Sequence[Any]
) -> dict[Any, dict[str, Any]]:
    """The fields of rows as they are now, by key; those that are gone are not in it."""
    columns = columns_of(model, fields)
    now: dict[Any, dict[str, Any]] = {}
    for part in in_parts(pks):
        for pk, *values in model._default_manager.filter(pk__in=part).values_list("pk", *columns):
            now[pk] = {name: plain(value) for name, value in zip(fields, values, strict=True)}
    return now
