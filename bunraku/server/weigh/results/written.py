"""What those who stand on a page write: their descriptions, headings and tags, how well that is
made, which phrases most of them use, where they stand for their own tags, where they are talked
about."""

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from statistics import median
from typing import Any

from bunraku.core.channels import channel_named
from bunraku.core.gather.result_fields import ResultFields, phrases_used
from bunraku.core.text import identity_key
from bunraku.core.weigh.company import Result
from bunraku.core.weigh.phrase_match import how_said, name_of, plain_words, says_exactly
from bunraku.core.write.checklist import Check, check, score
from bunraku.core.write.written import Aim, Written
from bunraku.server.clock import today
from bunraku.server.readings.buying import price_of_new
from bunraku.server.readings.known import Payload, latest
from bunraku.server.readings.providers import sources
from bunraku.server.sheet.models import Keyword, Row
from bunraku.sources.protocol import What

LOOKED_AT = 10
"""Results whose fields are read: those of the first page."""
MOST_USED = 60
"""Phrases shown: what one or two of the ten use goes on for long."""
LACKS_TOLD = 3
"""Faults told that most of them share."""


def what_they_write(row: Row, results: Sequence[Result]) -> dict[str, Any]:
    """What is known of the fields of a page's first results, and what it would cost to read them.
    Four queries, one more where anything is known."""
    scope, project = row.scope, row.scope.project
    first = results[:LOOKED_AT]
    addresses = [result.address for result in first]
    fields = {a: said for a, said in latest(scope, What.FIELDS, addresses).items() if said}
    can = bool(sources(project)[What.FIELDS]) and bool(addresses)
    price = price_of_new(scope, What.FIELDS, addresses) / 10 if can else 0
    if not fields:
        return {"fields": [], "fields_price": price, "used": [], "said_in": None, "made": None}
    standing = [result for result in first if result.address in fields]
    used = phrases_used(
        [_fields(result, fields[result.address]) for result in standing], row.text, scope.language
    )[:MOST_USED]
    tags = {identity_key(tag): tag for said in fields.values() for tag in said["tags"]}
    talk = latest(scope, What.TALK, list(fields))
    asked = [text for told in talk.values() if told for _, text in told.get("threads", [])]
    heads = [text for said in fields.values() for text in said.get("headings") or []]
    keys = {*tags, *(identity_key(text) for text in (*asked, *heads))}
    keys |= {identity_key(phrase.text) for phrase in used}
    there = set(Keyword.objects.filter(project=project, key__in=keys).values_list("key", flat=True))
    places = _places(row, list(tags))
    brands = {w for text in (*project.own_brands, *project.rival_brands) for w in plain_words(text)}
    names = {w for r in standing for w in plain_words(r.publisher.split(".")[0])}
    checked = [_checked(row, result, fields[result.address]) for result in standing]
    unasked = [address for address in fields if address not in talk][:1]
    asks = bool(sources(project)[What.TALK]) and bool(unasked)
    talk_price = price_of_new(scope, What.TALK, unasked) / 10 if asks else 0
    seen = Around(row, there, places, talk, talk_price)
    return {
        "fields": [
            _in_full(seen, result, fields[result.address], checks)
            for result, checks in zip(standing, checked, strict=True)
        ],
        "made": _how_made(checked),
        "fields_price": price,
        "used": [
            {
                "text": phrase.text,
                "used_by": phrase.used_by,
                "fields": list(phrase.fields),
                "known": identity_key(phrase.text) in there,
                "brand": _is_name(phrase.text, brands | names),
            }
            for phrase in used
        ],
        "said_in": _said_in(row, list(fields.values())),
    }


@dataclass(frozen=True)
class Around:
    """What is known beside some fields: keys of the keywords that the project has, where addresses
    stand for their tags, where they are talked about, what asking that of one more costs (0: it
    cannot be asked)."""

    row: Row
    there: set[str]
    places: Mapping[str, Mapping[str, int]]
    talk: Mapping[str, Payload | None]
    talk_price: float


