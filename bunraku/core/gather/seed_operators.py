"""What a seed may say beside its words: a phrase in quotes must stand as it is, a word after a
minus must not."""

import re
from dataclasses import dataclass

from bunraku.core.text import BadKeyword, clean_keyword, identity_key

_PARTS = re.compile(r'(?P<minus>(?<!\S)-)?(?:"(?P<quoted>[^"]*)"|(?P<plain>[^\s"]+))')
_QUOTES = dict.fromkeys(map(ord, "\u201c\u201d\u201e\u201f\u00ab\u00bb"), '"') | {
    0x2212: "-",
    0x2013: "-",
}


@dataclass(frozen=True)
class Seed:
    """A seed: the text that is asked about, phrases that suggestions must carry, words and phrases
    that they must not. Phrases are identity keys."""

    text: str
    must: tuple[str, ...] = ()
    without: tuple[str, ...] = ()

    @property
    def typed(self) -> str:
        """The seed as it would be typed again."""
        quoted = [part for part in self.must if part in identity_key(self.text)]
        text = self.text
        for part in quoted:
            text = re.sub(re.escape(part), f'"{part}"', text, count=1, flags=re.IGNORECASE)
        minus = (f'-"{word}"' if " " in word else f"-{word}" for word in self.without)
        return " ".join([text, *minus])

    def unwanted(self, key: str) -> str:
        """Why a suggestion, by identity key, is not wanted; "" when it is."""
        padded = f" {key} "
        for word in self.without:
            if f" {word} " in padded:
                return f"-{word} in the seed"
        for phrase in self.must:
            if f" {phrase} " not in padded:
                return f'not "{phrase}" as the seed says'
        return ""


def read_seed(part: str) -> Seed:
    """Understand one seed: `eyepiece -case`, `"star chart" tattoo`.

    Parameters: `part`, as typed, without separators. Returns: `Seed`. A hyphen inside a word
    ("t-shirt") is no minus. Raises: `BadKeyword` as `clean_keyword` does; code `seed_only_without`
    when nothing is left to ask about."""
    straight = part.translate(_QUOTES)
    if straight.count('"') % 2:
        # A lone one is a sign of inches, not of a phrase.
        straight = straight.replace('"', "\u2033")
    if '"' not in straight and not re.search(r"(?<!\S)-\S", straight):
        return Seed(clean_keyword(part))
    words: list[str] = []
    must: list[str] = []
    without: list[str] = []
    for found in _PARTS.finditer(straight):
        text = found["quoted"] if found["quoted"] is not None else found["plain"]
        key = identity_key(text)
        if found["minus"]:
            without += [key] if key else []
        elif text.strip() not in ("", "-"):
            words.append(text)
            must += [key] if found["quoted"] is not None and " " in key else []
    if not words and without:
        raise BadKeyword(
            "seed_only_without",
            "This only says what to exclude; put the word to search for before it.",
        )
    return Seed(
        clean_keyword(" ".join(words)), tuple(dict.fromkeys(must)), tuple(dict.fromkeys(without))
    )
