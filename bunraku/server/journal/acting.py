"""Who is acting, and on which day: told once where somebody comes in (a request, a job), known
wherever it is recorded."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Any

from django.http import HttpRequest, HttpResponse

from bunraku.server.clock import ahead_by

_acting: ContextVar[int | None] = ContextVar("acting", default=None)


def act_as(person_id: int) -> None:
    """From here on, in this request, it is this person who acts."""
    _acting.set(person_id)


def nobody_acts_yet(get_response: Callable[[HttpRequest], HttpResponse]) -> Any:
    """Middleware: a request begins with nobody acting on the day it is, and who acted in it acts no
    longer after it."""

    def answer(request: HttpRequest) -> HttpResponse:
        with acting(None), ahead_by(0):
            return get_response(request)

    return answer


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
