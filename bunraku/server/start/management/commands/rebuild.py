"""`manage.py rebuild`: make every derived figure again from readings and decisions."""

from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from bunraku.server.gather.families import keep_families
from bunraku.server.gather.relevance import keep_relevance
from bunraku.server.gather.rules.ruleset import apply_rules
from bunraku.server.gather.topic_match import keep_fit
from bunraku.server.sheet.models import Scope
from bunraku.server.weigh.weighing import reweigh_scope


class Command(BaseCommand):
    """Rebuilds figures."""

    help = "Recalculate all keywords from their readings; decisions are kept."

    def add_arguments(self, parser: CommandParser) -> None:
        """One project, or all."""
        parser.add_argument("--project", type=int, help="id of a project (default: all)")

    def handle(self, *args: Any, **options: Any) -> None:
        """Rebuild, scope by scope."""
        scopes = Scope.objects.select_related("project").order_by("pk")
        if options["project"]:
            scopes = scopes.filter(project=options["project"])
        for scope in scopes:
            keep_fit(scope)
            reweigh_scope(scope)
            if keep_families(scope):
                # Variants are read alike, and some became other ones.
                reweigh_scope(scope)
            keep_relevance(scope)
            self.stdout.write(f"{scope.project}, {scope}: recalculated.")
        for project in {scope.project_id: scope.project for scope in scopes}.values():
            apply_rules(project)
