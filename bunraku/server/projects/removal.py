"""Removing projects: out of sight at once, then all that belongs to them, in the background."""

from functools import cache
from graphlib import TopologicalSorter
from typing import Any

from django.apps import apps
from django.db import models, transaction
from django.utils import timezone
from django_tasks import task

from bunraku.core.text.names import clean_name
from bunraku.server.database.parts import PART
from bunraku.server.errors import BunrakuError
from bunraku.server.projects.models import Project
from bunraku.server.sentences import plural
from bunraku.server.signals import project_going

TOLD = ("Keyword", "Decision", "Reading", "Cluster", "Piece", "Outlet", "Upload", "LogLine")
"""What a person would miss."""


def remove_project(project: Project, *, name: str | None = None) -> None:
    """Remove a project. It is not there any more for anybody; what belongs to it goes in the
    background, once a job that is under way has stopped. It cannot be undone.

    `name` is what the person typed to show that they mean it. Raises: invalid_input where it is
    another."""
    if name is not None and clean_name(name) != clean_name(project.name):
        raise BunrakuError(
            "invalid_input",
            f"That is not its name. Type “{project.name}” to delete it.",
            field="name",
        )
    with transaction.atomic():
        Project.objects.filter(pk=project.pk).update(removed=timezone.now())
        for model, path in _held():
            if any(field.name == "stop_wanted" for field in model._meta.concrete_fields):
                model._default_manager.filter(**{path: project.pk}).update(stop_wanted=True)
        purge_project.enqueue(project.pk)


def holdings(project: Project) -> list[str]:
    """What goes with a project, as in "12 keywords", most first; without what is made again from
    others."""
    counts = [
        (model._default_manager.filter(**{path: project.pk}).count(), str(model._meta.verbose_name))
        for model, path in _held()
        if model.__name__ in TOLD
    ]
    return [plural(count, name) for count, name in sorted(counts, reverse=True) if count]


@task()
def purge_project(project_id: int) -> None:
    """Remove all that belongs to a removed project, and the project. Safe to run again."""
    project = Project.objects.filter(pk=project_id, removed__isnull=False).first()
    if project is not None:
        purge(project)


def purge(project: Project) -> None:
    """Remove all rows of a project, part by part, what hangs on others first: a large one has
    millions, and nobody should wait for the database meanwhile."""
    project_going.send(sender=Project, project=project)
    for model, path in _held():
        mine = model._default_manager.filter(**{path: project.pk}).order_by("pk")
        while part := list(mine.values_list("pk", flat=True)[:PART]):
            model._default_manager.filter(pk__in=part).delete()
    project.delete()


@cache
def _held() -> list[tuple[type[models.Model], str]]:
    """Models whose rows belong to a project, each with the way to it by references that it cannot
    be without; those that hang on others first. Found from the models: a new room is in it."""
    ways: dict[type[models.Model], str] = {Project: ""}
    waiting = list(ways)
    while waiting:
        target = waiting.pop(0)
        for model in apps.get_models():
            for field in _references(model):
                if field.related_model is target and not field.null and model not in ways:
                    ways[model] = "__".join(filter(None, (field.name, ways[target])))
                    waiting.append(model)
    hangs_on: dict[Any, set[Any]] = {
        model: {field.related_model for field in _references(model)} & ways.keys() - {model}
        for model in ways
    }
    order = list(TopologicalSorter(hangs_on).static_order())
    return [(model, ways[model]) for model in reversed(order) if model is not Project]


def _references(model: type[models.Model]) -> list[Any]:
    return [field for field in model._meta.concrete_fields if field.related_model is not None]
