"""The fields of a page, a video and a listing, as one writes them, and the places in them that one
looks at: headings, the opening, the visible lines."""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from bunraku.core.channels import FormId, form_named
from bunraku.core.write.markdown import read_markdown
from bunraku.core.write.written import Written

PARTS_A_PAIR = ": "


Fields = Mapping[str, str]
"""What stands in the fields of a piece, by their ids; one that is missing is empty."""


def items_of(text: str) -> list[str]:
    """The items of a text with one a line; empty lines are none."""
    return [line.strip() for line in text.splitlines() if line.strip()]


def pairs_of(text: str) -> list[tuple[str, str]]:
    """The pairs of a text with one a line: a line without ": " is a name alone."""
    found = []
    for line in items_of(text):
        name, _, said = line.partition(PARTS_A_PAIR)
        found.append((name.strip().removesuffix(":"), said.strip()))
    return found


def written_of(form: FormId, fields: Fields) -> Written:
    """What somebody wrote, as the rules look at it. Raises: nothing. Cost: linear."""

    def said(id: str) -> str:
        return fields.get(id, "")

    has = form_named(form).has

    def items(id: str) -> list[str] | None:
        return items_of(said(id)) if has(id) else None

    def pairs(id: str) -> list[tuple[str, str]] | None:
        return pairs_of(said(id)) if has(id) else None

    written = Written(
        form=form,
        title=said("title"),
        address=said("address"),
        description=said("description"),
        tags=items("tags") or (),
        hashtags=items("hashtags"),
        spoken=said("spoken") if has("spoken") else None,
        chapters=pairs("chapters"),
        files=(said("file"), said("picture")) if has("file", "picture") else None,
        bullets=items("bullets"),
        hidden=said("hidden") if has("hidden") else None,
        variations=pairs("variations"),
        pictures=pairs("images"),
    )
    if not has("body"):
        return written
    body = read_markdown(said("body"))
    return replace(
        written,
        headings=[heading.text for heading in body.headings],
        body=said("body"),
        opening=body.opening.text,
        closing=body.closing.text,
        links=[link.text for link in body.links],
        pictures=[
            *(written.pictures or ()),
            *((image.target, image.text) for image in body.images),
        ],
    )


@dataclass(frozen=True)
class Place:
    """A place where a phrase can stand: its id and name, the field it is in, and which stretches of
    that field's text it is, (from, to) in code points. `long`: it is read sentence by sentence."""

    id: str
    name: str
    field: str
    stretches: tuple[tuple[int, int], ...]
    long: bool = False


def places_of(form: FormId, fields: Fields) -> list[Place]:
    """The places in what is written, in the order in which they are read.

    Parameters: `form`, `fields`. Returns: a place for each field, and of a page's text its
    headings, opening and closing before all of it; of a description what is visible. Empty ones
    too. Raises: nothing. Cost: linear."""
    found: list[Place] = []
    for field in form_named(form).fields:
        text = fields.get(field.id, "")
        whole = ((0, len(text)),)
        if field.id == "body":
            body = read_markdown(text)
            headings = tuple((each.start, each.end) for each in body.headings)
            found += [
                Place("headings", "Headings", "body", headings),
                Place("opening", "Opening", "body", ((body.opening.start, body.opening.end),)),
                Place("body", "Text", "body", whole, long=True),
                Place("closing", "Closing", "body", ((body.closing.start, body.closing.end),)),
            ]
        elif field.seen is not None:
            seen = min(len(text), field.seen)
            found += [
                Place("visible", "First lines", field.id, ((0, seen),)),
                Place(field.id, field.name, field.id, whole, long=True),
            ]
        elif field.shape in ("lines", "pairs"):
            found.append(Place(field.id, field.name, field.id, _lines(text)))
        else:
            found.append(Place(field.id, field.name, field.id, whole))
    return found


def _lines(text: str) -> tuple[tuple[int, int], ...]:
    """Where each line of a text stands."""
    found, at = [], 0
    for line in text.splitlines(keepends=True):
        found.append((at, at + len(line.rstrip("\r\n"))))
        at += len(line)
    return tuple(found)
