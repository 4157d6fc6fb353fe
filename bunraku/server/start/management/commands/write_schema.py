"""`manage.py write_schema PATH`: write the API's description, for what is generated from it."""

import json
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from bunraku.server.api import api


def described() -> dict[str, Any]:
    """The API's description as plain data."""
    plain: dict[str, Any] = json.loads(json.dumps(api.get_openapi_schema(), default=str))
    return plain


class Command(BaseCommand):
    """Writes the description."""

    help = "Write the API's description to a file."

    def add_arguments(self, parser: CommandParser) -> None:
        """Where to."""
        parser.add_argument("path", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Write it."""
        path: Path = options["path"]
        path.parent.mkdir(exist_ok=True)
        path.write_text(json.dumps(described(), ensure_ascii=False), "utf-8")
