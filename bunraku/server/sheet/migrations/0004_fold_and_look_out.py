"""Rows weighed before: their texts folded, and the figures of the outlet they were weighed for
(the one that had been there longest) as its outlook too."""

from django.db import migrations

from bunraku.core.text.folding import fold

BATCH = 2_000
OF_OUTLETS = (
    "own_strength",
    "chance",
    "position",
    "weak_spots",
    "clicks",
    "worth",
    "verdict",
    "hands",
)


def carry_over(apps, schema_editor):
    Scope, Row = apps.get_model("sheet", "Scope"), apps.get_model("sheet", "Row")
    Outlook, Outlet = apps.get_model("sheet", "Outlook"), apps.get_model("projects", "Outlet")
    for scope in Scope.objects.order_by("pk"):
        standing = Outlet.objects.filter(project=scope.project_id, channel=scope.channel)
        outlet = standing.order_by("pk").first()
        last = 0
        while True:
            batch = list(Row.objects.filter(scope=scope, pk__gt=last).order_by("pk")[:BATCH])
            if not batch:
                break
            for row in batch:
                row.folded = fold(row.text)
            Row.objects.bulk_update(batch, ["folded"], batch_size=400)
            if outlet is not None:
                Outlook.objects.bulk_create(
                    (
                        Outlook(
                            row=row,
                            outlet=outlet,
                            **{name: getattr(row, name) for name in OF_OUTLETS},
                        )
                        for row in batch
                    ),
                    batch_size=90,
                )
            last = batch[-1].pk


class Migration(migrations.Migration):
    dependencies = [("sheet", "0003_folded_and_outlooks")]

    operations = [migrations.RunPython(carry_over, migrations.RunPython.noop)]
