"""Accounts, projects, outlets and undo over HTTP."""

from datetime import datetime
from typing import Annotated, Any, Literal, cast

from django.contrib.auth import authenticate, get_user_model, login, logout
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.http import HttpRequest
from ninja import Field, Query, Router, Schema, Status
from pydantic import StringConstraints

from bunraku.server.errors import BunrakuError
from bunraku.server.journal.models import LogLine
from bunraku.server.journal.undo import undo_last, undoable
from bunraku.server.projects.access import CHANGES, READS, ProjectRequest, SignedIn
from bunraku.server.projects.actions import (
    change_project,
    choose_outlet,
    create_project,
    drop_outlet,
    save_outlet,
)
from bunraku.server.projects.models import Outlet, Project
from bunraku.sources.protocol import CHANNELS, Channel

public = Router(tags=["session"])
router = Router(tags=["projects"])
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Words = Annotated[list[Annotated[str, StringConstraints(max_length=200)]], Field(max_length=500)]


class SessionOut(Schema):
    """Who is signed in; an empty name is nobody."""

    name: str


class CredentialsIn(Schema):
    """A name and a password."""

    name: Name
    password: str = Field(max_length=200)


class OutletIn(Schema):
    """An outlet: `standing` is authority 0-100 (web), followers (video) or reviews
    (marketplace)."""

    name: Name
    channel: Channel
    address: str = Field("", max_length=300)
    standing: float = Field(ge=0, le=1e9)
    days_until_shown: Annotated[int | None, Field(ge=0, le=365)] = None


class OutletOut(OutletIn):
    """An outlet with its id."""

    id: int


class ProjectFields(Schema):
    """What can be said of a project."""

    name: Name
    about: str = Field("", max_length=2_000)
    country: str = Field("GB", pattern="^[A-Z]{2}$")
    language: str = Field("en", pattern="^[a-z]{2}$")
    currency: str = Field("£", min_length=1, max_length=3)
    hours_a_month: float = Field(30, ge=0, le=2_000)
    own_brands: Words = []
    rival_brands: Words = []
    places: Words = []
    preset: Literal["new", "growing", "established"] = "growing"
    click_values: dict[
        Literal["informational", "navigational", "commercial", "transactional", "any"],
        Annotated[float, Field(ge=0, le=1e6)],
    ] = {}


class ProjectIn(ProjectFields):
    """A new project with its outlets."""

    outlets: list[OutletIn] = Field([], max_length=30)


class ProjectChange(ProjectFields):
    """A changed project and the version it was made from; the allowance and the order in
    which sources are trusted stay as they are where they are left out."""

    version: int
    lookups_left: Annotated[float | None, Field(ge=0, le=10_000_000)] = None
    source_order: Annotated[
        list[Annotated[str, Field(max_length=60)]] | None, Field(max_length=50)
    ] = None


class LocaleIn(Schema):
    """A locale: country and language."""

    country: Annotated[str, Field(pattern=r"^[A-Z]{2}$")]
    language: Annotated[str, Field(pattern=r"^[a-z]{2}$")]


class ProjectOut(ProjectFields):
    """A project with its outlets and allowance; `chosen_outlets` are those that its channels are
    weighed for."""

    id: int
    version: int
    locale: str
    lookups_left: float
    source_order: list[str]
    outlets: list[OutletOut]
    chosen_outlets: list[int]

    @staticmethod
    def resolve_lookups_left(project: Project) -> float:
        return project.lookups_left_tenths / 10

    @staticmethod
    def resolve_chosen_outlets(project: Project) -> list[int]:
        outlets = list(project.outlets.all())
        chosen = (project.chosen_among(outlets, channel) for channel in CHANNELS)
        return [outlet.pk for outlet in chosen if outlet is not None]

    @staticmethod
    def resolve_outlets(project: Project) -> list[Outlet]:
        return list(project.outlets.all())


class LogQuery(Schema):
    """Which part of the log is wanted."""

    offset: int = Field(0, ge=0, le=10_000_000)
    limit: int = Field(100, ge=1, le=500)


class LogLineOut(Schema):
    """What was done, by whom (empty: an account that is gone), and when."""

    text: str
    by: str
    at: datetime

    @staticmethod
    def resolve_by(line: LogLine) -> str:
        return line.by.get_username() if line.by else ""


class LogOut(Schema):
    """A part of the log, the latest first, and how many lines there are."""

    total: int
    offset: int
    rows: list[LogLineOut]


class UndoneOut(Schema):
    """What was taken back, and how much more could be."""

    label: str
    left: int


@public.get("/session", response=SessionOut, auth=None, url_name="session")
def read_session(request: HttpRequest) -> Any:
    """Who is signed in."""
    return {"name": request.user.get_username() if request.user.is_authenticated else ""}


@public.post("/session", response=SessionOut, url_name="sign_in")
def sign_in(request: HttpRequest, given: CredentialsIn) -> Any:
    """Sign in."""
    user = authenticate(request, username=given.name, password=given.password)
    if user is None:
        raise BunrakuError(
            "wrong_password", "Name and password do not go together.", field="password"
        )
    login(request, user)
    return {"name": user.get_username()}


