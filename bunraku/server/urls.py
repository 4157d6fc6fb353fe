"""Addresses: the API, and the page for everything else."""

from django.conf import settings
from django.contrib.auth import get_user_model, login
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path, re_path
from django.views.decorators.csrf import ensure_csrf_cookie

from bunraku.server.api import api

LOOPBACK = ("127.0.0.1", "::1")
DEMO_PERSON = "demo"


@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The one page of the application; on the demo's own machine its person is signed in."""
    if (
        settings.DEMO
        and not request.user.is_authenticated
        and request.META.get("REMOTE_ADDR") in LOOPBACK
    ):
        person = get_user_model().objects.filter(username=DEMO_PERSON).first()
        if person is not None:
            login(request, person, backend="django.contrib.auth.backends.ModelBackend")
    # Asking for the nonce is what puts it into the policy's header.
    response = render(request, "index.html", {"csp_nonce": str(getattr(request, "csp_nonce", ""))})
    response["Cache-Control"] = "no-cache"
    return response


urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|static/).*$", page),
]
