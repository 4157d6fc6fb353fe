"""Rows gathered before learn from their origins which run brought them and by which ways they
came."""

from collections import defaultdict

from django.db import migrations

# The methods as they stood then: a migration is about its own day.
METHODS = (
    *(
        "seed",
        "box",
        "letters",
        "questions",
        "prepositions",
        "comparisons",
        "inside",
        "related",
        "fields",
        "rising",
    ),
    *("language", "rivals", "years", "combine", "import", "report"),
)
BITS = {method: 1 << place for place, method in enumerate(METHODS)}
PART = 500


def in_parts(items):
    return (items[start : start + PART] for start in range(0, len(items), PART))


def fill(apps, schema_editor):
    Row, Origin = apps.get_model("sheet", "Row"), apps.get_model("gather", "Origin")
    for scope in apps.get_model("sheet", "Scope").objects.values_list("pk", flat=True):
        runs, ways = {}, defaultdict(int)
        origins = Origin.objects.filter(scope=scope).order_by("pk")
        for keyword, method, job, first in origins.values_list(
            "keyword", "method", "job", "first"
        ).iterator():
            ways[keyword] |= BITS.get(method, 0)
            if first:
                runs[keyword] = job
        groups = defaultdict(list)
        for keyword, bits in ways.items():
            groups[runs.get(keyword), bits].append(keyword)
        for (run, bits), keywords in groups.items():
            for part in in_parts(keywords):
                Row.objects.filter(scope=scope, keyword__in=part).update(run=run, ways=bits)


class Migration(migrations.Migration):
    dependencies = [("gather", "0002_gather_in_full"), ("sheet", "0002_gather_in_full")]
    operations = [migrations.RunPython(fill, migrations.RunPython.noop)]
