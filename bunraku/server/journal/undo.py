"""Taking back a person's own changes, the last one or another, each whole or not at all."""

from collections import defaultdict
from collections.abc import Sequence
from typing import Any

from django.apps import apps
from django.db import IntegrityError, models, transaction

from bunraku.server.database.bulk import insert_many, update_many
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import BunrakuError
from bunraku.server.journal.acting import who_acts
from bunraku.server.journal.dependents import dependents_of
from bunraku.server.journal.log import log
from bunraku.server.journal.models import Entry
from bunraku.server.journal.recorder import Change
from bunraku.server.journal.undoing import Fields
from bunraku.server.journal.values import read
from bunraku.server.signals import taken_back


def undoable(project: Any) -> models.QuerySet[Entry]:
    """What whoever acts could take back of a project, the latest first."""
    mine = Entry.objects.filter(project=project, by=who_acts(project), undone=False)
    return mine.order_by("-pk")


def undo_last(project: Any, wanted: int) -> Entry:
    """Take back the last change of whoever acts that has not been taken back: the entry `wanted`,
    as the person saw it.

    Raises: `BunrakuError` nothing_to_undo when there is none, when what it changed has been changed
    since, or when something has been built since on what it made; stale when another is the last
    by now, so that nothing is taken back that the person did not mean."""
    with transaction.atomic():
        entry = undoable(project).first()
        if entry is None:
            raise BunrakuError("nothing_to_undo", "There is nothing to undo.")
        if entry.pk != wanted:
            raise BunrakuError(
                "stale",
                f"Nothing was undone: your last change is now “{entry.label}”.",
                hint="Undo again to take that one back.",
            )
        _take_back(project, entry)
    return entry


def undo_one(project: Any, wanted: int) -> Entry:
    """Take back one change of whoever acts, the last one or not; later ones stay.

    Raises: `BunrakuError` nothing_to_undo when it is undone already, too old to be known or
    another person's, and as `undo_last` where later changes rest on it."""
    with transaction.atomic():
        entry = undoable(project).filter(pk=wanted).first()
        if entry is None:
            raise BunrakuError(
                "nothing_to_undo",
                "This change cannot be undone: it already was, or it is not yours.",
            )
        try:
            with transaction.atomic():
                _take_back(project, entry)
        except IntegrityError:
            raise _refused(entry, "something later is in its place") from None
    return entry


def _take_back(project: Any, entry: Entry) -> None:
    made = [change for change in entry.changes if change["before"] is None]
    _check_unchanged(entry)
    _check_nothing_built_on(entry, made)
    # Removed things come back first, then changes are undone, then made things go: so no
    # reference ever dangles.
    _bring_back(_still_held([change for change in entry.changes if change["after"] is None]))
    changed = [change for change in entry.changes if change["before"] and change["after"]]
    held = _still_held(changed)
    _put_back(held)
    kept = {(change["model"], change["pk"]) for change in held}
    _take_away([change for change in changed if (change["model"], change["pk"]) not in kept])
    _take_away(made)
    entry.undone = True
    entry.save(update_fields=["undone"])
    log(project, f"Undid: {entry.label}")
    taken_back.send(sender=Entry, project=project, changes=by_model(entry))


def by_model(entry: Entry) -> dict[type[models.Model], list[Change]]:
    """An entry's changes by the model they are of."""
    changes: dict[type[models.Model], list[Change]] = defaultdict(list)
    for change in entry.changes:
        changes[apps.get_model(change["model"])].append(change)
    return changes


def _check_unchanged(entry: Entry) -> None:
    for (label, fields), changes in _groups(entry.changes, "after", "before").items():
        now = read(apps.get_model(label), fields, [change["pk"] for change in changes])
        if any(now.get(change["pk"]) != change["after"] for change in changes):
            raise _refused(entry, "something in it has been changed since")


def _groups(changes: Sequence[Change], *states: str) -> dict[tuple[str, Fields], list[Change]]:
    """Changes by their model and the fields that are told of it, in the first state that is."""
    groups: dict[tuple[str, Fields], list[Change]] = defaultdict(list)
    for change in changes:
        fields = next(change[state] for state in states if change[state] is not None)
        groups[change["model"], tuple(fields)].append(change)
    return groups


def _check_nothing_built_on(entry: Entry, made: Sequence[Change]) -> None:
    """What was made must hold nothing that is not of the same change: it would go without a
    word."""
    own = {(change["model"], change["pk"]) for change in entry.changes}
    for label, pks in _keys(made).items():
        model = apps.get_model(label)
        rows = [row for part in in_parts(pks) for row in model._default_manager.filter(pk__in=part)]
        for held in dependents_of(rows):
            if any((held.model._meta.label, row.pk) not in own for row in held.rows):
                raise _refused(entry, "something has been added to it since")


def _refused(entry: Entry, why: str) -> BunrakuError:
    return BunrakuError("nothing_to_undo", f"“{entry.label}” cannot be undone: {why}.")


def _still_held(changes: Sequence[Change]) -> list[Change]:
    """Changes whose rows can be as they were: where a row pointed to something that is gone by now,
    such as a cluster, it points to nothing; one that cannot be without goes with it."""
    held: list[Change] = []
    for (label, fields), group in _groups(changes, "before").items():
        model = apps.get_model(label)
        references = [field for field in map(model._meta.get_field, fields) if field.many_to_one]
        # What comes back with them counts: it was named first.
        there = {field.name: _there(field, group, held) for field in references}
        for change in group:
            before = change["before"]
            lost = [
                field
                for field in references
                if before[field.name] is not None and before[field.name] not in there[field.name]
            ]
            if all(field.null for field in lost):
                nothing = {field.name: None for field in lost}
                held.append({**change, "before": {**before, **nothing}})
    return held


def _there(field: Any, group: Sequence[Change], held: Sequence[Change]) -> set[Any]:
    """Those that rows of a group pointed to by a field and that are there, or come back."""
    other = field.related_model
    wanted = {change["before"][field.name] for change in group} - {None}
    there = {change["pk"] for change in held if change["model"] == other._meta.label}
    for part in in_parts(sorted(wanted - there)):
        there.update(other._default_manager.filter(pk__in=part).values_list("pk", flat=True))
    return there


def _bring_back(removed: Sequence[Change]) -> None:
    # In the order of removal: what others hung on was named first.
    for (label, fields), changes in _groups(removed, "before").items():
        model = apps.get_model(label)
        rows = ([change["pk"], *change["before"].values()] for change in changes)
        insert_many(model, (str(model._meta.pk.name), *fields), rows)


def _put_back(changed: Sequence[Change]) -> None:
    for (label, fields), changes in _groups(changed, "before").items():
        rows = ([*change["before"].values(), change["pk"]] for change in changes)
        update_many(apps.get_model(label), fields, rows)


def _take_away(made: Sequence[Change]) -> None:
    for label, pks in _keys(list(reversed(made))).items():
        for part in in_parts(pks):
            apps.get_model(label)._default_manager.filter(pk__in=part).delete()


def _keys(changes: Sequence[Change]) -> dict[str, list[Any]]:
    keys: dict[str, list[Any]] = defaultdict(list)
    for change in changes:
        keys[change["model"]].append(change["pk"])
    return keys
