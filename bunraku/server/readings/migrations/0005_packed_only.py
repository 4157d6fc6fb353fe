"""What was packed takes the place of what it was packed from."""

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [("readings", "0004_apart_and_packed")]

    operations = [
        migrations.RemoveField("reading", "payload"),
        migrations.RenameField("reading", "packed", "payload"),
        migrations.AddConstraint(
            "reading",
            models.UniqueConstraint(
                fields=[
                    *("scope", "what", "term", "source", "on"),
                    *("place", "depth", "device", "viewer", "into"),
                ],
                name="one_reading_a_source_day_and_vantage",
            ),
        ),
    ]
