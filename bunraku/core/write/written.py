"""The fields of something that is written: a page, a video or a listing, one's own or a rival's."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal

Form = Literal["page", "video", "listing"]
FORM_OF: dict[str, Form] = {"web": "page", "video": "video", "marketplace": "listing"}
"""What is written for each channel."""


@dataclass(frozen=True, kw_only=True)
class Written:
    """What somebody wrote. Empty is nothing written; `headings` None is not known."""

    form: Form
    title: str
    address: str = ""
    description: str = ""
    tags: Sequence[str] = ()
    headings: Sequence[str] | None = None


@dataclass(frozen=True, kw_only=True)
class Aim:
    """What it is to be found by: its main keyword and that one's language, on a day."""

    main: str
    language: str
    on: date
