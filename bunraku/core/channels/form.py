"""What is written for a channel: its fields, how long they may be, and how often one looks at it
once it is live."""

from dataclasses import dataclass, field
from typing import Literal

from bunraku.core.channels.ids import FormId

Shape = Literal["line", "lines", "text", "pairs"]
"""One line; items, one a line; a text of several lines; a name and what it is called, "name: text",
one pair a line."""
Unit = Literal["characters", "bytes", "words", "pixels"]
Of = Literal["whole", "each", "items"]
"""All of a field, its items together; each item of it; how many items it has."""
LimitKind = Literal["most", "best", "seen"]
"""More is refused or lost; more is worse; more is not seen before somebody opens it."""
VISIBLE = 150
"""Characters of a description that are seen before somebody opens it."""


@dataclass(frozen=True)
class Field:
    """A field: its id, name, shape, and a line about it for whoever fills it in. `seen`: how many
    of its characters show before somebody opens it, where the rest is folded away."""

    id: str
    name: str
    shape: Shape
    about: str
    seen: int | None = None


@dataclass(frozen=True)
class FieldLimit:
    """The most that a field holds, of all of it or of each item, in a unit; `unit` says nothing of
    a number of items."""

    field: str
    most: float
    unit: Unit = "characters"
    of: Of = "whole"
    kind: LimitKind = "most"

    @property
    def id(self) -> str:
        """The name of a limit within its profile."""
        return f"{self.field}.{self.of}.{self.kind}.{self.unit}"


@dataclass(frozen=True)
class Profile:
    """The limits of an outlet or of a kind of marketplace. `left_out`: fields it does not have."""

    id: str
    form: FormId
    name: str
    limits: tuple[FieldLimit, ...]
    left_out: tuple[str, ...] = ()


@dataclass(frozen=True)
class Rhythm:
    """Days after publishing or changing on which to look, then every so many; days until a change
    is looked back at."""

    first: tuple[int, ...]
    then: int
    look_back: int


@dataclass(frozen=True)
class WindowLength:
    """Days: how long the windows before and after are at most and at least; how long a change takes
    until the page shows it; and for how long a new piece is still finding its place."""

    most: int
    least: int
    settles: int
    green: int


@dataclass(frozen=True, kw_only=True)
class Form:
    """What is written for a channel.

    What `one` and `many` are called; how its `preview` looks: as a result in a list, or beside a
    wide or square picture; `fields`, in the order in which one writes them; characters of a title
    and of a description, from and to; `profiles` of limits, the usual one first; `labels`:
    how plain text names its fields; `tag_room`: how many tags, or characters of tags, fill the room
    for them; `brief`: what a brief says of its other fields (name, length, what it must contain);
    `found_by_words`: a search finds a phrase by its words, wherever they are in the title;
    `found_days`: after so many an engine that does not show it mostly does not know it."""

    id: FormId
    one: str
    many: str
    preview: Literal["result", "wide", "square"]
    fields: tuple[Field, ...]
    title_characters: tuple[int, int]
    description_characters: tuple[int, int]
    profiles: tuple[Profile, ...]
    rhythm: Rhythm
    windows: WindowLength
    found_days: int
    labels: frozenset[str] = field(default_factory=frozenset)
    tag_room: tuple[Literal["tags", "characters"], int] | None = None
    brief: tuple[tuple[str, str, str], ...] = ()
    found_by_words: bool = False

    def has(self, *names: str) -> bool:
        """Whether it has all of these fields."""
        return {field.id for field in self.fields}.issuperset(names)
