"""Clusters of a scope and the keywords a person put where they are."""

from django.db import models

from bunraku.server.sheet.models import Keyword, Scope


class Cluster(models.Model):
    """Keywords that one piece can serve. Its members are the rows that point to it; its name may be
    the user's own."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="clusters")
    lead = models.ForeignKey(Keyword, on_delete=models.SET_NULL, null=True, related_name="+")
    # Empty: named after its lead keyword.
    name = models.CharField(max_length=120, blank=True)

    def __str__(self) -> str:
        return self.name or (self.lead.text if self.lead else f"Cluster {self.pk}")


class Pin(models.Model):
    """A keyword that the user put into a cluster; it stays there when clustering runs again."""

    scope = models.ForeignKey(Scope, on_delete=models.CASCADE, related_name="pins")
    keyword = models.ForeignKey(Keyword, on_delete=models.CASCADE, related_name="+")
    cluster = models.ForeignKey(Cluster, on_delete=models.CASCADE, related_name="pins")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["scope", "keyword"], name="one_pin_a_keyword_and_scope")
        ]

    def __str__(self) -> str:
        return f"{self.keyword_id} in {self.cluster_id}"
