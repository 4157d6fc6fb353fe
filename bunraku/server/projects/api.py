"""Projects and outlets over HTTP."""

from typing import Annotated, Any, Literal, cast

from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja import Field, Query, Router, Schema, Status
from pydantic import StringConstraints

from bunraku.core.channels import CHANNEL_IDS, ChannelId
from bunraku.server.inputs import Name
from bunraku.server.projects.access import CHANGES, READS, ProjectRequest, SignedIn
from bunraku.server.projects.actions import (
    add_outlet,
    change_outlet,
    change_project,
    choose_outlet,
    create_project,
    drop_outlet,
)
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.projects.removal import holdings, remove_project

router = Router(tags=["projects"])
Words = Annotated[list[Annotated[str, StringConstraints(max_length=200)]], Field(max_length=500)]


class OutletIn(Schema):
    """An outlet: `standing` is authority 0-100 (web), followers (video) or reviews (marketplace);
    `assumed` where the person told none and a beginner's stands in; `pull`, what a grown piece of
    it mostly has (linking sites, views a day, sales a month; null: the usual); `reason`, where they
    have these from."""

    name: Name
    channel: ChannelId
    address: str = Field("", max_length=300)
    standing: float = Field(ge=0, le=1e9)
    days_until_shown: Annotated[int | None, Field(ge=0, le=365)] = None
    assumed: bool = False
    pull: Annotated[float | None, Field(ge=0, le=1e9)] = None
    reason: str = Field("", max_length=300)


class OutletChange(OutletIn):
    """A changed outlet and the version it was made from."""

    version: int = Field(ge=0, le=2**31)


class OutletOut(OutletIn):
    """An outlet with its id and version."""

    id: int
    version: int


class SeenQuery(Schema):
    """The version that was seen of what is to go."""

    version: int = Field(ge=0, le=2**31)


Preset = Literal["new", "growing", "established"]
OwnThresholds = dict[
    Literal["least_volume", "go_chance", "try_chance", "least_worth", "few_pages"],
    Annotated[float, Field(ge=0, le=1e9)],
]


class ProjectFields(Schema):
    """What can be said of a project."""

    name: Name
    about: str = Field("", max_length=2_000)
    country: str = Field("GB", pattern="^[A-Z]{2}$")
    language: str = Field("en", pattern="^[a-z]{2}$")
    currency: str = Field("£", min_length=1, max_length=3)
    hours_a_month: float = Field(30, ge=0, le=744)
    hour_value: float = Field(10, ge=0, le=1e5)
    own_brands: Words = []
    rival_brands: Words = []
    places: Words = []
    preset: Preset = "growing"
    thresholds: OwnThresholds = {}
    figures_from: Literal["practice", "files"] = "practice"
    click_values: dict[
        Literal["informational", "navigational", "commercial", "transactional", "any"],
        Annotated[float, Field(ge=0, le=1e6)],
    ] = {}


class ProjectIn(ProjectFields):
    """A new project with its outlets."""

    outlets: list[OutletIn] = Field([], max_length=30)


class ProjectChange(ProjectFields):
    """A changed project and the version it was made from; the allowance stays as it is where it is
    left out."""

    version: int = Field(ge=0, le=2**31)
    lookups_left: Annotated[float | None, Field(ge=0, le=10_000_000)] = None


class RemoveIn(Schema):
    """The project's name, typed to show that its removal is meant."""

    name: str = Field(max_length=200)


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
    outlets: list[OutletOut]
    chosen_outlets: list[int]

    @staticmethod
    def resolve_lookups_left(project: Project) -> float:
        return project.lookups_left_tenths / 10

    @staticmethod
    def resolve_chosen_outlets(project: Project) -> list[int]:
        outlets = list(project.outlets.all())
        chosen = (project.chosen_among(outlets, channel) for channel in CHANNEL_IDS)
        return [outlet.pk for outlet in chosen if outlet is not None]

    @staticmethod
    def resolve_outlets(project: Project) -> list[Outlet]:
        return list(project.outlets.all())


@router.get("/projects", response=list[ProjectOut], auth=SignedIn(), url_name="projects")
def list_projects(request: HttpRequest) -> Any:
    """The signed-in person's projects, the latest first."""
    return list(
        Project.objects.filter(owner=request.user.pk, removed=None)
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
    fields = given.dict(exclude={"lookups_left", "version"})
    if given.lookups_left is not None:
        fields["lookups_left_tenths"] = round(given.lookups_left * 10)
    return change_project(request.project, fields, version=given.version)


@router.get(
    "/projects/{int:project_id}/holdings",
    response=list[str],
    auth=READS,
    url_name="holdings",
)
def read_holdings(request: ProjectRequest, project_id: int) -> Any:
    """What would go with a project, as in "12 keywords", most first."""
    return holdings(request.project)


@router.post(
    "/projects/{int:project_id}/remove",
    response={204: None},
    auth=CHANGES,
    url_name="remove_project",
)
def remove(request: ProjectRequest, project_id: int, given: RemoveIn) -> Any:
    """Remove a project with all that belongs to it. It cannot be undone."""
    remove_project(request.project, name=given.name)
    return Status(204, None)


@router.put(
    "/projects/{int:project_id}/locale", response=ProjectOut, auth=CHANGES, url_name="change_locale"
)
def change_locale(request: ProjectRequest, project_id: int, given: LocaleIn) -> Any:
    """Look at another locale: its own keywords and figures. Nothing of the one before is lost."""
    return change_project(request.project, given.dict())


@router.post(
    "/projects/{int:project_id}/outlets", response=OutletOut, auth=CHANGES, url_name="add_outlet"
)
def add(request: ProjectRequest, project_id: int, given: OutletIn) -> Any:
    """Add an outlet."""
    return add_outlet(request.project, given.dict())


@router.put(
    "/projects/{int:project_id}/outlets/{int:outlet_id}",
    response=OutletOut,
    auth=CHANGES,
    url_name="change_outlet",
)
def change_one(
    request: ProjectRequest, project_id: int, outlet_id: int, given: OutletChange
) -> Any:
    """Change an outlet; chances are weighed again."""
    fields = given.dict(exclude={"version"})
    return change_outlet(request.project, outlet_id, fields, version=given.version)


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
def remove_outlet(
    request: ProjectRequest, project_id: int, outlet_id: int, seen: Query[SeenQuery]
) -> Any:
    """Remove an outlet; pieces that pointed to it stay without one."""
    drop_outlet(request.project, outlet_id, version=seen.version)
    return Status(204, None)
