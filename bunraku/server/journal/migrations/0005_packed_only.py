"""What was packed takes the place of what it was packed from."""

import bunraku.server.database.packed
from django.db import migrations


class Migration(migrations.Migration):

    dependencies = [("journal", "0004_pack")]

    operations = [
        migrations.RemoveField("entry", "changes"),
        migrations.RenameField("entry", "packed", "changes"),
        migrations.AlterField(
            "entry", "changes", bunraku.server.database.packed.PackedJSONField()
        ),
    ]
