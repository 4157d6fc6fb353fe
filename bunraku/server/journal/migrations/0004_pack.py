"""Entries made before: what they hold is packed."""

from django.db import migrations


def pack(apps, schema_editor):
    Entry = apps.get_model("journal", "Entry")
    for entry in Entry.objects.order_by("pk").iterator(20):
        entry.packed = entry.changes
        entry.save(update_fields=["packed"])


class Migration(migrations.Migration):
    dependencies = [("journal", "0003_room_for_packed")]

    operations = [migrations.RunPython(pack, migrations.RunPython.noop)]
