"""The fields of something that is written: a page, a video or a listing, one's own or a rival's."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import TYPE_CHECKING

from bunraku.core.channels import FormId

if TYPE_CHECKING:
    from bunraku.core.write.limits import Measured


@dataclass(frozen=True, kw_only=True)
class Written:
    """What somebody wrote. Empty is nothing written; None is not known, or no field of its form.
    `pictures`, `chapters`, `variations`: a name and what it says each; `files`: names of the video
    and of its picture; `links`: what they say."""

    form: FormId
    title: str
    address: str = ""
    description: str = ""
    tags: Sequence[str] = ()
    headings: Sequence[str] | None = None
    body: str | None = None
    opening: str | None = None
    closing: str | None = None
    links: Sequence[str] | None = None
    pictures: Sequence[tuple[str, str]] | None = None
    hashtags: Sequence[str] | None = None
    spoken: str | None = None
    chapters: Sequence[tuple[str, str]] | None = None
    files: tuple[str, str] | None = None
    bullets: Sequence[str] | None = None
    hidden: str | None = None
    variations: Sequence[tuple[str, str]] | None = None


@dataclass(frozen=True, kw_only=True)
class Aim:
    """What it is to be found by: its main keyword and that one's language, on a day; and what else
    is known of a piece of one's own: keywords it serves besides; for a home page the `second` hard
    phrase that it carries, and the place it is for; what links from it are to say, and lead to;
    questions to answer; titles and addresses of other pieces; whether its own address is
    `settled`, since it is published; brand words of rivals; and, once they
    are worked out, which phrases are `missing`, how its fields
    stand to their limits, and which phrases its text is stuffed with."""

    main: str
    language: str
    on: date
    also: Sequence[str] = ()
    second: str = ""
    place: str = ""
    links: Sequence[tuple[str, str]] = ()
    questions: Sequence[str] = ()
    titles: Sequence[str] = ()
    addresses: Sequence[str] = ()
    settled: bool = False
    rivals: Sequence[str] = ()
    missing: Sequence[str] | None = None
    measured: Sequence["Measured"] = ()
    stuffed: Sequence[str] = ()
