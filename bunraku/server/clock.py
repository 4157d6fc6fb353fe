"""The day it is: one place to ask, so that a demo or a test can fix it and a project's practice
clock can be ahead."""

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from datetime import date, timedelta

from django.conf import settings
from django.utils import timezone

_set_to: ContextVar[date | None] = ContextVar("set_to", default=None)
_ahead: ContextVar[int] = ContextVar("ahead", default=0)


def today() -> date:
    """Today as the project that is being looked at has it: as many days later than it is as its
    practice clock is ahead."""
    return real_today() + timedelta(days=_ahead.get())


def real_today() -> date:
    """Today for everybody: the clock's day, the fixed one of the settings, or the day that the
    clock is set to."""
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


def go_ahead(days: int) -> None:
    """From here on, in this request, it is so many days later."""
    _ahead.set(days)


@contextmanager
def ahead_by(days: int) -> Iterator[None]:
    """Within it, it is so many days later than it is."""
    token = _ahead.set(days)
    try:
        yield
    finally:
        _ahead.reset(token)
