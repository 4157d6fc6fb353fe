"""The fields of a page, a video and a listing, as one writes them, and the places in them that one
looks at: headings, the opening, the visible lines."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from bunraku.core.write.markdown import read_markdown
from bunraku.core.write.written import Form, Written

Shape = Literal["line", "lines", "text", "pairs"]
"""One line; items, one a line; a text of several lines; a name and what it is called, "name: text",
one pair a line."""
VISIBLE = 150
"""Characters of a video's or a listing's description that are seen without a press."""
PARTS_A_PAIR = ": "


@dataclass(frozen=True)
class Field:
    """A field: its id, name, shape, and a line about it for whoever fills it in."""

    id: str
    name: str
    shape: Shape
    about: str


FIELDS: dict[Form, tuple[Field, ...]] = {
    "page": (
        Field("title", "Title", "line", "What results pages show, and the first thing read."),
        Field(
            "address", "URL slug", "line",
            "Last part of the URL. Keep it once published.",
        ),
        Field("description", "Description", "text", "Shown under the title; it earns the click."),
        Field("body", "Text", "text", "In Markdown: # for headings, [words](URL) for links."),
        Field("images", "Pictures", "pairs", "File name and alt text."),
    ),
    "video": (
        Field("title", "Title", "line", "Read beside the picture, cut off in most lists."),
        Field(
            "description", "Description", "text", "Its first lines are seen; the rest is searched.",
        ),
        Field("spoken", "Opening line (spoken)", "text", "The first sentence said in the video."),
        Field("tags", "Tags", "lines", "One per line, main keyword first."),
        Field("hashtags", "Hashtags", "lines", "One per line, as one word."),
        Field("chapters", "Chapters", "pairs", "A time, and what begins there; the first at 0:00."),
        Field("file", "Video file", "line", "Its name before it is uploaded; it stays."),
        Field("picture", "Picture file", "line", "The file name of its thumbnail."),
    ),
    "listing": (
        Field("title", "Title", "line", "Of the variation shown first."),
        Field("bullets", "Bullets", "lines", "One per line: what, for whom, what is included."),
        Field("description", "Description", "text", "Its first lines are seen."),
        Field(
            "hidden", "Hidden search terms", "line",
            "Not shown to shoppers. Do not repeat the title.",
        ),
        Field("tags", "Tags", "lines", "One per line."),
        Field("materials", "Materials", "lines", "One per line."),
        Field("category", "Category", "line", "Where the marketplace files it."),
        Field("attributes", "Attributes", "pairs", "A property, and what it is here."),
        Field(
            "variations", "Variations", "pairs", "One per line: variation and its title.",
        ),
    ),
}  # fmt: skip
"""The fields of each form, in the order in which one writes them."""
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


def written_of(form: Form, fields: Fields) -> Written:
    """What somebody wrote, as the rules look at it. Raises: nothing. Cost: linear."""

    def said(id: str) -> str:
        return fields.get(id, "")

    if form == "page":
        body = read_markdown(said("body"))
        return Written(
            form="page",
            title=said("title"),
            address=said("address"),
            description=said("description"),
            headings=[heading.text for heading in body.headings],
            body=said("body"),
            opening=body.opening.text,
            closing=body.closing.text,
            links=[link.text for link in body.links],
            pictures=pairs_of(said("images"))
            + [(image.target, image.text) for image in body.images],
        )
    if form == "video":
        return Written(
            form="video",
            title=said("title"),
            description=said("description"),
            tags=items_of(said("tags")),
            hashtags=items_of(said("hashtags")),
            spoken=said("spoken"),
            chapters=pairs_of(said("chapters")),
            files=(said("file"), said("picture")),
        )
    return Written(
        form="listing",
        title=said("title"),
        description=said("description"),
        tags=items_of(said("tags")),
        bullets=items_of(said("bullets")),
        hidden=said("hidden"),
        variations=pairs_of(said("variations")),
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


def places_of(form: Form, fields: Fields) -> list[Place]:
    """The places in what is written, in the order in which they are read.

    Parameters: `form`, `fields`. Returns: a place for each field, and of a page's text its
    headings, opening and closing before all of it; of a description what is visible. Empty ones
    too. Raises: nothing. Cost: linear."""
    found: list[Place] = []
    for field in FIELDS[form]:
        text = fields.get(field.id, "")
        whole = ((0, len(text)),)
        if form == "page" and field.id == "body":
            body = read_markdown(text)
            headings = tuple((each.start, each.end) for each in body.headings)
            found += [
                Place("headings", "Headings", "body", headings),
                Place("opening", "Opening", "body", ((body.opening.start, body.opening.end),)),
                Place("body", "Text", "body", whole, long=True),
                Place("closing", "Closing", "body", ((body.closing.start, body.closing.end),)),
            ]
        elif form != "page" and field.id == "description":
            seen = min(len(text), VISIBLE)
            found += [
                Place("visible", "First lines", "description", ((0, seen),)),
                Place("description", "Description", "description", whole, long=True),
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
