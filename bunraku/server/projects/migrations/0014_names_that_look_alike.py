from django.db import migrations

from bunraku.server.projects.account_names import account_key


def name_them(apps, schema_editor):
    """Give each account its key. Of two that look alike the second keeps its own name."""
    names = apps.get_model("projects", "AccountName")
    taken = set(names.objects.values_list("key", flat=True))
    for user in apps.get_model("auth", "User").objects.filter(is_active=True).order_by("pk"):
        key = account_key(user.username)
        if key in taken:
            key = f"{key}#{user.pk}"
        taken.add(key)
        names.objects.get_or_create(user=user, defaults={"key": key})


class Migration(migrations.Migration):
    dependencies = [("projects", "0013_account_names_and_invitations")]

    operations = [migrations.RunPython(name_them, migrations.RunPython.noop)]
