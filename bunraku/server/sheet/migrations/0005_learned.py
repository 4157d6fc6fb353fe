"""What a scope's readings taught, in one place; it is learned anew with the next weighing."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("sheet", "0004_fold_and_look_out")]

    operations = [
        migrations.RemoveField("scope", "spreads"),
        migrations.RemoveField("scope", "broad_ratio"),
        migrations.AddField("scope", "learned", models.JSONField(default=dict)),
    ]
