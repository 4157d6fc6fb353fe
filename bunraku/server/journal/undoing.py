"""How things are carried by the journal: each room says it of its own models, once.

A model that a person changes is carried, with all its fields or only those that are the person's. A
model that is derived follows what it was derived from: it goes with it, and is made again."""

from django.db import models

Fields = tuple[str, ...]

_CARRIED: dict[type[models.Model], Fields] = {}
_DERIVED: set[type[models.Model]] = set()


def carry(model: type[models.Model], *only: str) -> None:
    """Changes of a model can be recorded and taken back; `only` these fields of it, else all."""
    _CARRIED[model] = only or every_field(model)


def every_field(model: type[models.Model]) -> Fields:
    """All fields of a model but its key."""
    return tuple(field.name for field in model._meta.concrete_fields if not field.primary_key)


def derives(*derived: type[models.Model]) -> None:
    """Rows of these models may go with what they belong to: they hold nothing that a person
    said."""
    _DERIVED.update(derived)


def fields_of(model: type[models.Model]) -> Fields:
    """The fields of a model that the journal carries. Raises: `LookupError` where its room has not
    said how it is carried: then an undo could not bring it back."""
    try:
        return _CARRIED[model]
    except KeyError:
        raise LookupError(f"{model._meta.label} is not carried by the journal") from None


def is_derived(model: type[models.Model]) -> bool:
    """Whether a model's rows are made again by themselves."""
    return model in _DERIVED
