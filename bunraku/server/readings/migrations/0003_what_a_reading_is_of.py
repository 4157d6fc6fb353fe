"""A reading says from where and how it was seen, in columns of its own; what it tells is packed."""

import bunraku.server.database.packed
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("readings", "0002_one_index_less")]

    operations = [
        migrations.RemoveConstraint("reading", "one_reading_a_source_and_day"),
        migrations.AddField(
            "reading", "place", models.CharField(blank=True, default="", max_length=80)
        ),
        migrations.AddField("reading", "depth", models.PositiveSmallIntegerField(default=0)),
        migrations.AddField(
            "reading",
            "device",
            models.PositiveSmallIntegerField(choices=[(0, "desktop"), (1, "phone")], default=0),
        ),
        migrations.AddField(
            "reading", "viewer", models.CharField(blank=True, default="", max_length=40)
        ),
        migrations.AddField(
            "reading", "into", models.CharField(blank=True, default="", max_length=2)
        ),
        migrations.AddField(
            "reading", "packed", bunraku.server.database.packed.PackedJSONField(null=True)
        ),
    ]
