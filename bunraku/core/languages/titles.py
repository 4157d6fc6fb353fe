"""What titles are made of in a language: words that tell what a keyword asks for, and patterns,
from the `titles.toml` of its folder."""

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass, fields
from functools import cache
from pathlib import Path

Words = tuple[str, ...]
FORMS = (
    *("how", "ask", "versus", "problem", "cost", "best", "ideas", "sheet", "meaning", "whom"),
    "bare",
)
"""What a keyword can ask for."""
_OF_PAGES = ("cost", "best", "ideas", "whom", "bare")
"""Forms that pages which offer something have patterns of their own for."""
GROUPS = ("read", "guide", "video", "page", "place", "listing")
"""Kinds of pieces that share their patterns: articles; buying guides; videos; landing and home
pages; location pages; listings."""


@dataclass(frozen=True)
class TitleWords:
    """Words and patterns of a language.

    `at` stands before a town, `both` between two things. `near` and `buy` are said by who searches
    and by no title; `guide` says that something explains. The others are signs of a form: `how` and
    `ask` begin a keyword, behind the first one of `how_much` asks for a number; a last word of
    `judged` asks whether something is so, and `todo` what is to be done; `versus` and `whom` stand
    within; `difference` begins and `compared` ends what is compared; `problem`, `cost`, `best`,
    `ideas`, `sheet`, `meaning` begin or end a keyword. `patterns`: by form and group; {k} is the
    keyword, {c} the keyword without its sign."""

    at: str
    both: str
    near: Words
    buy: Words
    how: Words
    ask: Words
    how_much: Words
    judged: Words
    versus: Words
    compared: Words
    problem: Words
    cost: Words
    best: Words
    ideas: Words
    sheet: Words
    meaning: Words
    todo: Words
    difference: Words
    guide: Words
    whom: Words
    patterns: Mapping[str, Mapping[str, Words]]

    def of(self, form: str, group: str) -> Words:
        """The patterns of a form for a group of kinds, the usual one first. What is not told of a
        guide or video is as for an article; what is not told of pages is as for any of theirs."""
        told = self.patterns[form]
        if group in told:
            return told[group]
        if form not in ("cost", "best", "ideas", "whom", "bare") or group in (
            "read",
            "guide",
            "video",
        ):
            return told["read"]
        page = told.get("page", ()) if group == "place" else ()
        return page or self.patterns["bare"][group]


@cache
def title_words(language: str) -> TitleWords | None:
    """The words and patterns of a language, None for one that has none. Raises: `KeyError` and
    `TypeError` for a file that lacks something or names what there is not."""
    path = Path(__file__).parent / language / "titles.toml"
    if not language.isalpha() or not path.exists():
        return None
    told = tomllib.loads(path.read_text("utf-8"))
    patterns = {
        form: {group: tuple(told[f"{form}_titles"][group]) for group in told[f"{form}_titles"]}
        for form in FORMS
    }
    words = {
        each.name: tuple(told[each.name])
        for each in fields(TitleWords)
        if each.name not in ("at", "both", "patterns")
    }
    return TitleWords(at=told["at"], both=told["and"], **words, patterns=patterns)
