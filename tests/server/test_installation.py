"""What is installed: version, database, where the data is, and the work of others."""

import pytest
from django.test import Client

from bunraku import __version__
from tests.server.conftest import Api


@pytest.mark.django_db
def test_where_the_data_is_is_said_on_ones_own_computer_only(api: Api, settings: object) -> None:
    read = api.client.get("/api/installation").json()
    assert read["version"] == __version__
    assert read["database"] in ("SQLite", "PostgreSQL")
    assert read["folder"]
    settings.PUBLIC = "https://words.example"  # type: ignore[attr-defined]
    assert api.client.get("/api/installation").json()["folder"] == ""


@pytest.mark.django_db
def test_a_stranger_reads_the_licences_and_no_more() -> None:
    stranger = Client()
    assert stranger.get("/api/installation").status_code == 401
    notice = stranger.get("/api/notice")
    assert notice["Content-Type"].startswith("text/plain")
    assert "SIL OPEN FONT LICENSE" in notice.content.decode()
