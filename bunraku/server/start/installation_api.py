"""What is installed here, over HTTP: its version, where the data is, whose work it is made with."""

from pathlib import Path
from typing import Any

from django.conf import settings
from django.db import connection
from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema

from bunraku import __version__
from bunraku.server.projects.access import SignedIn

router = Router(tags=["session"])
NOTICE = Path(settings.ROOT) / "NOTICE"


class InstallationOut(Schema):
    """The version, the database, and the folder of the data: empty where others are served too,
    who need not know it."""

    version: str
    database: str
    folder: str


@router.get("/installation", response=InstallationOut, auth=SignedIn(), url_name="installation")
def read_installation(request: HttpRequest) -> Any:
    """What is installed here."""
    return {
        "version": __version__,
        "database": connection.display_name,
        "folder": "" if settings.PUBLIC else str(settings.DATA),
    }


@router.get("/notice", auth=None, url_name="notice")
def read_notice(request: HttpRequest) -> HttpResponse:
    """The work of others that ships with Bunraku, with the texts of its licences, as plain text."""
    return HttpResponse(NOTICE.read_bytes(), content_type="text/plain; charset=utf-8")
