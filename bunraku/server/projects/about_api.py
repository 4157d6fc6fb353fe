"""What a sentence about a project says already, so that it is not asked again, over HTTP."""

from typing import Any

from django.http import HttpRequest
from ninja import Field, Router, Schema

from bunraku.core.gather.named_places import named_places
from bunraku.core.gather.proposed_words import read_in
from bunraku.server.projects.access import SignedIn

router = Router(tags=["projects"])


class AboutIn(Schema):
    """What a project is to be about."""

    about: str = Field(max_length=2_000)


class AboutOut(Schema):
    """The language it is written in, and the towns and regions it says somebody serves."""

    language: str
    places: list[str]


@router.post("/about", response=AboutOut, auth=SignedIn(), url_name="read_about")
def read_about(request: HttpRequest, given: AboutIn) -> Any:
    """Read a sentence; nothing is kept."""
    language = read_in(given.about, "en")
    return {"language": language, "places": named_places(given.about, language)}
