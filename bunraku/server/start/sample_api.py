"""Opening the sample project over HTTP."""

from typing import Any

from django.http import HttpRequest
from ninja import Router

from bunraku.server.projects.access import SignedIn
from bunraku.server.projects.api import ProjectOut
from bunraku.server.start.sample import open_sample

router = Router(tags=["projects"])


@router.post("/sample", response=ProjectOut, auth=SignedIn(), url_name="sample")
def sample(request: HttpRequest) -> Any:
    """The person's sample project; made, and filled in the background, where there is none."""
    return open_sample(request.user)
