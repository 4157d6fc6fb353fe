"""The short description of the API changes with what an operation takes or gives, and only then."""

import copy
from typing import Any

from bunraku.server.start.operations import operations_markdown

SCHEMA: dict[str, Any] = {
    "paths": {
        "/a": {"get": {"description": "Read.\n\nMore.", "responses": {"$ref": "#/parts/Tree"}}},
        "/b": {"post": {"description": "Either | or.", "responses": {}}},
    },
    "parts": {
        "Tree": {"leaf": {"$ref": "#/parts/Leaf"}, "more": {"$ref": "#/parts/Tree"}},
        "Leaf": 1,
    },
}


def lines(schema: dict[str, Any]) -> list[str]:
    return [line for line in operations_markdown(schema).splitlines() if line.startswith("| `")]


def test_a_line_says_what_an_operation_does() -> None:
    first, second = lines(SCHEMA)
    assert first.startswith("| `GET /a` | Read. | ")
    assert second.startswith("| `POST /b` | Either / or. | ")


def test_the_fingerprint_changes_with_what_lies_deep_within() -> None:
    changed = copy.deepcopy(SCHEMA)
    changed["parts"]["Leaf"] = 2
    assert lines(changed)[0] != lines(SCHEMA)[0]
    assert lines(changed)[1] == lines(SCHEMA)[1]
    assert lines(copy.deepcopy(SCHEMA)) == lines(SCHEMA)
