"""The day it is: one place to ask, so that a demo or a test can fix it."""

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from datetime import date

from django.conf import settings
from django.utils import timezone

_set_to: ContextVar[date | None] = ContextVar("set_to", default=None)


def today() -> date:
    """Today, or the fixed day of the settings, or the day that the clock is set to."""
    fixed = _set_to.get()
    if fixed is not None:
        return fixed
    return date.fromisoformat(settings.TODAY) if settings.TODAY else timezone.localdate()


@contextmanager
def set_to(day: date) -> Iterator[None]:
    """Have it be another day within: for the demo's past."""
    before = _set_to.set(day)
    try:
        yield
    finally:
        _set_to.reset(before)