def _in_full(
    seen: Around, result: Result, said: Payload, checks: Sequence[Check]
) -> dict[str, Any]:
    """One result's fields, what is good and bad about them, where it is talked about."""
    row, language = seen.row, seen.row.scope.language
    description, tags = said.get("description", ""), said["tags"]

    def known(text: str) -> dict[str, Any]:
        return {"text": text, "known": identity_key(text) in seen.there}

    told = seen.talk.get(result.address)
    return {
        "address": result.address,
        "description": description,
        "description_wording": name_of(description, row.text, language),
        "tag_wording": name_of(" | ".join(tags), row.text, language)
        if not any(says_exactly(tag, row.text, language) for tag in tags)
        else "exact phrase",
        "headings": [known(text) for text in said.get("headings") or []],
        "words": said.get("words"),
        "score": round(score(checks)),
        "checks": [
            {
                "id": one.rule.id,
                "text": one.rule.good if one.is_good else one.rule.bad,
                "good": one.is_good,
                "points": round(one.points, 1),
                "most": round(one.most, 1),
            }
            for one in checks
        ],
        "tags": [
            {**known(tag), "position": seen.places.get(identity_key(tag), {}).get(result.address)}
            for tag in tags
        ],
        "talk": None
        if told is None
        else {
            "networks": [
                {"name": name, "mentions": n}
                for name, n in sorted(told["mentions"].items(), key=lambda one: -one[1])
            ],
            "threads": [
                {"network": network, **known(text)} for network, text in told.get("threads", [])
            ],
        },
        "talk_asked": result.address in seen.talk,
        "talk_price": 0 if result.address in seen.talk else seen.talk_price,
    }


def _checked(row: Row, result: Result, said: Payload) -> list[Check]:
    """A result by the rules that check one's own fields."""
    written = Written(
        form=channel_named(row.scope.channel).form.id,
        title=said["title"] or result.title,
        address=result.address,
        description=said.get("description", ""),
        tags=said["tags"],
        headings=said.get("headings") or None,
    )
    return check(written, Aim(main=row.text, language=row.scope.language, on=today()))


def _how_made(checked: Sequence[Sequence[Check]]) -> dict[str, Any]:
    """How well made they are, and what most of them lack."""
    scores = sorted(round(score(checks)) for checks in checked)
    lacks = Counter(one.rule.bad for checks in checked for one in checks if not one.is_good)
    return {
        "of": len(scores),
        "least": scores[0],
        "typical": round(median(scores)),
        "most": scores[-1],
        "lacks": [{"text": text, "of": n} for text, n in lacks.most_common(LACKS_TOLD) if n > 1],
    }


def _is_name(text: str, names: set[str]) -> bool:
    """Whether a phrase has a brand or a publisher's name in it: one that is known, or a word that
    begins with a capital where tags are written without."""
    named = any(word[:1].isupper() and word[1:].islower() for word in text.split())
    return named or not names.isdisjoint(plain_words(text))


def _fields(result: Result, said: Payload) -> ResultFields:
    return ResultFields(
        result.publisher,
        said["title"],
        said["tags"],
        said.get("materials") or [],
        said.get("categories") or [],
        said.get("headings") or [],
    )


def _said_in(row: Row, fields: Sequence[Payload]) -> dict[str, int]:
    """Of the results whose fields are known, how many say the phrase in their description and as a
    tag, and how many have most words of it in the description."""
    language = row.scope.language
    descriptions = [said.get("description", "") for said in fields]
    return {
        "of": len(fields),
        "descriptions": sum(says_exactly(text, row.text, language) for text in descriptions),
        "nearly": sum(how_said(text, row.text, language) > 0 for text in descriptions),
        "tags": sum(
            any(says_exactly(tag, row.text, language) for tag in said["tags"]) for said in fields
        ),
    }


def _places(row: Row, keys: Sequence[str]) -> Mapping[str, Mapping[str, int]]:
    """Where addresses stand for tags that are keywords whose page was read."""
    pages = latest(row.scope, What.PAGE, keys)
    return {
        key: {result["address"]: result["position"] for result in page["results"]}
        for key, page in pages.items()
        if page
    }
