"""What is taken away: answers that a browser keeps as files."""

from collections.abc import Iterable
from typing import cast

from django.http import HttpResponse, StreamingHttpResponse

CSV = "text/csv; charset=utf-8"
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


def attached(content: bytes | str, kind: str, name: str) -> HttpResponse:
    """Content of a media type as a file of a name."""
    response = HttpResponse(content, content_type=kind)
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response


def attached_csv(lines: Iterable[str], name: str) -> HttpResponse:
    """Lines of CSV as a file, sent as they are made."""
    response = StreamingHttpResponse(lines, content_type=CSV)
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    # It has no content that could be asked for, and is an answer all the same.
    return cast(HttpResponse, response)
