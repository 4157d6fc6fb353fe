"""The API in short: a line an operation, with a fingerprint of all that it takes and gives."""

import hashlib
import json
from typing import Any

Json = dict[str, Any]


def operations_markdown(schema: Json) -> str:
    """docs/operations.md: what a reviewer reads when the API changes.

    Parameters: `schema`, an OpenAPI description. Returns: the text. An operation has another
    fingerprint where anything changes that it takes or gives, however deep."""
    lines = []
    for path, methods in schema["paths"].items():
        for method, operation in methods.items():
            # Which function answers is no part of what is taken and given.
            known = {key: part for key, part in operation.items() if key != "operationId"}
            whole = json.dumps(_in_full(known, schema, ()), sort_keys=True)
            mark = hashlib.blake2b(whole.encode(), digest_size=4).hexdigest()
            what = str(operation.get("description", "")).split("\n\n")[0].replace("\n", " ")
            lines.append(f"| `{method.upper()} {path}` | {what.replace('|', '/')} | {mark} |")
    return (
        "# Operations of the API\n\nGenerated from the code by `make docs`; do not edit. The last "
        "column changes with anything\nthat an operation takes or gives. The whole description is "
        "at `GET /api/openapi.json`.\n\n| operation | what it does | fingerprint |\n|---|---|---|\n"
        + "\n".join(lines)
        + "\n"
    )


def _in_full(part: Any, schema: Json, within: tuple[str, ...]) -> Any:
    """A part of the description with what it refers to in its place; what refers to itself ends
    there."""
    if isinstance(part, list):
        return [_in_full(each, schema, within) for each in part]
    if not isinstance(part, dict):
        return part
    name = part.get("$ref")
    if name is None:
        return {key: _in_full(value, schema, within) for key, value in part.items()}
    if name in within:
        return name
    meant: Any = schema
    for step in name.removeprefix("#/").split("/"):
        meant = meant[step]
    return _in_full(meant, schema, (*within, name))
