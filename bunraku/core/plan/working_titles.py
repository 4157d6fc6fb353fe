"""Working titles of a piece: its main keyword as one would write it, with a promise where the kind
of piece asks for one."""

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from bunraku.core.languages.titles import TitleWords, title_words
from bunraku.core.plan.german_keyword import is_infinitive
from bunraku.core.plan.written_keyword import Setting, written

TITLES = 3
"""Titles that are proposed for a piece."""
GROUP_OF = {
    "article": "read",
    "guide": "guide",
    "video": "video",
    "landing": "page",
    "home": "page",
    "location": "place",
    "listing": "listing",
}
"""Which patterns the kinds of pieces have."""
IsVerb = Callable[[str], bool]
VERB_LAST: Mapping[str, IsVerb] = {"de": is_infinitive}
"""Languages in which a keyword ends in what is done, and what tells such a verb."""
_QUOTES = re.compile(r"[\"“”„«»‹›\[\]{}]|(?<!\w)['’‘]|['’‘](?!\w)|(?<=\s)\+")


@dataclass(frozen=True)
class _Asked:
    """What a keyword asks for: its form; the keyword, and without the sign of its form (`core`)."""

    form: str
    text: str
    core: str


def working_titles(keyword: str, kind: str, setting: Setting) -> list[str]:
    """Titles for a piece, the usual one first.

    Parameters: `keyword`, its main one; `kind` of piece; `setting`, in which language and for whom.
    Returns: up to `TITLES` of them, one at least; the keyword alone, with a capital, in a language
    that has no patterns. Raises: `KeyError` for an unknown kind. Cost: constant."""
    group = GROUP_OF[kind]
    text = " ".join(_QUOTES.sub(" ", keyword).split()).strip(" .,;:!?-–") or keyword.strip()
    words = title_words(setting.language)
    if words is None or not text:
        return [_capital(written(text, setting))]
    asked = _asked(_without_searching(text, group, words), group, words, setting.language)
    k, c = written(asked.text, setting), written(asked.core, setting)
    titles = []
    for pattern in words.of(asked.form, group)[:TITLES]:
        # One colon in a title: what follows a second one stands behind a dash.
        aside = ": " in (c if "{c}" in pattern else k) and asked.form != "ask"
        wanted = pattern.replace(": ", " – ", 1) if aside else pattern
        filled = wanted.format(k=_within(wanted, "k", k), c=_within(wanted, "c", c))
        titles.append(_capital(" ".join(filled.split())))
    return titles


def plain_title(keyword: str, setting: Setting) -> str:
    """A keyword as the title of what is there already: as one would write it, and no more. Raises:
    nothing."""
    return _capital(written(keyword, setting))


def _within(pattern: str, name: str, text: str) -> str:
    """A keyword as it stands in a pattern: with a capital where it begins it."""
    return _capital(text) if pattern.startswith((f"{{{name}}}", f"¿{{{name}}}")) else text


def _capital(text: str) -> str:
    """A text whose first letter is a capital, where no figure stands before it."""
    first = next((at for at, sign in enumerate(text) if sign.isalnum()), 0)
    return text[:first] + text[first : first + 1].upper() + text[first + 1 :]


def _without_searching(text: str, group: str, words: TitleWords) -> str:
    """A keyword without what only somebody who searches says: "near me", and "buy" on a page that
    sells."""
    for phrase in _longest_first(words.near):
        text = _cut(text, phrase)
    asks = text.casefold().startswith(tuple(f"{word} " for word in words.ask))
    if group in ("page", "place", "listing", "guide") or not asks:
        for phrase in _longest_first(words.buy):
            text = _cut(text, phrase)
    return text


def _cut(text: str, phrase: str) -> str:
    """A text without a phrase at its beginning or end; as it is where nothing else is in it."""
    bare = re.escape(phrase)
    cut = re.sub(rf"^(?:{bare})\s+|\s+(?:{bare})$", "", text, flags=re.IGNORECASE).strip()
    return cut or text


def _asked(text: str, group: str, words: TitleWords, language: str) -> _Asked:
    """What a keyword asks for: a question first, then what its sign tells, else nothing in
    particular."""
    is_verb = VERB_LAST.get(language)
    if question := _question(text, words, is_verb):
        return question
    folded, core = f" {text.casefold()} ", text
    for phrase in _longest_first(words.guide):
        core = _cut(core, phrase)
    if any(f" {word} " in folded for word in words.versus):
        for phrase in words.compared:
            core = _cut(core, phrase)
        return _Asked("versus", core, core)
    for form in ("problem", "cost", "best", "ideas", "sheet", "meaning"):
        for phrase in _longest_first(getattr(words, form)):
            cut = _cut(core, phrase)
            if cut != core:
                return _Asked(form, core, cut)
    if is_verb and group in ("read", "video") and is_verb(core.split()[-1]):
        return _Asked("how", core, core)
    if any(f" {word} " in folded for word in words.whom) and group in ("read", "guide", "video"):
        return _Asked("whom", core, core)
    return _Asked("bare", core, core)


def _question(text: str, words: TitleWords, is_verb: IsVerb | None) -> _Asked | None:
    """A keyword that asks: how something is done, or what is to be done, what differs, anything
    else; None for one that does not."""
    folded = f"{text.casefold()} "
    for phrase in _longest_first(words.how):
        rest = text[len(phrase) :].split()
        if not rest or not folded.startswith(f"{phrase} "):
            continue
        if is_verb is None:
            return _Asked("how", text, text)
        # "wie sofa reinigen" asks how; "wie oft" and "wie reinigt man" are other questions.
        if is_verb(rest[-1]) and rest[0].casefold() not in words.how_much:
            done = " ".join(rest)
            return _Asked("how", done, done)
    if is_verb and (turned := _asked_behind(text, words, is_verb)):
        return _Asked("ask", turned, turned)
    judges = text.split()[-1].casefold() in words.judged
    if judges or any(folded.startswith(f"{word} ") for word in words.ask):
        return _Asked("ask", text, text)
    for phrase in words.todo:
        if (cut := _cut(text, phrase)) != text:
            return _Asked("problem", cut, cut)
    for phrase in _longest_first(words.difference):
        cut = _cut(text, phrase)
        if cut != text and folded.startswith(phrase):
            two = cut.split()
            both = f" {words.both} ".join(two) if len(two) == 2 else cut
            return _Asked("versus", both, both)
    return None


def _longest_first(phrases: Sequence[str]) -> list[str]:
    return sorted(phrases, key=len, reverse=True)


def _asked_behind(text: str, words: TitleWords, is_verb: IsVerb) -> str:
    """A question whose verb comes last, the way it is typed ("wie oft hund baden", "hund baden wie
    oft"), with what is asked behind a colon; "" for any other."""
    asks = "|".join(map(re.escape, _longest_first(words.ask)))
    asked = rf"(?:{asks})(?:\s+(?:{'|'.join(words.how_much)}))?"
    if found := re.fullmatch(rf"({asked})\s+(.+)", text, flags=re.IGNORECASE):
        wanted, rest = found[1], found[2]
        if is_verb(rest.split()[-1]) and len(wanted.split()) > 1:
            return f"{rest}: {wanted.casefold()}"
    if found := re.fullmatch(rf"(.+)\s+({asked})", text, flags=re.IGNORECASE):
        return f"{found[1]}: {found[2].casefold()}"
    return ""
