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
    # Only these fields: the allowance is spent by jobs meanwhile and must not be written back.
    names = [*fields, "version"]
    try:
        with transaction.atomic(), Recorder(project, "Changed the project") as journal:
            project.refresh_from_db(from_queryset=Project.objects.select_for_update())
            if version is not None and version != project.version:
                raise BunrakuError(
                    "stale",
                    "The project was changed in another window since you opened it here; "
                    "nothing was saved.",
                    hint="What you typed is still here. Copy what you need, then reload to see "
                    "the change.",
                )
            journal.touch([project], only=names)
            _set(project, fields)
            project.version += 1
            project.save(update_fields=[*names, "changed"])
    except IntegrityError as error:
        raise _taken(error, fields.get("name", "")) from error
    figures_outdated.send(sender=Project, project=project)
    return project


def save_outlet(project: Project, outlet_id: int | None, fields: dict[str, Any]) -> Outlet:
    """Add or change an outlet. Raises: `BunrakuError` not_found, name_taken."""
    outlet = Outlet(project=project) if outlet_id is None else find_outlet(project, outlet_id)
    done = f"{'Changed' if outlet.pk else 'Added'} outlet {fields.get('name', '')}"
    try:
        with transaction.atomic(), Recorder(project, done) as journal:
            if outlet.pk:
                journal.touch([outlet])
            for name, value in fields.items():
                setattr(outlet, name, value)
            outlet.save()
            journal.made([outlet])
    except IntegrityError as error:
        raise _taken(error, fields.get("name", "")) from error
    figures_outdated.send(sender=Project, project=project)
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


def drop_outlet(project: Project, outlet_id: int) -> None:
    """Remove an outlet; what pointed to it stays without one and gets it back with an undo. Raises:
    not_found."""
    with transaction.atomic():
        outlet = find_outlet(project, outlet_id)
        with Recorder(project, f"Removed outlet {outlet.name}") as journal:
            journal.remove([outlet])
    figures_outdated.send(sender=Project, project=project)


def find_outlet(project: Project, outlet_id: int) -> Outlet:
    """An outlet of a project. Raises: not_found."""
    outlet = Outlet.objects.filter(project=project, pk=outlet_id).first()
    if outlet is None:
        raise not_found("outlet")
    return outlet


def _set(project: Project, fields: dict[str, Any]) -> None:
    for name, value in fields.items():
        setattr(project, name, read_words(value) if name in WORD_LISTS else value)


def _taken(error: IntegrityError, name: str) -> BunrakuError:
    if "name" in str(error).lower():
        return BunrakuError(
            "name_taken", f"“{name}” is already used.", field="name", hint="Choose another name."
        )
    raise error
