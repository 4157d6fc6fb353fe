"""The order in which a project trusts its sources, and the outlet that each channel is weighed
for."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("projects", "0001_initial")]

    operations = [
        migrations.AddField("project", "source_order", models.JSONField(default=list)),
        migrations.AddField("project", "weighed_for", models.JSONField(default=dict)),
    ]
