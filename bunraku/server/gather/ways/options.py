"""The options of a run, with their bounds."""

from typing import Annotated, Literal

from ninja import Field, Schema

from bunraku.core.languages import LanguageId

MOST_PAGES = 30
"""Results pages read for one seed and step beyond the first: each costs two lookups."""
MOST_PROMPTS = 200
"""Prompts asked for one seed and depth beyond the first."""


class RunOptions(Schema):
    """How far a run goes. `depth`: completions of completions; `steps`: results pages of what
    results pages suggested; `place`: a town to ask from; `into`: the language of "Another
    language"; `results`: how many of the best results are read for tags and titles; `most`: new
    keywords after which the run ends."""

    depth: Annotated[int, Field(ge=1, le=3)] = 1
    steps: Annotated[int, Field(ge=1, le=3)] = 1
    place: Annotated[str, Field(max_length=80)] = ""
    into: LanguageId | Literal[""] = ""
    results: Annotated[int, Field(ge=3, le=20)] = 10
    most: Annotated[int, Field(ge=10, le=100_000)] = 5_000
