"""People, projects and keywords for tests of the server."""

import json
import sqlite3
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from bunraku.installation.folder import DATABASE, make_usable
from bunraku.server.database.bulk import update_many
from bunraku.server.jobs.models import Job
from bunraku.server.plan.models import Piece
from bunraku.server.projects.actions import create_project
from bunraku.server.projects.models import Project
from bunraku.server.readings import providers
from bunraku.server.sheet.models import Row
from bunraku.server.sheet.scopes import add_keywords, scope_of
from bunraku.sources.protocol import Source, What
from bunraku.sources.rehearsal import Faults, rehearsal_sources
from tests.server.begun import Beginnings

OUTLETS = [
    {"name": "site.example", "channel": "web", "address": "https://site.example", "standing": 34.0},
    {"name": "A channel", "channel": "video", "address": "", "standing": 3_400.0},
    {"name": "A shop", "channel": "marketplace", "address": "", "standing": 410.0},
]
FIELDS = {
    "name": "Star shop",
    "about": "Telescopes, eyepieces and stargazing evenings",
    "rival_brands": ["velumscope", "orrinek", "polvane"],
    "places": ["Harrowmere"],
    "click_values": {"transactional": 2.0, "any": 0.5},
    # So little that what these tests plan earns its hours.
    "hour_value": 0.5,
}

RUN: dict[str, Any] = {
    "seeds": "telescope repair",
    "channels": ["web"],
    "ways": ["box", "alphabet", "asked", "related"],
}
"""A gathering run of some hundred keywords."""


@pytest.fixture
def faults(monkeypatch: pytest.MonkeyPatch) -> Callable[[Faults], None]:
    """Turn the sources' faults up."""

    def turn(up: Faults) -> None:
        sources = rehearsal_sources(up)
        monkeypatch.setattr(providers, "installed", lambda: sources)

    return turn


@pytest.fixture
def counted(monkeypatch: pytest.MonkeyPatch) -> dict[What, list[str]]:
    """Every term that is asked of a source, by what it tells."""
    asked: dict[What, list[str]] = {what: [] for what in What}

    class Listening:
        def __init__(self, source: Source) -> None:
            self.source = source

        def __getattr__(self, name: str) -> Any:
            return getattr(self.source, name)

        def ask(self, request: Any) -> Any:
            asked[request.what].extend(request.terms)
            return self.source.ask(request)

    listening = [Listening(source) for source in rehearsal_sources()]
    monkeypatch.setattr(providers, "installed", lambda: listening)
    return asked


@pytest.fixture(scope="session")
def beginnings() -> Beginnings:
    return Beginnings()


@pytest.fixture
def begun(db: None, beginnings: Beginnings, request: pytest.FixtureRequest) -> str | None:
    """The stage that is put back for a test, if one was asked for and reached before."""
    return beginnings.put_back(request.fixturenames)


@pytest.fixture
def person(begun: str | None) -> User:
    if begun:
        return User.objects.get(username="keeper")
    return User.objects.create_user("keeper", password="a long pass phrase")


@pytest.fixture
def project(person: User, begun: str | None) -> Project:
    return Project.objects.get() if begun else create_project(person, FIELDS, OUTLETS)


@pytest.fixture
def api(client: Client, person: User, project: Project) -> "Api":
    client.force_login(person)
    return Api(client, project)


class Api:
    """The API of one project, as a script would use it."""

    def __init__(self, client: Client, project: Project) -> None:
        self.client = client
        self.base = f"/api/projects/{project.pk}"

    def get(self, path: str, **query: Any) -> Any:
        return self._told(self.client.get(self.base + path, query))

    def send(self, method: str, path: str, body: Any = None) -> Any:
        return self._told(self.raw(method, path, body))

    def raw(self, method: str, path: str, body: Any = None) -> Any:
        return self.client.generic(
            method, self.base + path, _json(body), content_type="application/json"
        )

    def post(self, path: str, body: Any = None) -> Any:
        return self.send("POST", path, body)

    def undo(self) -> Any:
        """Take back the last change, as the overview names it."""
        return self.post("/undo", self.undoable())

    def undoable(self) -> dict[str, int]:
        """What undo is asked for by a page that shows the overview."""
        return {"entry": (self.get("/overview")["undo"] or {"entry": 1})["entry"]}

    def bring(self, content: str | bytes, name: str = "list.csv") -> Any:
        """Upload a file; what it looks like."""
        data = content if isinstance(content, bytes) else content.encode()
        return self._told(
            self.client.post(f"{self.base}/files", {"file": SimpleUploadedFile(name, data)})
        )

    def refused(self, method: str, path: str, body: Any = None) -> dict[str, Any]:
        """The problem that a request is answered with."""
        response = self.raw(method, path, body)
        assert response.status_code >= 400, response.content
        assert response["Content-Type"] == "application/problem+json"
        problem: dict[str, Any] = response.json()
        assert problem["status"] == response.status_code
        assert problem["title"]
        assert problem["detail"]
        return problem

    @staticmethod
    def _told(response: Any) -> Any:
        assert response.status_code < 300, (response.status_code, response.content[:600])
        return response.json() if response.content else None


