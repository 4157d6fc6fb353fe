"""The journal: recording changes so that one key takes the last one back."""

from collections.abc import Iterable, Sequence
from typing import Any

from django.apps import apps
from django.core.serializers import serialize
from django.core.serializers.python import Deserializer
from django.db import models, transaction

from bunraku.server.errors import BunrakuError
from bunraku.server.projects.models import JournalEntry, Project
from bunraku.server.projects.signals import figures_outdated

KEPT_ENTRIES = 500
Change = dict[str, Any]


class Recorder:
    """Remembers rows before they change and records what became of them.

    Use: `with Recorder(project, "Dropped 3 keywords") as journal: journal.touch(rows); …change and save…`; made rows are
    told by `journal.made(rows)`. Nothing is recorded when nothing changed or an error passes through."""

    def __init__(self, project: Project, label: str) -> None:
        self.project = project
        self.label = label
        self._before: dict[tuple[str, Any], Change | None] = {}
        self._only: dict[tuple[str, Any], Sequence[str] | None] = {}
        self._models: dict[str, type[models.Model]] = {}

    def __enter__(self) -> "Recorder":
        return self

    def touch(self, rows: Iterable[models.Model], *, only: Sequence[str] | None = None) -> None:
        """Remember rows as they are, before they are changed or removed; of derived rows `only` the fields that the
        change is about, since the others may change by themselves."""
        for row in rows:
            name = row._meta.label
            self._models[name] = type(row)
            self._only.setdefault((name, row.pk), only)
            self._before.setdefault((name, row.pk), _fields(row, only))

    def made(self, rows: Iterable[models.Model]) -> None:
        """Tell of rows that were just made."""
        for row in rows:
            self._models[row._meta.label] = type(row)
            self._before.setdefault((row._meta.label, row.pk), None)

    def __exit__(self, kind: type[BaseException] | None, *_: object) -> None:
        if kind is not None:
            return
        changes: list[Change] = []
        for name, model in self._models.items():
            pks = [pk for label, pk in self._before if label == name]
            now = model._default_manager.in_bulk(pks)
            for pk in pks:
                only = self._only.get((name, pk))
                before, after = self._before[name, pk], _fields(now[pk], only) if pk in now else None
                if before != after:
                    changes.append({"model": name, "pk": pk, "before": before, "after": after})
        if not changes:
            return
        JournalEntry.objects.create(project=self.project, label=self.label, changes=changes)
        oldest = JournalEntry.objects.filter(project=self.project).order_by("-pk").values("pk")[KEPT_ENTRIES:]
        JournalEntry.objects.filter(pk__in=[row["pk"] for row in oldest]).delete()


def undo_last(project: Project) -> JournalEntry:
    """Take back the project's last change that has not been taken back.

    Raises: `BunrakuError` nothing_to_undo when there is none, or when what it changed has been changed since."""
    with transaction.atomic():
        entry = JournalEntry.objects.filter(project=project, undone=False).order_by("-pk").first()
        if entry is None:
            raise BunrakuError("nothing_to_undo", "There is nothing to undo.")
        for change in entry.changes:
            _check_unchanged(change, entry.label)
        # Removed things come back first, then made ones go, so that no reference is ever dangling.
        for change in sorted(entry.changes, key=lambda c: (c["after"] is not None, c["before"] is None)):
            _take_back(change)
        entry.undone = True
        entry.save(update_fields=["undone"])
    _tell_figures(project, entry)
    return entry


def _tell_figures(project: Project, entry: JournalEntry) -> None:
    """Figures rest on settings and decisions; where these went back, the figures follow."""
    touched = {change["model"] for change in entry.changes}
    if touched & {"projects.Project", "projects.Outlet"}:
        figures_outdated.send(sender=Project, project=project)
    elif "sheet.Decision" in touched:
        keywords = [
            (change["before"] or change["after"])["keyword"]
            for change in entry.changes
            if change["model"] == "sheet.Decision"
        ]
        figures_outdated.send(sender=Project, project=project, keyword_ids=keywords)


def _fields(row: models.Model, only: Iterable[str] | None = None) -> Change:
    data: Change = serialize("python", [row], fields=list(only) if only else None)[0]["fields"]
    # Through JSON and back, so that what is compared later is what was stored.
    return {name: value.isoformat() if hasattr(value, "isoformat") else value for name, value in data.items()}


def _check_unchanged(change: Change, label: str) -> None:
    row = apps.get_model(change["model"])._default_manager.filter(pk=change["pk"]).first()
    known = change["after"] or change["before"]
    now = _fields(row, known) if row is not None else None
    if now != change["after"]:
        raise BunrakuError(
            "nothing_to_undo",
            f"“{label}” cannot be undone: something in it has been changed since.",
        )


def _take_back(change: Change) -> None:
    model = apps.get_model(change["model"])
    if change["before"] is None:
        model._default_manager.filter(pk=change["pk"]).delete()
        return
    model_fields = {field.name for field in model._meta.concrete_fields} - {model._meta.pk.name}
    if set(change["before"]) != model_fields:
        columns = {model._meta.get_field(name).attname: value for name, value in change["before"].items()}
        model._default_manager.filter(pk=change["pk"]).update(**columns)
        return
    record = {"model": change["model"], "pk": change["pk"], "fields": change["before"]}
    for restored in Deserializer([record]):
        restored.save()
