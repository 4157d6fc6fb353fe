"""Who may see what: every request is resolved to a project of the signed-in person before anything else."""

from typing import Any, cast

from django.http import HttpRequest
from ninja import Path
from ninja.security import SessionAuth

from bunraku.server.errors import not_found
from bunraku.server.projects.models import Project

ProjectId = Path[int]
"""The project in the address. Rooms hang below it, so each has to say that it is a part of the path."""


class ProjectRequest(HttpRequest):
    """A request that has been resolved to a project the person may see."""

    project: Project


class SignedIn(SessionAuth):
    """Somebody is signed in (and the request carries our CSRF token); a project named in the path is theirs."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        if not request.user.is_authenticated:
            return None
        match = request.resolver_match
        project_id = match.kwargs.get("project_id") if match else None
        if project_id is not None:
            project = Project.objects.filter(pk=project_id, owner=request.user).first()
            if project is None:
                raise not_found("project")
            cast(ProjectRequest, request).project = project
        return request.user
