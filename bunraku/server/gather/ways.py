"""The ways of gathering of this version: what each asks the search box or the results page."""

import string
from dataclasses import dataclass

from bunraku.core.text import identity_key
from bunraku.sources.protocol import What

QUESTION_OPENERS: dict[str, tuple[str, ...]] = {
    "en": ("how", "what", "why", "which", "when", "where", "can", "is"),
    "de": ("wie", "was", "warum", "welche", "wann", "wo", "kann"),
}
USUAL_NEW_SHARE = 0.45
"""Share of suggestions that turn out new, from runs on the practice world: an estimate, shown as one."""


@dataclass(frozen=True)
class Way:
    """A way of gathering: id, name, what it asks, a sentence."""

    id: str
    name: str
    what: What
    about: str


WAYS: dict[str, Way] = {
    way.id: way
    for way in (
        Way(
            "box",
            "Search box",
            What.COMPLETIONS,
            "What the search box completes for the seed, and for the seed with each letter after it.",
        ),
        Way(
            "questions",
            "Questions",
            What.COMPLETIONS,
            "What the search box completes for question words with the seed.",
        ),
        Way("related", "Results page", What.PAGE, "The questions and related searches on the seed's own results page."),
    )
}


def prompts(way: Way, seed: str, language: str) -> list[str]:
    """What is asked of the source for a seed, in order."""
    if way.id == "box":
        return [seed, f"{seed} ", *(f"{seed} {letter}" for letter in string.ascii_lowercase)]
    if way.id == "questions":
        return [f"{word} {seed}" for word in QUESTION_OPENERS.get(language, QUESTION_OPENERS["en"])]
    return [identity_key(seed)]
