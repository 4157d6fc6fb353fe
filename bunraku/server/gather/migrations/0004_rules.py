"""What left keywords out is called a rule."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("projects", "0001_initial"),
        ("gather", "0003_rows_know_their_runs"),
    ]

    operations = [
        migrations.RenameModel(old_name="LeaveOut", new_name="Rule"),
        migrations.AlterField(
            model_name="rule",
            name="project",
            field=models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE,
                related_name="rules",
                to="projects.project",
            ),
        ),
    ]
