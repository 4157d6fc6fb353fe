"""Changes recorded before the journal had a room of its own: by the project's owner, who was the
only one there was. Each is a line of the log too."""

from django.db import migrations

RENAMED = {"gather.LeaveOut": "gather.Rule"}


def carry_over(apps, schema_editor):
    Entry, LogLine = apps.get_model("journal", "Entry"), apps.get_model("journal", "LogLine")
    Old, Decision = apps.get_model("projects", "JournalEntry"), apps.get_model("sheet", "Decision")
    for old in Old.objects.select_related("project").order_by("pk").iterator():
        same = {"project_id": old.project_id, "by_id": old.project.owner_id, "at": old.at}
        changes = [
            {**change, "model": RENAMED.get(change["model"], change["model"])}
            for change in old.changes
        ]
        _name_keywords(changes, Decision)
        Entry.objects.create(**same, label=old.label, changes=changes, undone=old.undone)
        LogLine.objects.create(**same, text=old.label)


def _name_keywords(changes, Decision):
    """Decisions were recorded without what they are about; figures can follow them only where it
    is told."""
    bare = {
        change["pk"]: change
        for change in changes
        if change["model"] == "sheet.Decision"
        and "keyword" not in (change["before"] or change["after"])
    }
    about = Decision.objects.filter(pk__in=list(bare)).values_list("pk", "scope", "keyword")
    for pk, scope, keyword in about:
        for state in ("before", "after"):
            if bare[pk][state]:
                bare[pk][state] = {**bare[pk][state], "scope": scope, "keyword": keyword}


class Migration(migrations.Migration):
    dependencies = [("journal", "0001_initial"), ("sheet", "0002_gather_in_full")]

    operations = [migrations.RunPython(carry_over, migrations.RunPython.noop)]
