"""The journal: recording changes so that one key takes the last one back. All of it in bulk: five thousand keywords are
dropped, and taken back, in about a second."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from typing import Any

from django.apps import apps
from django.core.serializers.python import Deserializer
from django.db import models, transaction

from bunraku.server.errors import BunrakuError
from bunraku.server.projects.models import JournalEntry, Project
from bunraku.server.projects.parts import in_parts
from bunraku.server.projects.signals import figures_outdated, taken_back

KEPT_ENTRIES = 500
Change = dict[str, Any]
Fields = tuple[str, ...]
WEIGHED = ("heat", "intent")
"""What of a decision figures rest on."""


class Recorder:
    """Remembers rows before they change and records what became of them.

    Use: `with Recorder(project, "Dropped 3 keywords") as journal: journal.touch(rows); …change and save…`; made rows are
    told by `journal.made(rows)`. Nothing is recorded when nothing changed or an error passes through."""

    def __init__(self, project: Project, label: str) -> None:
        self.project = project
        self.label = label
        # Model and fields to the rows remembered; None is a row that was made.
        self._before: dict[tuple[type[models.Model], Fields], dict[Any, Change | None]] = defaultdict(dict)
        self._known: set[tuple[type[models.Model], Any]] = set()

    def __enter__(self) -> "Recorder":
        return self

    def touch(self, rows: Iterable[models.Model], *, only: Sequence[str] | None = None) -> None:
        """Remember rows as they are, before they are changed or removed; of derived rows `only` the fields that the
        change is about, since the others may change by themselves."""
        for row in rows:
            fields = tuple(only) if only else _all_fields(type(row))
            self._remember(row, fields, {name: _plain(getattr(row, _column(type(row), name))) for name in fields})

    def made(self, rows: Iterable[models.Model]) -> None:
        """Tell of rows that were just made."""
        for row in rows:
            self._remember(row, _all_fields(type(row)), None)

    def _remember(self, row: models.Model, fields: Fields, before: Change | None) -> None:
        place = (type(row), row.pk)
        if place not in self._known:
            self._known.add(place)
            self._before[type(row), fields][row.pk] = before

    def __exit__(self, kind: type[BaseException] | None, *_: object) -> None:
        if kind is not None:
            return
        changes: list[Change] = []
        for (model, fields), remembered in self._before.items():
            now = _read(model, fields, list(remembered))
            changes += [
                {"model": model._meta.label, "pk": pk, "before": before, "after": now.get(pk)}
                for pk, before in remembered.items()
                if before != now.get(pk)
            ]
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
        _check_unchanged(entry)
        # Removed things come back first, then changes are taken back, then made things go: no reference ever dangles.
        _bring_back([change for change in entry.changes if change["after"] is None])
        _put_back([change for change in entry.changes if change["before"] and change["after"]])
        _take_away([change for change in reversed(entry.changes) if change["before"] is None])
        entry.undone = True
        entry.save(update_fields=["undone"])
    _tell_figures(project, entry)
    return entry


def _check_unchanged(entry: JournalEntry) -> None:
    groups: dict[tuple[str, Fields], list[Change]] = defaultdict(list)
    for change in entry.changes:
        groups[change["model"], tuple(change["after"] or change["before"])].append(change)
    for (label, fields), changes in groups.items():
        now = _read(apps.get_model(label), fields, [change["pk"] for change in changes])
        if any(now.get(change["pk"]) != change["after"] for change in changes):
            raise BunrakuError(
                "nothing_to_undo",
                f"“{entry.label}” cannot be undone: something in it has been changed since.",
            )


def _bring_back(removed: Sequence[Change]) -> None:
    records = [{"model": change["model"], "pk": change["pk"], "fields": change["before"]} for change in removed]
    for restored in Deserializer(records):
        restored.save()


def _put_back(changed: Sequence[Change]) -> None:
    # Most changes are the same for many rows, so that a few updates serve them all.
    groups: dict[tuple[str, str], tuple[Change, list[Any]]] = {}
    for change in changed:
        groups.setdefault((change["model"], repr(change["before"])), (change["before"], []))[1].append(change["pk"])
    for (label, _), (before, pks) in groups.items():
        model = apps.get_model(label)
        values = {_column(model, name): value for name, value in before.items()}
        for part in in_parts(pks):
            model._default_manager.filter(pk__in=part).update(**values)


def _take_away(made: Sequence[Change]) -> None:
    by_model: dict[str, list[Any]] = defaultdict(list)
    for change in made:
        by_model[change["model"]].append(change["pk"])
    for label, pks in by_model.items():
        for part in in_parts(pks):
            apps.get_model(label)._default_manager.filter(pk__in=part).delete()


def _tell_figures(project: Project, entry: JournalEntry) -> None:
    """Figures rest on settings and decisions; where these went back, the figures follow."""
    touched = {change["model"] for change in entry.changes}
    taken_back.send(sender=Project, project=project, models=touched)
    if touched & {"projects.Project", "projects.Outlet"}:
        figures_outdated.send(sender=Project, project=project)
        return
    # Figures rest on heat and intent, not on whether a keyword was dropped.
    decisions = [
        change["pk"]
        for change in entry.changes
        if change["model"] == "sheet.Decision"
        and any((change["before"] or {}).get(name, "") != (change["after"] or {}).get(name, "") for name in WEIGHED)
    ]
    if decisions:
        figures_outdated.send(sender=Project, project=project, keyword_ids=_keywords_of(entry, set(decisions)))


def _keywords_of(entry: JournalEntry, decisions: set[Any]) -> list[int]:
    """Keywords of decisions, also of those that were made by the change and are gone again."""
    told = {
        change["pk"]: (change["before"] or {}).get("keyword") or (change["after"] or {}).get("keyword")
        for change in entry.changes
        if change["pk"] in decisions and change["model"] == "sheet.Decision"
    }
    unknown = [pk for pk, keyword in told.items() if keyword is None]
    found = _read(apps.get_model("sheet.Decision"), ("keyword",), unknown)
    return [keyword for keyword in (*told.values(), *(one["keyword"] for one in found.values())) if keyword is not None]


def _all_fields(model: type[models.Model]) -> Fields:
    return tuple(field.name for field in model._meta.concrete_fields if not field.primary_key)


def _column(model: type[models.Model], name: str) -> str:
    return str(model._meta.get_field(name).attname)  # type: ignore[union-attr]


def _plain(value: Any) -> Any:
    # As it will come back from JSON, so that what is compared later is what was stored.
    return value.isoformat() if hasattr(value, "isoformat") else value


def _read(model: type[models.Model], fields: Fields, pks: Sequence[Any]) -> dict[Any, Change]:
    """The fields of rows as they are now, by key; those that are gone are not in it."""
    columns = [_column(model, name) for name in fields]
    found: dict[Any, Change] = {}
    for part in in_parts(pks):
        for pk, *values in model._default_manager.filter(pk__in=part).values_list("pk", *columns):
            found[pk] = {name: _plain(value) for name, value in zip(fields, values, strict=True)}
    return found
