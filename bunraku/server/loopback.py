"""The demo is for the machine it runs on: who reaches it from elsewhere, if through a proxy, is
refused."""

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from bunraku.server.errors import BunrakuError
from bunraku.server.problems import problem_of

LOOPBACK = ("127.0.0.1", "::1")
FORWARDED = (
    "HTTP_FORWARDED",
    "HTTP_VIA",
    "HTTP_X_REAL_IP",
    "HTTP_X_FORWARDED_FOR",
    "HTTP_X_FORWARDED_HOST",
    "HTTP_X_FORWARDED_PROTO",
    "HTTP_X_FORWARDED_SERVER",
)
"""Headers that a proxy adds (RFC 7239, RFC 9110 and what came before them)."""


def demo_is_for_this_machine(
    get_response: Callable[[HttpRequest], HttpResponse],
) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware: the demo, which signs its person in by itself, answers this machine alone."""

    def answer(request: HttpRequest) -> HttpResponse:
        if settings.DEMO and not is_from_here(request):
            error = BunrakuError(
                "refused_here",
                "The demo signs in automatically, so it answers only this computer.",
                hint="For others, start Bunraku without the demo.",
            )
            return problem_of(error)
        return get_response(request)

    return answer


def is_from_here(request: HttpRequest) -> bool:
    """Whether a request was made on this machine and forwarded by nobody."""
    return request.META.get("REMOTE_ADDR") in LOOPBACK and not any(
        name in request.META for name in FORWARDED
    )
