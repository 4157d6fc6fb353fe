"""Countries as reports name them: by code or by name, in any of our languages."""

from functools import cache

from babel import Locale
from babel.core import get_global

from bunraku.core.languages import LANGUAGES

_SHORT = {
    "uk": "GB",
    "u.k.": "GB",
    "england": "GB",
    "great britain": "GB",
    "großbritannien": "GB",
    "u.s.": "US",
    "holland": "NL",
}
"""How people call a country where its official name and code are others."""


def country_of(cell: str) -> str:
    """The country that a cell names, as its code of two letters (ISO 3166-1): by a code of two or
    three letters or by its name in English or another of our languages; "" where it names none.
    Raises: nothing."""
    return _known().get(cell.strip().casefold(), "")


def country_name(code: str) -> str:
    """The English name of a country by its code; the code itself where it is not known. Raises:
    nothing."""
    return str(Locale("en").territories.get(code, code))


@cache
def _known() -> dict[str, str]:
    english = _names("en")
    known = {code.casefold(): code for code in english}
    for old, new in get_global("territory_aliases").items():
        if len(str(old)) == 3 and new[0] in english:
            known[str(old).casefold()] = new[0]
    for language in LANGUAGES:
        known |= {name.casefold(): code for code, name in _names(language).items()}
    return known | _SHORT


def _names(language: str) -> dict[str, str]:
    """Countries by their code, without continents and other regions, which have numbers, and
    without the name of none."""
    names = Locale(language).territories
    return {str(c): str(name) for c, name in names.items() if len(str(c)) == 2 and c != "ZZ"}
