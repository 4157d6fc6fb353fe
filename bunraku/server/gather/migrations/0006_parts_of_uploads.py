import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("gather", "0005_names_of_ways")]

    operations = [
        migrations.CreateModel(
            name="UploadPart",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("number", models.PositiveIntegerField()),
                ("data", models.BinaryField()),
                (
                    "upload",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="parts",
                        to="gather.upload",
                    ),
                ),
            ],
            options={
                "constraints": [
                    models.UniqueConstraint(fields=("upload", "number"), name="upload_part_once")
                ],
            },
        ),
    ]
