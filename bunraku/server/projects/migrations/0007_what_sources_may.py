"""What a source may do in a project, where it is not the usual."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("projects", "0006_removed_projects")]

    operations = [
        migrations.AddField("project", "source_parts", models.JSONField(default=dict)),
    ]