def _json(body: Any) -> str:
    return "" if body is None else json.dumps(body)


@pytest.fixture
def gathered(api: Api, begun: str | None, beginnings: Beginnings) -> Api:
    """A project with some hundred keywords on the web, not measured."""
    if begun is None:
        api.post(
            "/gather/runs",
            {
                "seeds": "telescope repair, stargazing evening",
                "channels": ["web"],
                "ways": ["box", "alphabet", "asked"],
            },
        )
        beginnings.keep("gathered")
    return api


@pytest.fixture
def weighed(gathered: Api, begun: str | None, beginnings: Beginnings) -> Api:
    """A project with forty measured keywords, clustered."""
    if begun != "weighed":
        ids = gathered.get("/sheet/ids")["ids"][:40]
        gathered.post("/measure", {"channel": "web", "row_ids": ids})
        gathered.post("/clustering", {"channel": "web"})
        beginnings.keep("weighed")
    return gathered


@pytest.fixture
def rows(project: Project) -> Callable[..., list[Row]]:
    """Rows of given figures, on the web."""

    def make(figures: list[dict[str, Any]], channel: str = "web") -> list[Row]:
        scope = scope_of(project, channel)
        texts = {
            str(figure.get("text", f"keyword {i}")): figure for i, figure in enumerate(figures)
        }
        add_keywords(scope, {text: text for text in texts})
        there = {row.text: row for row in Row.objects.filter(scope=scope)}
        made = [there[text] for text in texts]
        for row, figure in zip(made, texts.values(), strict=True):
            for name, value in figure.items():
                setattr(row, name, value)
        changed = sorted({name for figure in figures for name in figure} - {"text"})
        if changed:
            written = ([*(getattr(row, name) for name in changed), row.pk] for row in made)
            update_many(Row, changed, written)
        return made

    return make


def pieces_for(api: Api, rows: Sequence[Row]) -> list[Piece]:
    """A piece of two hours for each of some rows of the web, named after it."""
    made = []
    for row in rows:
        project = row.scope.project
        outlet = project.outlets.get(channel="web")
        piece = Piece.objects.create(
            project=project, scope=row.scope, outlet=outlet, title=row.text, kind="location",
            hours=2,
        )  # fmt: skip
        api.post(f"/pieces/{piece.pk}/keywords", {"row_id": row.pk, "main": True})
        made.append(piece)
    return made


def pieces_of(api: Api) -> list[dict[str, Any]]:
    """The pieces of a plan, in the order of the board."""
    pieces: list[dict[str, Any]] = api.get("/plan/pieces", limit=300)["rows"]
    return pieces


def last_job(project: Project, kind: str) -> Job:
    """The latest job of a kind."""
    job = Job.objects.filter(project=project, kind=kind).first()
    assert job is not None
    return job


@pytest.fixture
def piece(api: "Api", rows: Callable[..., list[Row]]) -> Piece:
    """A page with four phrases of known worth."""
    from tests.server.desks import FIGURES

    made = rows(FIGURES)
    (piece,) = pieces_for(api, made[:1])
    for row in made[1:]:
        api.post(f"/pieces/{piece.pk}/keywords", {"row_id": row.pk})
    return piece


@pytest.fixture
def data(tmp_path: Path) -> Path:
    """A data folder with a database of some rows, a part of which is still beside it."""
    data = tmp_path / "data"
    make_usable(data)
    database = writing(data)
    database.execute("CREATE TABLE kept (n INTEGER PRIMARY KEY, half INTEGER)")
    database.executemany("INSERT INTO kept VALUES (?, 0)", [(n,) for n in range(500)])
    database.commit()
    # It stays open, as a running Bunraku's: its last rows are in its log alone.
    OPEN.append(database)
    return data


OPEN: list[sqlite3.Connection] = []
"""Databases of the data folders that tests hold open."""


def writing(data: Path) -> sqlite3.Connection:
    database = sqlite3.connect(data / DATABASE, timeout=20, check_same_thread=False)
    database.execute("PRAGMA journal_mode = WAL")
    return database


def raising(error: Exception) -> "object":
    def fail(*_: object, **__: object) -> None:
        raise error

    return fail
