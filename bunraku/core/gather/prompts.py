"""What is typed into a search box to hear what it completes: by way and language."""

import string
from collections.abc import Callable

QUESTIONS: dict[str, str] = {
    "en": "how what why which when where who can is are does",
    "de": "wie was warum welche wann wo wer kann ist sind",
    "fr": "comment que pourquoi quel quand où qui peut-on est-ce",
    "es": "cómo qué por-qué cuál cuándo dónde quién se-puede es",
    "it": "come cosa perché quale quando dove chi si-può è",
    "nl": "hoe wat waarom welke wanneer waar wie kan is",
    "pt": "como que por-que qual quando onde quem pode é",
}
PREPOSITIONS: dict[str, str] = {
    "en": "for with without in near to under from on at like",
    "de": "für mit ohne in bei nach unter von auf zum",
    "fr": "pour avec sans à près-de sous de dans",
    "es": "para con sin en cerca-de bajo de desde",
    "it": "per con senza in vicino-a sotto da di",
    "nl": "voor met zonder in bij naar onder van op",
    "pt": "para com sem em perto-de até de desde",
}
COMPARISONS: dict[str, str] = {
    "en": "vs or versus and compared-to alternative better-than",
    "de": "vs oder gegen und vergleich alternative besser-als",
    "fr": "vs ou contre et comparatif alternative",
    "es": "vs o contra y comparativa alternativa",
    "it": "vs o contro e confronto alternativa",
    "nl": "vs of tegen en vergelijken alternatief",
    "pt": "vs ou contra e comparação alternativa",
}


def _words(table: dict[str, str], language: str) -> list[str]:
    # A hyphen in the table stands for a space inside one entry.
    return [word.replace("-", " ") for word in table.get(language, table["en"]).split()]


def _inside(seed: str) -> list[str]:
    """Places for a word that stands before, after or in the middle of a seed."""
    words = seed.split()
    gaps = [" ".join([*words[:at], "*", *words[at:]]) for at in range(1, len(words))]
    return [f"* {seed}", *gaps, f"{seed} * "]


def _asked(seed: str, questions: list[str]) -> list[str]:
    """A seed after each question word; one that is a question already as it is."""
    if any(seed.casefold().startswith(f"{word} ") for word in questions):
        return [f"{seed} "]
    return [f"{word} {seed}" for word in questions]


PROMPTS: dict[str, Callable[[str, str], list[str]]] = {
    "box": lambda seed, language: [seed, f"{seed} "],
    "alphabet": lambda seed, language: [
        f"{seed} {sign}" for sign in string.ascii_lowercase + string.digits
    ],
    "asked": lambda seed, language: _asked(seed, _words(QUESTIONS, language)),
    "joined": lambda seed, language: [f"{seed} {word} " for word in _words(PREPOSITIONS, language)],
    "either": lambda seed, language: [f"{seed} {word} " for word in _words(COMPARISONS, language)],
    "inside": lambda seed, language: _inside(seed),
}


def prompts(way: str, seed: str, language: str) -> list[str]:
    """What is typed for a seed by a way, in order, each once.

    Parameters: `way`, one of `PROMPTS`; `seed`; `language`, two letters (an unknown one has the
    English words). Returns: the prompts; a `*` stands for any words. Raises: `KeyError` for a way
    that asks no search box."""
    return list(dict.fromkeys(PROMPTS[way](seed, language)))
