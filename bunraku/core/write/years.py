"""Years in phrases: which of them a text may say now."""

import re
from collections.abc import Sequence
from datetime import date

_YEAR = re.compile(r"\b(?:19[89]\d|20\d\d)\b")
COMING_FROM_MONTH = 10
"""Month from which the next year is searched for as well."""


def years_to_say(main: str, on: date) -> set[str]:
    """The years that a piece may name: those of its main keyword, else this one, and from October
    on the coming one too."""
    own = set(_YEAR.findall(main))
    coming = {str(on.year + 1)} if on.month >= COMING_FROM_MONTH else set()
    return own or {str(on.year), *coming}


def other_years(phrases: Sequence[str], main: str, on: date) -> set[str]:
    """Years that phrases name and a text about the main keyword must not. Raises: nothing."""
    named = {year for phrase in phrases for year in _YEAR.findall(phrase)}
    return named - years_to_say(main, on)


def is_of_another_year(phrase: str, main: str, on: date) -> bool:
    """Whether a phrase names a year that a text must not: it is served without being said."""
    return bool(other_years([phrase], main, on))
