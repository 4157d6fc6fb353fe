"""The journal has a room of its own; what stood here was carried over there."""

from django.db import migrations


class Migration(migrations.Migration):

    dependencies = [
        ("projects", "0002_sources_and_chosen_outlets"),
        ("journal", "0002_from_projects"),
    ]

    operations = [migrations.DeleteModel("JournalEntry")]
