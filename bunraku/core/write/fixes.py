"""What can be put right by one press: for a rule that is not kept, fields that keep it better."""

import re
from collections.abc import Callable

from bunraku.core.channels import FormId
from bunraku.core.weigh.phrase_match import plain_words, says_exactly
from bunraku.core.write.checklist import RULES
from bunraku.core.write.coverage import said_twice
from bunraku.core.write.fields import Fields, items_of, written_of
from bunraku.core.write.finding import stem_of
from bunraku.core.write.markdown import read_markdown
from bunraku.core.write.rule import Told
from bunraku.core.write.slug import propose_slug
from bunraku.core.write.tags import hashtag_of
from bunraku.core.write.written import Aim

Fixed = dict[str, str]
"""Fields that change, and what they become."""


def fix(rule: str, form: FormId, fields: Fields, aim: Aim) -> Fixed:
    """Fields that keep a rule better.

    Parameters: a rule's id; `form` and `fields`; `aim`. Returns: the fields that change; none where
    this rule cannot be kept by a press, or is. What was written stays, and words are put before it
    or behind it; only what a rule says is wrong goes. Raises: nothing."""
    known = FIXES.get(rule)
    declared = next((one for one in RULES if one.id == rule), None)
    if known is None or declared is None:
        return {}
    kept = declared.kept(written_of(form, fields), aim)
    if (kept.kept if isinstance(kept, Told) else kept) in (None, 1.0):
        return {}
    _, change = known
    changed = change(fields, aim)
    return {name: text for name, text in changed.items() if text != fields.get(name, "")}


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def _title_first(fields: Fields, aim: Aim) -> Fixed:
    title = fields.get("title", "").strip()
    rest = _without(title, aim.main).strip(" :,-–—|")
    if not rest:
        return {"title": _capital(aim.main)}
    return {"title": f"{_capital(aim.main)}: {rest}"}


def _without(text: str, phrase: str) -> str:
    """A text without the first place where a phrase stands in it word for word."""
    words = r"[\W_]+".join(map(re.escape, plain_words(phrase)))
    return re.sub(rf"(?<!\w){words}(?!\w)\s*", "", text, count=1, flags=re.IGNORECASE)


def _address(fields: Fields, aim: Aim) -> Fixed:
    slug = propose_slug(aim.main, aim.language)
    taken = {address.rstrip("/").rsplit("/", 1)[-1].casefold() for address in aim.addresses}
    if slug.casefold() in taken:
        slug = next(f"{slug}-{n}" for n in range(2, 1_000) if f"{slug}-{n}" not in taken)
    return {"address": slug}


def _begin(field: str) -> Callable[[Fields, Aim], Fixed]:
    def change(fields: Fields, aim: Aim) -> Fixed:
        text = fields.get(field, "").lstrip()
        return {field: f"{_capital(aim.main)}: {text}" if text else f"{_capital(aim.main)}."}

    return change


def _heading(fields: Fields, aim: Aim) -> Fixed:
    body = fields.get("body", "")
    heading = f"## {_capital(aim.main)}"
    opening = read_markdown(body).opening
    if not opening.text:
        return {"body": f"{heading}\n\n{body}".rstrip() + "\n"}
    # Behind the opening: what a text begins with stays its beginning.
    return {"body": f"{body[: opening.end]}\n\n{heading}{body[opening.end :]}"}


def _open_text(fields: Fields, aim: Aim) -> Fixed:
    body = fields.get("body", "")
    start = read_markdown(body).opening.start
    return {"body": f"{body[:start]}{_capital(aim.main)}: {body[start:]}"}


def _links(fields: Fields, aim: Aim) -> Fixed:
    body = fields.get("body", "")
    there = [link.text for link in read_markdown(body).links]
    lines = [
        f"- [{phrase}]({address or '#'})"
        for phrase, address in aim.links
        if not any(says_exactly(one, phrase, aim.language) for one in there)
    ]
    return {"body": f"{body.rstrip()}\n\n" + "\n".join(lines) + "\n"} if lines else {}


def _questions(fields: Fields, aim: Aim) -> Fixed:
    body = fields.get("body", "")
    headings = [heading.text for heading in read_markdown(body).headings]
    asked = [
        f"## {_capital(question)}{'' if question.endswith('?') else '?'}"
        for question in aim.questions
        if not any(says_exactly(one, question, aim.language) for one in headings)
    ]
    return {"body": f"{body.rstrip()}\n\n" + "\n\n".join(asked) + "\n"} if asked else {}


def _year(fields: Fields, aim: Aim) -> Fixed:
    now = str(aim.on.year)
    return {"title": re.sub(r"\b(?:19[89]\d|20\d\d)\b", now, fields.get("title", ""))}


def _calm(fields: Fields, aim: Aim) -> Fixed:
    def lower(found: re.Match[str]) -> str:
        return found.group().lower() if len(found.group()) > 2 else found.group()

    return {"title": _capital(re.sub(r"[^\W\d_]+", lower, fields.get("title", "")))}


def _tag(fields: Fields, aim: Aim) -> Fixed:
    return {"tags": "\n".join([aim.main, *items_of(fields.get("tags", ""))])}


def _hashtag(fields: Fields, aim: Aim) -> Fixed:
    return {"hashtags": "\n".join([*items_of(fields.get("hashtags", "")), hashtag_of(aim.main)])}


def _files(fields: Fields, aim: Aim) -> Fixed:
    slug = propose_slug(aim.main, aim.language)
    return {
        name: slug + _ending(fields.get(name, ""), usual)
        for name, usual in (("file", ".mp4"), ("picture", ".jpg"))
    }


def _ending(name: str, usual: str) -> str:
    found = re.search(r"\.[a-z0-9]{2,4}$", name.strip(), re.IGNORECASE)
    return found.group() if found else usual


def _hidden(fields: Fields, aim: Aim) -> Fixed:
    said = {stem_of(word, aim.language) for word in plain_words(fields.get("title", ""))}
    twice = set(said_twice([fields.get("hidden", "")], aim.language))
    kept: list[str] = []
    for word in fields.get("hidden", "").split():
        stems = {stem_of(plain, aim.language) for plain in plain_words(word)}
        again = any(plain in twice for plain in plain_words(word)) and any(
            plain_words(word) == plain_words(one) for one in kept
        )
        if not again and not (stems and stems <= said):
            kept.append(word)
    return {"hidden": " ".join(kept)}


FIXES: dict[str, tuple[str, Callable[[Fields, Aim], Fixed]]] = {
    "title_says": ("Put the phrase first", _title_first),
    "title_early": ("Put the phrase first", _title_first),
    "address_says": ("Use the main keyword", _address),
    "address_lasts": ("Use the main keyword", _address),
    "opening_says": ("Start with the main keyword", _begin("description")),
    "headings_say": ("Add a heading", _heading),
    "text_opens": ("Start with the main keyword", _open_text),
    "links_set": ("Add the links", _links),
    "questions_answered": ("Add the headings", _questions),
    "year_is_current": ("Update the year", _year),
    "is_calm": ("Make lower case", _calm),
    "tag_says": ("Make it a tag", _tag),
    "hashtags_used": ("Add one", _hashtag),
    "spoken_says": ("Start with the main keyword", _begin("spoken")),
    "files_named": ("Name the files", _files),
    "hidden_is_new": ("Remove them", _hidden),
}
"""What can be done by a press for which rule: what the button says, and what it does."""
