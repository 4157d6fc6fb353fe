from pathlib import Path

from django.conf import settings
from django.db import migrations

PART_BYTES = 1_000_000


def take_in(apps, schema_editor):
    """Take what waited in the folder of uploads into the database. One without its file is gone."""
    folder = Path(settings.DATA) / "uploads"
    part = apps.get_model("gather", "UploadPart")
    for upload in apps.get_model("gather", "Upload").objects.all():
        path = folder / upload.stored
        if not path.is_file():
            upload.delete()
            continue
        with path.open("rb") as file:
            for number, data in enumerate(iter(lambda: file.read(PART_BYTES), b"")):
                part.objects.create(upload=upload, number=number, data=data)


class Migration(migrations.Migration):
    dependencies = [("gather", "0006_parts_of_uploads")]

    operations = [migrations.RunPython(take_in, migrations.RunPython.noop)]