@public.post("/accounts", response=SessionOut, url_name="sign_up")
def sign_up(request: HttpRequest, given: CredentialsIn) -> Any:
    """Make an account and sign in."""
    model = get_user_model()
    try:
        validate_password(given.password, model(username=given.name))
    except ValidationError as error:
        raise BunrakuError("weak_password", " ".join(error.messages), field="password") from error
    try:
        with transaction.atomic():
            user = model.objects.create_user(username=given.name, password=given.password)
    except IntegrityError as error:
        raise BunrakuError(
            "name_taken", f"“{given.name}” is already used.", field="name"
        ) from error
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return {"name": user.get_username()}


@router.post("/sign-out", response=SessionOut, auth=SignedIn(), url_name="sign_out")
def sign_out(request: HttpRequest) -> Any:
    """Sign out."""
    logout(request)
    return {"name": ""}


@router.get("/projects", response=list[ProjectOut], auth=SignedIn(), url_name="projects")
def list_projects(request: HttpRequest) -> Any:
    """The signed-in person's projects, the latest first."""
    return list(
        Project.objects.filter(owner=request.user.pk)
        .prefetch_related("outlets")
        .order_by("-pk")[:200]
    )


@router.post("/projects", response=ProjectOut, auth=SignedIn(), url_name="create_project")
def create(request: HttpRequest, given: ProjectIn) -> Any:
    """Make a project with its outlets."""
    fields = given.dict(exclude={"outlets"})
    return create_project(
        cast(User, request.user), fields, [outlet.dict() for outlet in given.outlets]
    )


@router.get("/projects/{int:project_id}", response=ProjectOut, auth=READS, url_name="project")
def read_project(request: ProjectRequest, project_id: int) -> Any:
    """One project."""
    return request.project


@router.put(
    "/projects/{int:project_id}", response=ProjectOut, auth=CHANGES, url_name="change_project"
)
def change(request: ProjectRequest, project_id: int, given: ProjectChange) -> Any:
    """Change a project; its figures follow."""
    fields = given.dict(exclude={"lookups_left", "source_order", "version"})
    if given.lookups_left is not None:
        fields["lookups_left_tenths"] = round(given.lookups_left * 10)
    if given.source_order is not None:
        fields["source_order"] = given.source_order
    return change_project(request.project, fields, version=given.version)


@router.put(
    "/projects/{int:project_id}/locale", response=ProjectOut, auth=CHANGES, url_name="change_locale"
)
def change_locale(request: ProjectRequest, project_id: int, given: LocaleIn) -> Any:
    """Look at another locale: its own keywords and figures. Nothing of the one before is lost."""
    return change_project(request.project, given.dict())


@router.post(
    "/projects/{int:project_id}/outlets", response=OutletOut, auth=CHANGES, url_name="add_outlet"
)
def add_outlet(request: ProjectRequest, project_id: int, given: OutletIn) -> Any:
    """Add an outlet."""
    return save_outlet(request.project, None, given.dict())


@router.put(
    "/projects/{int:project_id}/outlets/{int:outlet_id}",
    response=OutletOut,
    auth=CHANGES,
    url_name="change_outlet",
)
def change_outlet(request: ProjectRequest, project_id: int, outlet_id: int, given: OutletIn) -> Any:
    """Change an outlet; chances are weighed again."""
    return save_outlet(request.project, outlet_id, given.dict())


@router.post(
    "/projects/{int:project_id}/outlets/{int:outlet_id}/choose",
    response=ProjectOut,
    auth=CHANGES,
    url_name="choose_outlet",
)
def choose(request: ProjectRequest, project_id: int, outlet_id: int) -> Any:
    """Weigh an outlet's channel for it; figures follow in the background."""
    choose_outlet(request.project, outlet_id)
    return request.project


@router.delete(
    "/projects/{int:project_id}/outlets/{int:outlet_id}",
    response={204: None},
    auth=CHANGES,
    url_name="remove_outlet",
)
def remove_outlet(request: ProjectRequest, project_id: int, outlet_id: int) -> Any:
    """Remove an outlet; pieces that pointed to it stay without one."""
    drop_outlet(request.project, outlet_id)
    return Status(204, None)


@router.post("/projects/{int:project_id}/undo", response=UndoneOut, auth=CHANGES, url_name="undo")
def undo(request: ProjectRequest, project_id: int) -> Any:
    """Take back one's own last change."""
    entry = undo_last(request.project)
    return {"label": entry.label, "left": undoable(request.project).count()}


@router.get("/projects/{int:project_id}/log", response=LogOut, auth=READS, url_name="log")
def read_log(request: ProjectRequest, project_id: int, wanted: Query[LogQuery]) -> Any:
    """What was done to a project, the latest first."""
    lines = LogLine.objects.filter(project=request.project)
    page = lines.select_related("by")[wanted.offset : wanted.offset + wanted.limit]
    return {"total": lines.count(), "offset": wanted.offset, "rows": list(page)}
