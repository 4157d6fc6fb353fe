"""Where keywords came from."""

from django.db import models

from bunraku.server.jobs.models import Job
from bunraku.server.sheet.models import Keyword, Scope


class Origin(models.Model):
    """One way in which a keyword came into a scope: method, seed, source, run and day. A keyword keeps all of them."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="origins")
    keyword = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="origins")
    method = models.CharField(max_length=20)
    seed = models.CharField(max_length=200)
    source = models.CharField(max_length=60)
    job = models.ForeignKey(Job, on_delete=models.SET_NULL, null=True, related_name="origins")
    on = models.DateField()
    # Whether this run was the one that brought the keyword into the scope.
    first = models.BooleanField(default=False)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["scope", "keyword", "method", "seed", "source"], name="one_origin_a_way")
        ]

    def __str__(self) -> str:
        return f"{self.method} of {self.seed}"
