"""Problems as answers: what one looks like, and which each operation can give, for its
description."""

from collections.abc import Callable
from typing import Any

from django.http import HttpRequest, HttpResponse, JsonResponse

from bunraku.server.errors import CATALOGUE, BunrakuError

_MEDIA = "application/problem+json"


def problem(
    status: int, code: str, message: str, *, field: str = "", hint: str = ""
) -> JsonResponse:
    """An error as problem+json (RFC 9457): the same title for all of a code, what happened in the
    detail."""
    body = {
        "type": f"urn:bunraku:problem:{code}",
        "title": CATALOGUE[code].about,
        "detail": message,
        "status": status,
        "code": code,
        "field": field,
        "hint": hint,
    }
    return JsonResponse(body, status=status, content_type=_MEDIA)


def problem_of(error: BunrakuError) -> JsonResponse:
    """An error that was raised on purpose, as its problem."""
    return problem(error.status, error.code, error.message, field=error.field, hint=error.hint)


PROBLEM = {
    "type": "object",
    "title": "Problem",
    "description": "What went wrong (RFC 9457), with a stable code, the field it is about and a "
    "way out; either of the last may be empty.",
    "required": ["type", "title", "detail", "status", "code", "field", "hint"],
    "properties": {
        "type": {"type": "string"},
        "title": {"type": "string"},
        "detail": {"type": "string"},
        "status": {"type": "integer"},
        "code": {"type": "string", "enum": sorted(CATALOGUE)},
        "field": {"type": "string"},
        "hint": {"type": "string"},
    },
}
ALWAYS = (400, 403, 500, 503, 507)
"""What any request may meet: one that cannot be read or does not come from our page, a fault,
storage that fails."""
WITH_PASSWORD = ("/api/session", "/api/account")


def api_is_not_stored(
    get_response: Callable[[HttpRequest], HttpResponse],
) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware: nothing between the server and the page keeps what the API answers, which is one
    person's and true for a moment."""

    def answer(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        if request.path.startswith("/api/"):
            response["Cache-Control"] = "no-store"
        return response

    return answer


def with_problems(schema: Any) -> Any:
    """An API's description with the problems of each operation: its statuses follow from what it
    takes and needs."""
    schema["components"]["schemas"]["Problem"] = PROBLEM
    told = {kind.status for kind in CATALOGUE.values()}
    schema["components"]["responses"] = {f"Problem{s}": _answer(s) for s in sorted(told)}
    for path, operations in schema["paths"].items():
        for method, operation in operations.items():
            for status in sorted(_statuses(path, method, operation)):
                named = {"$ref": f"#/components/responses/Problem{status}"}
                operation["responses"].setdefault(status, named)
    return schema


def _statuses(path: str, method: str, operation: Any) -> set[int]:
    statuses = {*ALWAYS}
    if operation.get("security"):
        statuses.add(401)
    if "{" in path:
        statuses.add(404)
    if operation.get("parameters") or "requestBody" in operation:
        statuses.add(422)
    if method != "get":
        statuses |= {409, 413}
        if path.startswith(WITH_PASSWORD):
            statuses.add(429)
    return statuses


def _answer(status: int) -> dict[str, Any]:
    means = " ".join(kind.about for kind in CATALOGUE.values() if kind.status == status)
    reference = {"schema": {"$ref": "#/components/schemas/Problem"}}
    return {"description": means, "content": {_MEDIA: reference}}
