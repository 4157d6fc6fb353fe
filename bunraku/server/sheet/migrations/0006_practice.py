"""Rows know whether a practice source stands behind their figures; every source was one until now,
but for people's own files."""

from django.db import migrations, models


def note(apps, schema_editor):
    Row = apps.get_model("sheet", "Row")
    # What was measured was measured in the practice world; the next weighing says it exactly.
    Row.objects.filter(difficulty__isnull=False).update(practice=True)


class Migration(migrations.Migration):
    dependencies = [("sheet", "0005_learned")]

    operations = [
        migrations.AddField("row", "practice", models.BooleanField(default=False)),
        migrations.RunPython(note, migrations.RunPython.noop),
    ]
