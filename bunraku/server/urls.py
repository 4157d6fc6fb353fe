"""Addresses: the API, and the page for everything else."""

import sys

from django.conf import settings
from django.contrib.auth import get_user_model, login
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path, re_path
from django.views.decorators.csrf import ensure_csrf_cookie

from bunraku.server.api import api
from bunraku.server.errors import BunrakuError, not_found, storage_failed
from bunraku.server.problems import problem_of
from bunraku.server.projects.people import DEMO_PERSON


@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The one page of the application; the demo's person is signed in (whoever
    is not on its own machine has been refused by `loopback`)."""
    if settings.DEMO and not request.user.is_authenticated:
        person = get_user_model().objects.filter(username=DEMO_PERSON).first()
        if person is not None:
            login(request, person, backend="django.contrib.auth.backends.ModelBackend")
    # Asking for the nonce is what puts it into the policy's header.
    response = render(request, "index.html", {"csp_nonce": str(getattr(request, "csp_nonce", ""))})
    response["Cache-Control"] = "no-cache"
    return response


def on_fault(request: HttpRequest) -> HttpResponse:
    """What is answered where not even the API or the page could be reached, such as when the person
    who asks cannot be read from the database."""
    error = sys.exc_info()[1]
    known = (storage_failed(error) if error else None) or BunrakuError(
        "fault",
        "Internal error; see the log.",
        hint="Reload the page to see what was saved before you try again.",
    )
    if request.path.startswith("/api/"):
        return problem_of(known)
    return HttpResponse(
        f"{known.message} {known.hint}\n", status=known.status, content_type="text/plain"
    )


def on_unknown(request: HttpRequest, exception: Exception) -> HttpResponse:
    """An address of the API that there is not; every other one is the page's."""
    return problem_of(not_found("address"))


def on_bad(request: HttpRequest, exception: Exception) -> HttpResponse:
    """A request that cannot be read, or that names a host that is not served."""
    return problem_of(BunrakuError("bad_request", "The request cannot be read."))


handler400, handler404, handler500 = on_bad, on_unknown, on_fault
urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|static/).*$", page),
]
