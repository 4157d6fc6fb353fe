import bunraku.server.database.packed
from django.db import migrations


class Migration(migrations.Migration):

    dependencies = [("journal", "0002_from_projects")]

    operations = [
        migrations.AddField(
            "entry", "packed", bunraku.server.database.packed.PackedJSONField(null=True)
        ),
    ]
