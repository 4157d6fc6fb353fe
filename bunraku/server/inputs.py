"""What comes in: bodies are bounded and read in one way, texts and names are cleaned by one rule,
numbers are such as a database holds."""

import json
from collections.abc import Callable
from datetime import date
from typing import TYPE_CHECKING, Annotated, Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.utils.datastructures import MultiValueDict
from ninja import Field
from ninja.parser import Parser
from pydantic import AfterValidator, StringConstraints, WithJsonSchema

from bunraku.core.days import FIRST_DAY, LAST_DAY
from bunraku.core.text.names import clean_name, clean_text
from bunraku.server.errors import BunrakuError
from bunraku.server.problems import problem_of

MOST_FILE_BYTES = 60_000_000
"""Largest file taken: 100,000 rows of ten columns are a sixth of it."""
_AROUND = 10_000
"""What a form wraps around a file."""
MOST_ID = 2**53 - 1
"""The largest whole number that JSON's readers agree on (RFC 8259)."""
Day = Annotated[
    date,
    Field(
        ge=FIRST_DAY,
        le=LAST_DAY,
        json_schema_extra={
            "formatMinimum": FIRST_DAY.isoformat(),
            "formatMaximum": LAST_DAY.isoformat(),
        },
    ),
]
"""A day, or any day of a month."""
Id = Annotated[int, Field(ge=0, le=MOST_ID)]
"""Something's number."""
AS_THEY_ARE = ("password", "old", "new", "sheet")
"""Texts that are only compared with what was typed, or stands in a file, before."""


def a_name(longest: int, *, may_be_empty: bool = False) -> Any:
    """The type of a name that people give. What comes in may have blanks around it."""

    def named(text: str) -> str:
        name = clean_name(text)
        if not name and not may_be_empty:
            raise ValueError("a name needs something that can be seen")
        if len(name) > longest:
            raise ValueError(f"a name has at most {longest} characters")
        return name

    least = 0 if may_be_empty else 1
    schema = {"type": "string", "minLength": least, "maxLength": longest}
    bounded = StringConstraints(max_length=4 * longest)
    return Annotated[str, bounded, AfterValidator(named), WithJsonSchema(schema)]


if TYPE_CHECKING:
    Name = str
else:
    Name = a_name(120)
"""What a project, an outlet or an account is called."""


class CleaningParser(Parser):
    """Reads bodies and queries. Every text in them is cleaned here, so that no endpoint has to."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body's JSON. Raises: `ValueError` for what is none, and for NaN or infinity."""
        return _cleaned(json.loads(request.body, parse_constant=_no_number))

    def parse_querydict(
        self, data: MultiValueDict[str, Any], list_fields: list[str], request: HttpRequest
    ) -> dict[str, Any]:
        """The query's values by name."""
        asked = super().parse_querydict(data, list_fields, request)
        return {name: _cleaned(value) for name, value in asked.items()}


def _no_number(name: str) -> None:
    raise ValueError(f"{name} is not a number")


def _cleaned(value: Any) -> Any:
    if isinstance(value, str):
        return clean_text(value)
    if isinstance(value, list):
        return [_cleaned(item) for item in value]
    if isinstance(value, dict):
        return {
            clean_text(name): item if name in AS_THEY_ARE else _cleaned(item)
            for name, item in value.items()
        }
    return value


def bodies_are_bounded(
    get_response: Callable[[HttpRequest], HttpResponse],
) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware: a body that is larger than anything asked for is refused before it is read."""

    def answer(request: HttpRequest) -> HttpResponse:
        is_file = (request.content_type or "").startswith("multipart/")
        most = MOST_FILE_BYTES + _AROUND if is_file else settings.DATA_UPLOAD_MAX_MEMORY_SIZE
        if _length(request) <= most:
            return get_response(request)
        error = BunrakuError(
            "too_large",
            f"That is more than {most / 1e6:,.0f} MB, which is the most that is taken at once.",
            hint="Send it in parts.",
        )
        return problem_of(error)

    return answer


def _length(request: HttpRequest) -> int:
    told = str(request.META.get("CONTENT_LENGTH") or "0")
    return int(told) if told.isdecimal() and len(told) < 20 else 0
