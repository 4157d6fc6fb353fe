"""What many tests begin with: made by the first of them in a process, put back for the others.

Gathering, measuring and clustering for each test anew would be most of the time that tests take."""

from dataclasses import dataclass, field
from typing import Any

from django.apps import apps
from django.core.management.color import no_style
from django.db import connection
from django.db.models import Model

STAGES = ("weighed", "gathered")
"""The furthest first: a test that begins with measured keywords begins with gathered ones too."""
# The rest (permissions, kinds of content) is there from the migrations.
OF_A_PROJECT = ("cluster", "gather", "jobs", "journal", "plan", "projects", "readings", "sheet")


@dataclass
class Beginnings:
    """What is known of each stage: all rows of all models as they were when it was reached."""

    kept: dict[str, list[list[Model]]] = field(default_factory=dict)

    def keep(self, stage: str) -> None:
        """Remember what is in the database now."""
        self.kept[stage] = [list(model._base_manager.all()) for model in _models()]

    def put_back(self, asked: list[str]) -> str | None:
        """Put back the furthest stage that is asked for; which, or none if it was not reached
        yet."""
        stage = next((stage for stage in STAGES if stage in asked), None)
        if stage not in self.kept:
            return None
        for rows in self.kept[stage]:
            if rows:
                type(rows[0])._base_manager.bulk_create(rows, batch_size=400)
        with connection.cursor() as cursor:
            for sql in connection.ops.sequence_reset_sql(no_style(), _models()):
                cursor.execute(sql)
        return stage


def _models() -> list[Any]:
    return [
        model
        for model in apps.get_models(include_auto_created=True)
        if model._meta.app_label in OF_A_PROJECT or model._meta.label == "auth.User"
    ]
