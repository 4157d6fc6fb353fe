"""Readings made before: a place or a language that was pasted into the term goes into its column,
results pages were all ten deep, and what each tells is packed."""

from django.db import migrations

BATCH = 2_000


def carry_over(apps, schema_editor):
    Reading = apps.get_model("readings", "Reading")
    last = 0
    while True:
        batch = list(Reading.objects.filter(pk__gt=last).order_by("pk")[:BATCH])
        if not batch:
            break
        for reading in batch:
            reading.packed = reading.payload
            if reading.what == "page":
                reading.term, _, reading.place = reading.term.partition(" @ ")
                reading.depth = 10
            elif reading.what == "lexicon":
                reading.term, _, reading.into = reading.term.partition(" > ")
        Reading.objects.bulk_update(
            batch, ["term", "place", "depth", "into", "packed"], batch_size=150
        )
        last = batch[-1].pk


class Migration(migrations.Migration):
    dependencies = [("readings", "0003_what_a_reading_is_of")]

    operations = [migrations.RunPython(carry_over, migrations.RunPython.noop)]
