"""The languages that there are, a folder each: the one list of them. To add one, name it here."""

from pathlib import Path
from typing import Literal, get_args

from bunraku.core.languages.de import GERMAN
from bunraku.core.languages.en import ENGLISH
from bunraku.core.languages.es import SPANISH
from bunraku.core.languages.fr import FRENCH
from bunraku.core.languages.it import ITALIAN
from bunraku.core.languages.language import Known, Language
from bunraku.core.languages.nl import DUTCH
from bunraku.core.languages.pt import PORTUGUESE

LanguageId = Literal["en", "de", "fr", "es", "it", "nl", "pt"]
LANGUAGES: tuple[LanguageId, ...] = get_args(LanguageId)
_KNOWN: dict[str, Language] = {
    each.code: each for each in (ENGLISH, GERMAN, FRENCH, SPANISH, ITALIAN, DUTCH, PORTUGUESE)
}
_OTHER = Language(code="", name="", country="", stemmer="", word_list=False)


def language_named(code: str) -> Language:
    """A language by its two letters; for one that is not known, one without words."""
    return _KNOWN.get(code, _OTHER)


def asked_in(code: str) -> Language:
    """The same, or English for one that is not known: where something has to be said."""
    return _KNOWN.get(code, ENGLISH)


def phrases_of(code: str) -> str:
    """The labelled phrases of a language, written as `PHRASES.md` says; "" where there are none."""
    return _text_of(code, "phrases.txt")


def groups_of(code: str) -> str:
    """The lists of a language that were grouped by hand, written as `PHRASES.md` says; "" where
    there are none."""
    return _text_of(code, "groups.txt")


def _text_of(code: str, name: str) -> str:
    path = Path(__file__).parent / code / name
    return path.read_text("utf-8") if code in LANGUAGES and path.exists() else ""


__all__ = [
    "LANGUAGES",
    "Known",
    "Language",
    "LanguageId",
    "asked_in",
    "groups_of",
    "language_named",
    "phrases_of",
]
