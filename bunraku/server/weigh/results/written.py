"""What those who stand on a page write: their descriptions and tags, which phrases most of them
use, and where they stand for their own tags."""

from collections.abc import Mapping, Sequence
from typing import Any

from bunraku.core.gather.fields import ResultFields, phrases_used
from bunraku.core.text import identity_key
from bunraku.core.weigh.company import Result
from bunraku.core.weigh.saying import how_said, plain_words, says_exactly
from bunraku.server.readings.buying import price_of_new
from bunraku.server.readings.known import Payload, latest
from bunraku.server.readings.providers import sources
from bunraku.server.sheet.models import Keyword, Row
from bunraku.sources.protocol import What

LOOKED_AT = 10
"""Results whose fields are read: those of the first page."""
MOST_USED = 60
"""Phrases shown: what one or two of the ten use goes on for long."""


def what_they_write(row: Row, results: Sequence[Result]) -> dict[str, Any]:
    """What is known of the fields of a page's first results, and what it would cost to read them.
    Three queries, one more where anything is known."""
    scope, project = row.scope, row.scope.project
    first = results[:LOOKED_AT]
    addresses = [result.address for result in first]
    fields = {a: said for a, said in latest(scope, What.FIELDS, addresses).items() if said}
    can = bool(sources(project)[What.FIELDS]) and bool(addresses)
    price = price_of_new(scope, What.FIELDS, addresses) / 10 if can else 0
    if not fields:
        return {"fields": [], "fields_price": price, "used": [], "said_in": None}
    standing = [result for result in first if result.address in fields]
    used = phrases_used(
        [_fields(result, fields[result.address]) for result in standing], row.text, scope.language
    )[:MOST_USED]
    tags = {identity_key(tag): tag for said in fields.values() for tag in said["tags"]}
    keys = {*tags, *(identity_key(phrase.text) for phrase in used)}
    there = set(Keyword.objects.filter(project=project, key__in=keys).values_list("key", flat=True))
    places = _places(row, list(tags))
    brands = {w for text in (*project.own_brands, *project.rival_brands) for w in plain_words(text)}
    names = {w for r in standing for w in plain_words(r.publisher.split(".")[0])}
    return {
        "fields": [
            {
                "address": result.address,
                "description": fields[result.address].get("description", ""),
                "tags": [
                    {
                        "text": tag,
                        "known": identity_key(tag) in there,
                        "position": places.get(identity_key(tag), {}).get(result.address),
                    }
                    for tag in fields[result.address]["tags"]
                ],
            }
            for result in standing
        ],
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
