"""An English keyword as one would write it: names, apostrophes, the article and the verb's form
that what is typed lacks."""

import re
from collections.abc import Sequence

from bunraku.core.languages.writing import writing_forms, writing_words
from bunraku.core.text.known_words import frequencies

_COUNTED = 0.028
"""How often a plural is used, against its singular, from which things are counted: pens and
carpets, but not leather."""
_PLURAL = 0.3
"""How often a singular is used, against what would be its plural, from which that is one."""
_MOST_WORDS = 4
"""Words between a verb and the end of what it is done to."""


def written_english(keyword: str, currency: str) -> str:
    """A keyword within an English sentence.

    Parameters: `keyword`; the sign of the `currency` for "under 50", "" for none. Returns: the same
    words. Raises: nothing."""
    words = keyword.split()
    if not words:
        return keyword
    following = [*(word.casefold() for word in words[1:]), ""]
    out = [_word(word, behind) for word, behind in zip(words, following, strict=True)]
    agrees = writing_forms("en", "agrees")
    if len(out) > 2 and out[0].casefold() in agrees and _is_plural(out[1].casefold()):
        out[0] = agrees[out[0].casefold()]
    if len(out) > 3 and [word.casefold() for word in out[:2]] == ["how", "to"]:
        out = _with_article(out)
    out = _with_articles_behind(out)
    text = re.sub(r"\bI (m|ve|ll|d)\b", r"I'\1", " ".join(out))
    text = re.sub(r"\b(for|my|a) (\d+) (year|month|week) olds?\b", _aged, text)
    text = re.sub(r"\b(\S+) (\d+) person$", r"\1 for \2 people", text)
    return re.sub(r"\b(under|below|over) (\d[\d,.]*)$", rf"\1 {currency}\2", text)


def _aged(found: re.Match[str]) -> str:
    """ "for a 7-year-old" for "for 7 year old"."""
    before = "for a" if found[1] == "for" and not found[0].endswith("s") else found[1]
    return f"{before} {found[2]}-{found[3]}-old{'s' if found[0].endswith('s') else ''}"


def _word(word: str, following: str) -> str:
    folded, words = word.casefold(), writing_words("en")
    if folded in ("kids", "beginners"):
        owner = {"kids": "kids'", "beginners": "beginner's"}[folded]
        return owner if following in words["owned_by_kids"] else word
    if not word.islower() and not word[:1].isdigit():
        return word
    if folded in words["names"]:
        return word.capitalize()
    if folded in words["initials"] or folded in ("i", "j", "t", "u", "v", "x"):
        return word.upper()
    return re.sub(r"^i(?=['’](?:m|ve|ll|d)$)", "I", writing_forms("en", "plain").get(folded, word))


def _with_articles_behind(words: list[str]) -> list[str]:
    """The article behind "for", "without" and verbs of having: "for a private party"."""
    tables = writing_words("en")
    out: list[str] = []
    for at, word in enumerate(words):
        out.append(word)
        # "Mobile bartender for hire": what opens the keyword is no such verb.
        done = out[:-1] and out[-2] == "worth" and word.endswith("ing")
        if not done and (word.casefold() not in tables["takes_article"] or not out[:-1]):
            continue
        behind = words[at + 1 :]
        end = next((n for n, w in enumerate(behind) if w.casefold() in tables["ends"]), len(behind))
        thing = [w.casefold() for w in behind[:end]]
        if not thing or len(thing) > _MOST_WORDS or not all(w.isalpha() for w in thing):
            continue
        if thing[0] in tables["determined"] or thing[-1] in tables["no_article"]:
            continue
        if _is_counted(thing[-1]) and not any(w[:1].isupper() for w in behind[:end]):
            out.append(_article(thing[0]))
    return out


def _with_article(words: list[str]) -> list[str]:
    """A "how to" with the article before the single thing that it is about."""
    tables = writing_words("en")
    begin = 3
    if words[2].casefold() in tables["bare_verbs"] or len(words[2]) < 2:
        return words
    if words[begin].casefold() in tables["particles"] and len(words) > begin + 1:
        begin += 1
    if words[begin].casefold() in tables["determined"] or not words[begin].isalpha():
        return words
    end = begin
    while end < len(words) and words[end].casefold() not in tables["ends"]:
        end += 1
    thing = words[begin:end]
    if not thing or len(thing) > _MOST_WORDS or any(word[:1].isupper() for word in thing):
        return words
    if not _is_counted(thing[-1].casefold()):
        return words
    return [*words[:begin], _article(thing[0]), *words[begin:]]


def _article(word: str) -> str:
    return "an" if word[0] in "aeiou" and not word.startswith(("uni", "use", "eu")) else "a"


def _plural(word: str) -> str:
    if word.endswith("y") and word[-2:-1] not in "aeiou":
        return word[:-1] + "ies"
    return word + ("es" if word.endswith(("s", "x", "z", "ch", "sh")) else "s")


def _singulars(word: str) -> Sequence[str]:
    ends = (("ies", "y"), ("es", ""), ("s", ""))
    return [word.removesuffix(end) + single for end, single in ends if word.endswith(end)]


def _is_counted(word: str) -> bool:
    """Whether a word is a single thing of which there may be several."""
    known = frequencies("en")
    if word not in known or word in writing_words("en")["mass"] or _is_plural(word):
        return False
    counted = known.get(_plural(word), 0.0) >= _COUNTED * known[word]
    is_thing = word in writing_words("en")["things"]
    return counted and (is_thing or not word.endswith(("ing", "ss", "ly")))


def _is_plural(word: str) -> bool:
    known = frequencies("en")
    if len(word) < 4 or not word.endswith("s") or word.endswith(("ss", "us", "is")):
        return False
    usual = known.get(word, 1.0)
    return any(known.get(single, 0.0) > _PLURAL * usual for single in _singulars(word))
