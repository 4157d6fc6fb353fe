"""Who is acting: told once where somebody comes in (a request, a job), known wherever it is recorded."""

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Any

_acting: ContextVar[int | None] = ContextVar("acting", default=None)


def act_as(person_id: int | None) -> None:
    """From here on, in this request, it is this person who acts."""
    _acting.set(person_id)


@contextmanager
def acting(person_id: int | None) -> Iterator[None]:
    """Within it, it is this person who acts."""
    token = _acting.set(person_id)
    try:
        yield
    finally:
        _acting.reset(token)


def who_acts(project: Any) -> int | None:
    """The id of the person who acts on a project: whoever was told, else its owner."""
    acts = _acting.get()
    return project.owner_id if acts is None else acts
