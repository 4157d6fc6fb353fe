"""A keyword as one would write it: what is typed into a search box has no capitals, no small words
and no apostrophes."""

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from bunraku.core.languages import language_named
from bunraku.core.languages.titles import title_words
from bunraku.core.plan.english_keyword import written_english
from bunraku.core.plan.french_keyword import written_french
from bunraku.core.plan.german_keyword import written_german


@dataclass(frozen=True)
class Setting:
    """For whom a keyword is written: the language; the towns that are served; names that are
    written with capitals; what the project says of itself; the sign of its currency."""

    language: str
    places: Sequence[str] = ()
    names: Sequence[str] = ()
    about: str = ""
    currency: str = ""


_WRITERS: Mapping[str, Callable[[str, Setting], str]] = {
    "en": lambda keyword, setting: written_english(keyword, setting.currency),
    "de": lambda keyword, setting: written_german(keyword, setting.about, setting.places),
    "fr": lambda keyword, setting: written_french(keyword, setting.places),
}
"""What each language does of its own; the others write a keyword as it is typed."""


def written(keyword: str, setting: Setting) -> str:
    """A keyword as one would write it within a sentence.

    Parameters: `keyword`; `setting`. Returns: the same words with capitals where the language has
    them, apostrophes, the sign of a currency, in English the article and the verb's form that a
    question lacks, in German nouns joined by hyphens, a town with the word that leads to it. What
    is not surely wrong stays. Raises: nothing. Cost: constant."""
    write = _WRITERS.get(setting.language)
    if write is not None:
        keyword = write(keyword, setting)
    return _with_places(_with_names(keyword, setting), setting)


def _with_names(text: str, setting: Setting) -> str:
    for name in (*setting.places, *setting.names):
        if name and not name.islower():
            # A name may hold what a pattern would take for something else.
            parts = re.split(rf"(?<!\w){re.escape(name)}(?!\w)", text, flags=re.IGNORECASE)
            text = name.join(parts)
    return text


def _with_places(text: str, setting: Setting) -> str:
    """A town at the end with the word that leads to it: "dog grooming in York"."""
    words, known = title_words(setting.language), language_named(setting.language)
    leads = known.stop_words | known.where_words | {*known.prepositions}
    for place in setting.places if words else ():
        found = re.fullmatch(rf"(.*\w) {re.escape(place)}(?: ([a-z]{{2}}))?", text)
        if found and words and found[1].rsplit(" ", 1)[-1].casefold() not in {words.at, *leads}:
            # Two letters behind a town are the state that it is in.
            state = f", {found[2].upper()}" if found[2] else ""
            return f"{found[1]} {words.at} {place}{state}"
    return text
