"""Who may do what: every endpoint declares the right it needs, and every request is resolved here
to a project of the signed-in person, before anything else."""

from enum import StrEnum
from typing import Any, cast

from django.http import HttpRequest
from ninja import Path
from ninja.security import SessionAuth

from bunraku.server.clock import go_ahead
from bunraku.server.errors import not_found
from bunraku.server.journal.acting import act_as
from bunraku.server.projects.models import Project

ProjectId = Path[int]
"""The project in the address. Rooms hang below it, so each has to say that it is a part of the
path."""


class Right(StrEnum):
    """What a person may do with a project."""

    READ = "read"
    CHANGE = "change"


def rights_of(person_id: int, project: Project) -> frozenset[Right]:
    """A person's rights on a project: an owner has all, anybody else none."""
    return frozenset(Right) if project.owner_id == person_id else frozenset()


class ProjectRequest(HttpRequest):
    """A request that has been resolved to a project the person may see."""

    project: Project


class SignedIn(SessionAuth):
    """Somebody is signed in, and the request carries our CSRF token where it is no GET."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        """The signed-in person, who acts from here on; None for nobody."""
        if not request.user.is_authenticated:
            return None
        act_as(request.user.pk)
        return request.user


class Member(SignedIn):
    """The same, with a right on the project of the address. One without the right to read it is
    told that it is not there, as everybody is whose it is not."""

    def __init__(self, right: Right) -> None:
        super().__init__()
        self.right = right

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        """The signed-in person. Raises: not_found for a project of others."""
        person = super().authenticate(request, key)
        match = request.resolver_match
        if person is None or match is None:
            return None
        project = Project.objects.filter(pk=match.kwargs["project_id"], removed=None).first()
        if project is None or self.right not in rights_of(person.pk, project):
            raise not_found("project")
        cast(ProjectRequest, request).project = project
        go_ahead(project.ahead)
        return person


READS = Member(Right.READ)
"""For endpoints that change nothing, whatever their method."""
CHANGES = Member(Right.CHANGE)
"""For endpoints that change something or spend lookups."""
