"""Where keywords came from, the rules that leave some out, and files on their way in."""

from django.db import models

from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Keyword, Scope


class Origin(models.Model):
    """One way in which a keyword came into a scope: method, seed, source, run and day. A keyword
    keeps all of them."""

    scope = models.ForeignKey(
        Scope, on_delete=models.CASCADE, related_name="origins", db_index=False
    )
    keyword = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="origins")
    method = models.CharField(max_length=20)
    seed = models.CharField(max_length=200)
    source = models.CharField(max_length=60)
    job = models.ForeignKey(Job, on_delete=models.SET_NULL, null=True, related_name="origins")
    on = models.DateField()
    # Whether this run was the one that brought the keyword into the scope.
    first = models.BooleanField(default=False)
    # What the way tells of it: results that use it, a rival's position, growth in per cent.
    figure = models.IntegerField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["scope", "keyword", "method", "seed", "source", "on"],
                name="one_origin_a_way_and_day",
            )
        ]

    def __str__(self) -> str:
        return f"{self.method} of {self.seed}"


class Rule(models.Model):
    """A rule that leaves keywords out of a project, on all its channels (see core.gather.rules)."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="rules")
    kind = models.CharField(max_length=12)
    value = models.CharField(max_length=200)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["project", "kind", "value"], name="one_rule_a_value")
        ]
        ordering = ["pk"]

    def __str__(self) -> str:
        return f"{self.kind} {self.value}"


class Upload(models.Model):
    """A file that was brought and is looked at, imported, and then forgotten. It is kept in the
    database, where every worker can read it, whatever machine it runs on."""

    project = models.ForeignKey(Project, on_delete=models.CASCADE, related_name="uploads")
    name = models.CharField(max_length=120)
    size_bytes = models.PositiveIntegerField()
    created = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return self.name


class UploadPart(models.Model):
    """A megabyte of a file, so that none is ever whole in memory."""

    upload = models.ForeignKey(Upload, on_delete=models.CASCADE, related_name="parts")
    number = models.PositiveIntegerField()
    data = models.BinaryField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["upload", "number"], name="upload_part_once")
        ]

    def __str__(self) -> str:
        return f"part {self.number} of {self.upload_id}"


class FileGroup(models.Model):
    """The group that a person's file puts a keyword into (keyword group, ad group); the latest file
    has the say. Clusters may be made of them."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="file_groups")
    keyword = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="+")
    name = models.CharField(max_length=120)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["scope", "keyword"], name="one_file_group_a_keyword")
        ]

    def __str__(self) -> str:
        return f"{self.keyword_id} in {self.name}"


class RefusedRow(models.Model):
    """A row of a file that could not be taken, and why."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="refused_rows")
    number = models.PositiveIntegerField()
    text = models.CharField(max_length=80)
    code = models.CharField(max_length=30)
    message = models.CharField(max_length=300)

    class Meta:
        ordering = ["number", "pk"]

    def __str__(self) -> str:
        return f"row {self.number}: {self.message}"
