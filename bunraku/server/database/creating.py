"""A database that has nothing in it yet: its tables made at once, as they are today."""

from django.apps import apps
from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.db.migrations.recorder import MigrationRecorder


def create_tables() -> bool:
    """Make all tables in an empty database, and note every migration as done, in one transaction.
    Migrations would make them as they were in the beginning and change them a hundred times, for
    seconds.

    Returns: whether it was empty; one with anything in it is left as it is, for migrations to take
    further."""
    if connection.introspection.table_names():
        return False
    loader, recorder = MigrationLoader(connection), MigrationRecorder(connection)
    with connection.schema_editor() as editor:
        editor.create_model(recorder.Migration)
        for model in apps.get_models():
            if model._meta.app_label in loader.migrated_apps and model._meta.can_migrate(
                connection
            ):
                editor.create_model(model)
        recorder.migration_qs.bulk_create(
            recorder.Migration(app=app, name=name) for app, name in sorted(loader.disk_migrations)
        )
    return True
