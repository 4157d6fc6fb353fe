"""Ways of saying the same around a topic, brought to one: contractions, numbers in words, fillers
of questions and frames; and which forms of a word are words of their own."""

import re
from functools import lru_cache

from bunraku.core.text.known_words import frequencies, known_words
from bunraku.core.text.meaning import unit_rows, width, word_vectors
from bunraku.core.text.number import number_key
from bunraku.core.text.spelling import strip_accents

JOINS_FROM = 0.42
"""Cosine with its two parts from which a joined word says what they say ("lawnmower", but not
"carpet"), seen on words of ours."""
AGAIN_FROM = 0.3
"""Likewise for "re" and a word ("refill", but not "recover")."""

EVERYDAY = 1e-5
"""Share of all words from which a word is one that everybody uses."""

_CONTRACTED = {
    "en": {
        **{f"{who}'ll": f"{who} will" for who in "i you he she it we they that".split()},
        **{f"{who}'d": f"{who} would" for who in "i you he she we they".split()},
        **{f"{who}'re": f"{who} are" for who in "you we they".split()},
        **{f"{what}'s": f"{what} is" for what in "what how where who that there".split()},
        **{f"{what}s": f"{what} is" for what in "what".split()},
    }
}
_NUMBERS = {
    "en": "zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen "
    "fifteen sixteen seventeen eighteen nineteen twenty",
    "de": "null eins zwei drei vier fünf sechs sieben acht neun zehn elf zwölf",
}
_TENS = {"thirty": "30", "forty": "40", "fifty": "50", "sixty": "60", "hundred": "100"}
_ORDINALS = (
    "first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth".split()
)
_AS_DIGITS = {
    language: {word: str(value) for value, word in enumerate(words.split())}
    for language, words in _NUMBERS.items()
}
_AS_DIGITS["en"] |= _TENS | {
    word: f"{place}{ {1: 'st', 2: 'nd', 3: 'rd'}.get(place, 'th') }"
    for place, word in enumerate(_ORDINALS, start=1)
}
_PERCENT = {"en": ("percent", "pct"), "de": ("prozent",)}
_TURNED = "price|prices|cost|costs|meaning|definition|benefits|symptoms|causes|signs|history|types"
_FILLERS = {
    "en": (
        (re.compile(r"^how (?:do|does|can|could|would) (?:i|you|we|one|1|u) "), "how to "),
        (re.compile(r"^where (?:can|do|could) (?:i|you|we|one) "), "where to "),
        (re.compile(r"^what are "), "what is "),
        (re.compile(rf"^(?:the )?({_TURNED}) of (?:the |an? )?((?:[^ ]+ ?){{1,4}})$"), r"\2 \1"),
        (re.compile(r"^(?:the )?best ([^ ]+(?: [^ ]+)?) for ([^ ]+)$"), r"best \2 \1"),
    ),
    "de": (
        (re.compile(r"^wie (?:kann|soll|muss) (?:ich|man) "), "wie "),
        (re.compile(r"^(preis|preise|kosten) (?:von|für) ((?:[^ ]+ ?){1,3})$"), r"\2 \1"),
    ),
}
_THOUSANDS = re.compile(r"\d \d[05]0")
_QUESTION = "per whats what how where best the".split()
_TELLING = {
    "en": frozenset([*_AS_DIGITS["en"], *_PERCENT["en"], *_TURNED.split("|"), *_QUESTION]),
    "de": frozenset([*_AS_DIGITS["de"], *_PERCENT["de"], "wie", "preis", "preise", "kosten"]),
}
"""Words without one of which, an apostrophe and thousands a keyword has one form only."""
_NEVER_TURNED = frozenset("to from vs versus or with without not no and for".split())
_OWN_SENSE = {
    "en": "black bird|dark room|lady bird|blue print|every day|some time|may be|any one|no body|"
    "co op|red head|big foot|over all|all right",
}
_APART = {language: frozenset(pairs.split("|")) for language, pairs in _OWN_SENSE.items()}
_ACCENT_MATTERS = {
    "en": frozenset("rosé résumé resumé pâté exposé lamé maté piqué saké".split()),
    "fr": frozenset("pêche péché côté côte tâche mûr sûr jeûne pâté pâte".split()),
    "es": frozenset("año años peña caña moño papá mamá sueño".split()),
    "pt": frozenset("avô avó cocô pôr".split()),
}


def said_alike(key: str, language: str) -> str:
    """An identity key with contractions written out, numbers as digits and fillers in one form.

    Parameters: `key`; `language`, two letters. Returns: a text to compare by. Raises: nothing.
    Cost: some look-ups a keyword; patterns only where they can hit."""
    words = key.split(" ")
    if (
        "'" not in key
        and _TELLING.get(language, frozenset()).isdisjoint(words)
        and not _THOUSANDS.search(key)
    ):
        return key
    if "'" in key or words[0] == "whats":
        written = _CONTRACTED.get(language, {})
        words = " ".join(written.get(word, word) for word in words).split(" ")
    words = _numbers(words, language)
    text = " ".join(words)
    for pattern, instead in _FILLERS.get(language, ()):
        found = pattern.match(text)
        if found is None:
            continue
        turned = found.re.groups > 0
        if turned and not _NEVER_TURNED.isdisjoint(" ".join(found.groups()).split()):
            continue
        text = pattern.sub(instead, text).strip()
    return text


def _numbers(words: list[str], language: str) -> list[str]:
    digits = _AS_DIGITS.get(language, {})
    percent = _PERCENT.get(language, ())
    if digits.keys().isdisjoint(words) and not any(word[:1].isdigit() for word in words):
        return words
    out: list[str] = []
    for place, word in enumerate(words):
        value = digits.get(word, word)
        if value == "1" and (place or len(words) == 1):
            # "the best one", "all in one": only at the beginning does it count.
            value = word
        before = out[-1] if out else ""
        if before.isdigit() and (
            value in percent or (word == "per" and words[place + 1 :][:1] == ["cent"])
        ):
            out[-1] = f"{before}%"
        elif value == "cent" and before.endswith("%"):
            continue
        elif before.isdigit() and len(before) <= 3 and re.fullmatch(r"\d[05]0", value):
            # Thousands: the sign between them was a space, a point or a comma.
            out[-1] = before + value
        else:
            out.append(value)
    return out


@lru_cache(maxsize=300_000)
def may_join(first: str, second: str, language: str) -> bool:
    """Whether two words may be the same as the two written as one: not where the one is a word of
    its own that says something else.

    Cost: a look-up in the table of meaning, once a pair."""
    if f"{first} {second}" in _APART.get(language, frozenset()):
        return False
    joined = first + second
    if not width(language) or joined not in known_words(language):
        return True
    whole = unit_rows(word_vectors([joined], language))[0]
    parts = word_vectors([first, second], language)
    if first == "re":
        return bool(unit_rows(parts[1:])[0] @ whole >= AGAIN_FROM)
    if len(first) == 1 or not whole.any() or not parts.any(axis=1).all():
        return True
    return bool(unit_rows(parts.sum(axis=0, keepdims=True))[0] @ whole >= JOINS_FROM)


@lru_cache(maxsize=300_000)
def keeps_accent(word: str, language: str) -> bool:
    """Whether a word with an accent is another one than without: "rosé", "touché"."""
    if word.isascii():
        return False
    if word in _ACCENT_MATTERS.get(language, frozenset()):
        return True
    bare = strip_accents(word)
    short = number_key(bare, language)
    return language == "en" and short != bare and frequencies("en").get(short, 0) > EVERYDAY
