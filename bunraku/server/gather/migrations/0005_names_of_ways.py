"""Ways of gathering and the combiner's columns have other names: in origins, and in what jobs were
told to do."""

from django.db import migrations

WAYS = {
    "letters": "alphabet",
    "questions": "asked",
    "prepositions": "joined",
    "comparisons": "either",
}
LEVELS = {"hot": "high", "warm": "normal", "cold": "low"}
COLUMNS = {"core": "base", "helper": "modifier"}


def rename(apps, schema_editor):
    Origin, Job = apps.get_model("gather", "Origin"), apps.get_model("jobs", "Job")
    for old, new in WAYS.items():
        Origin.objects.filter(method=old).update(method=new)
    seeds = Origin.objects.filter(method="combine").values_list("seed", flat=True).distinct()
    for seed in list(seeds):
        if _pattern(seed) != seed:
            Origin.objects.filter(method="combine", seed=seed).update(seed=_pattern(seed)[:200])
    for job in Job.objects.filter(kind__in=["gather", "combine"]).iterator(20):
        params = job.params
        if "ways" in params:
            params["ways"] = [WAYS.get(way, way) for way in params["ways"]]
        if "columns" in params:
            params["columns"] = {COLUMNS.get(k, k): terms for k, terms in params["columns"].items()}
            params["columns"] = {
                name: [[text, LEVELS.get(level, level)] for text, level in terms]
                for name, terms in params["columns"].items()
            }
        if "patterns" in params:
            params["patterns"] = [_pattern(pattern) for pattern in params["patterns"]]
        if job.result.get("missing"):
            job.result["missing"] = {
                _ways_in_key(key): what for key, what in job.result["missing"].items()
            }
        job.save(update_fields=["params", "result"])


def _ways_in_key(key):
    # "channel|way|seed", where a seed may hold a bar.
    parts = key.split("|", 2)
    return "|".join([WAYS.get(part, part) if at == 1 else part for at, part in enumerate(parts)])


def _pattern(text):
    for old, new in COLUMNS.items():
        text = text.replace("{" + old + "}", "{" + new + "}")
    return text


class Migration(migrations.Migration):
    dependencies = [("gather", "0004_rules"), ("jobs", "0002_who_started_it")]
    operations = [migrations.RunPython(rename, migrations.RunPython.noop)]
