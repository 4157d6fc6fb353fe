"""What was called heat is called priority: the field, its levels, and the journal's memory of
them."""

from django.db import migrations, models

LEVELS = {"hot": "high", "warm": "normal", "cold": "low"}


def rename(apps, schema_editor):
    for name in ("Row", "Decision"):
        rows = apps.get_model("sheet", name).objects
        for old, new in LEVELS.items():
            rows.filter(priority=old).update(priority=new)
    Entry = apps.get_model("journal", "Entry")
    for entry in Entry.objects.order_by("pk").iterator(20):
        if _renamed(entry.changes):
            entry.save(update_fields=["changes"])


def _renamed(changes):
    found = False
    for change in changes:
        for state in ("before", "after"):
            values = change.get(state)
            if values and "heat" in values:
                values["priority"] = LEVELS.get(values.pop("heat"), "")
                found = True
    return found


class Migration(migrations.Migration):
    dependencies = [("sheet", "0006_practice"), ("journal", "0005_packed_only")]
    operations = [
        migrations.RenameField("row", "heat", "priority"),
        migrations.RenameField("decision", "heat", "priority"),
        migrations.AlterField("row", "priority", models.CharField(blank=True, default="", max_length=6)),
        migrations.AlterField("decision", "priority", models.CharField(blank=True, max_length=6)),
        migrations.RunPython(rename, migrations.RunPython.noop),
    ]
