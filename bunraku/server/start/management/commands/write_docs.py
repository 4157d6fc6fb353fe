"""`manage.py write_docs`: write what is generated from the code: the API's description and docs/figures.md."""

import json
import sys
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser

from bunraku.core.figures import figures_markdown
from bunraku.server.api import api


def generated() -> dict[str, str]:
    """Path below the root to text, for every generated file."""
    schema = json.loads(json.dumps(api.get_openapi_schema(), default=str))
    return {
        "bunraku/server/openapi.json": json.dumps(schema, indent=1, ensure_ascii=False) + "\n",
        "docs/figures.md": figures_markdown(),
    }


class Command(BaseCommand):
    """Writes or checks generated files."""

    help = "Write openapi.json and docs/figures.md; with --check only say what is stale."

    def add_arguments(self, parser: CommandParser) -> None:
        """Whether to check only."""
        parser.add_argument("--check", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write, or compare."""
        stale = []
        for name, text in generated().items():
            path = settings.ROOT / name
            if not path.exists() or path.read_text("utf-8") != text:
                stale.append(name)
                if not options["check"]:
                    path.write_text(text, "utf-8")
        if stale and options["check"]:
            self.stderr.write(f"Stale: {', '.join(stale)}. Run `make docs`.")
            sys.exit(1)
        self.stdout.write(f"Written: {', '.join(stale)}." if stale else "All generated files are current.")
