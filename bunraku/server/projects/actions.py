"""What can be done to projects and outlets."""

from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db import IntegrityError, transaction

from bunraku.core.gather.seeds import read_words
from bunraku.server.errors import BunrakuError, not_found
from bunraku.server.journal.recorder import Recorder
from bunraku.server.projects.models import Outlet, Project
from bunraku.server.signals import figures_outdated

WORD_LISTS = ("own_brands", "rival_brands", "places")


def create_project(owner: User, fields: dict[str, Any], outlets: list[dict[str, Any]]) -> Project:
    """Make a project with its outlets. Raises: `BunrakuError` name_taken."""
    try:
        with transaction.atomic():
            project = Project(owner=owner, lookups_left_tenths=settings.STARTING_LOOKUPS * 10)
            _set(project, fields)
            project.save(force_insert=True)
            Outlet.objects.bulk_create(Outlet(project=project, **outlet) for outlet in outlets)
    except IntegrityError as error:
        raise _taken(error, fields.get("name", "")) from error
    return project


def change_project(
    project: Project, fields: dict[str, Any], *, version: int | None = None
) -> Project:
    """Change a project. `version` is the one that the person saw. Raises: `BunrakuError`
    name_taken, and stale where another window has changed the project since."""
    # Only these fields: the allowance is spent by jobs meanwhile and must not be written back. The
    # version only ever grows, also when the change is taken back.
    try:
        with transaction.atomic(), Recorder(project, "Changed the project") as journal:
            project.refresh_from_db(from_queryset=Project.objects.select_for_update())
            _check_seen("The project", project, version)
            journal.touch([project], only=list(fields))
            _set(project, fields)
            project.version += 1
            project.save(update_fields=[*fields, "version", "changed"])
            # Another locale has keywords and figures of its own: those of this one stay.
            if not set(fields) <= {"country", "language", "currency"}:
                figures_outdated.send(sender=Project, project=project)
    except IntegrityError as error:
        raise _taken(error, fields.get("name", "")) from error
    return project


def add_outlet(project: Project, fields: dict[str, Any]) -> Outlet:
    """Add an outlet. Raises: `BunrakuError` name_taken."""
    return _save_outlet(Outlet(project=project), f"Added outlet {fields['name']}", fields)


def change_outlet(
    project: Project, outlet_id: int, fields: dict[str, Any], *, version: int
) -> Outlet:
    """Change an outlet. `version` is the one that the person saw. Raises: `BunrakuError` not_found,
    name_taken, and stale where another window has changed the outlet since."""
    with transaction.atomic():
        outlet = find_outlet(project, outlet_id)
        _check_seen(f"Outlet {outlet.name}", outlet, version)
        outlet.version += 1
        return _save_outlet(outlet, f"Changed outlet {fields['name']}", fields)


def _save_outlet(outlet: Outlet, done: str, fields: dict[str, Any]) -> Outlet:
    project = outlet.project
    try:
        with transaction.atomic(), Recorder(project, done) as journal:
            if outlet.pk:
                journal.touch([outlet])
            for name, value in fields.items():
                setattr(outlet, name, value)
            outlet.save()
            journal.made([outlet])
            figures_outdated.send(sender=Project, project=project)
    except IntegrityError as error:
        raise _taken(error, fields["name"]) from error
    return outlet


def choose_outlet(project: Project, outlet_id: int) -> Outlet:
    """Have its channel weighed for an outlet. Figures follow in the background; until a keyword is
    weighed anew, the sheet shows it for the outlet before. Raises: not_found."""
    with transaction.atomic():
        outlet = find_outlet(project, outlet_id)
        with Recorder(project, f"Chose outlet {outlet.name}") as journal:
            project.refresh_from_db(from_queryset=Project.objects.select_for_update())
            journal.touch([project], only=["weighed_for"])
            project.weighed_for = {**project.weighed_for, outlet.channel: outlet.pk}
            project.save(update_fields=["weighed_for"])
        figures_outdated.send(sender=Project, project=project)
    return outlet


def drop_outlet(project: Project, outlet_id: int, *, version: int) -> None:
    """Remove an outlet; what pointed to it stays without one and gets it back with an undo. Raises:
    not_found, stale."""
    with transaction.atomic():
        outlet = find_outlet(project, outlet_id)
        _check_seen(f"Outlet {outlet.name}", outlet, version)
        with Recorder(project, f"Removed outlet {outlet.name}") as journal:
            journal.remove([outlet])
        figures_outdated.send(sender=Project, project=project)


def find_outlet(project: Project, outlet_id: int) -> Outlet:
    """An outlet of a project. Raises: not_found."""
    outlet = Outlet.objects.filter(project=project, pk=outlet_id).first()
    if outlet is None:
        raise not_found("outlet")
    return outlet


def _check_seen(what: str, there: Project | Outlet, version: int | None) -> None:
    """That it is still as the person saw it, where they say what they saw. Raises: stale."""
    if version is not None and version != there.version:
        raise BunrakuError(
            "stale",
            f"{what} was changed in another window since you opened it here; nothing was saved.",
            hint="What you typed is still here. Copy what you need, then reload to see the change.",
        )


def _set(project: Project, fields: dict[str, Any]) -> None:
    for name, value in fields.items():
        setattr(project, name, read_words(value) if name in WORD_LISTS else value)


def _taken(error: IntegrityError, name: str) -> BunrakuError:
    if "name" in str(error).lower():
        return BunrakuError(
            "name_taken", f"“{name}” is already used.", field="name", hint="Choose another name."
        )
    raise error
