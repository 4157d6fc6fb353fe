"""Files that were brought before stand in their project's order of trust, the latest first."""

from django.db import migrations


def put_in_order(apps, schema_editor):
    Reading = apps.get_model("readings", "Reading")
    Project = apps.get_model("projects", "Project")
    for project in Project.objects.order_by("pk"):
        files = (
            Reading.objects.filter(scope__project=project, source__startswith="File ")
            .order_by("-on", "-pk")
            .values_list("source", flat=True)
        )
        known = dict.fromkeys(files.iterator(2_000))
        if known:
            project.source_order = [*known, *(n for n in project.source_order if n not in known)]
            project.save(update_fields=["source_order"])


class Migration(migrations.Migration):
    dependencies = [
        ("readings", "0005_packed_only"),
        ("projects", "0007_what_sources_may"),
    ]

    operations = [migrations.RunPython(put_in_order, migrations.RunPython.noop)]
