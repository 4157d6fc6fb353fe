"""What those who stand on a page write: their descriptions and tags, which phrases most of them
use, and where they stand for their own tags."""

from collections.abc import Mapping, Sequence
from typing import Any

from bunraku.core.gather.fields import ResultFields, phrases_used
from bunraku.core.text import identity_key
from bunraku.core.weigh.company import Result
from bunraku.core.weigh.saying import how_said, plain_words, says_exactly
from bunraku.server.errors import BunrakuError
from bunraku.server.jobs.actions import start_job
from bunraku.server.jobs.kinds import JobKind, job_kind
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.work import Params, Work
from bunraku.server.jobs.work import Result as JobResult
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import buy, check_affordable, price_of_new
from bunraku.server.readings.known import Payload, latest
from bunraku.server.readings.providers import sources
from bunraku.server.sentences import plural
from bunraku.server.sheet.models import Keyword, Row
from bunraku.server.sheet.scopes import scope_of
from bunraku.sources.protocol import Channel, What

LOOKED_AT = 10
"""Results whose fields are read: those of the first page."""
MOST_USED = 60
"""Phrases shown: what one or two of the ten use goes on for long."""


class ReadFieldsParams(Params):
    """The channel, and the addresses of the results."""

    channel: Channel
    addresses: list[str]


class ReadFieldsResult(JobResult):
    """How many results told their fields."""

    read: int = 0
    missing: int = 0


def start_reading_fields(project: Project, row: Row, results: Sequence[Result]) -> Job:
    """Read what the first results of a page write. Raises: no_source, nothing_to_read,
    allowance_short."""
    if not sources(project)[What.FIELDS]:
        raise BunrakuError("no_source", "No source can be asked for what results write.")
    addresses = [result.address for result in results[:LOOKED_AT]]
    price = price_of_new(row.scope, What.FIELDS, addresses)
    if not price:
        raise BunrakuError(
            "nothing_to_read", "What they write was read today, or nobody stands there."
        )
    check_affordable(project, price, "Reading what they write")
    channel: Any = row.scope.channel
    return start_job(project, ReadFields, ReadFieldsParams(channel=channel, addresses=addresses))


@job_kind
class ReadFields(JobKind[ReadFieldsParams, ReadFieldsResult]):
    """Read what some results write. Buys only what was not bought; safe to run again."""

    id = "read_fields"
    name = "Reading what they write"
    takes = ReadFieldsParams
    gives = ReadFieldsResult

    def run(self, work: Work[ReadFieldsParams, ReadFieldsResult]) -> None:
        """All of them at once: there are ten."""
        scope = scope_of(work.project, work.params.channel)
        work.start("Reading what they write", len(work.params.addresses))
        bought = buy(
            scope,
            What.FIELDS,
            work.params.addresses,
            on_batch=lambda _count, tenths: work.spend(tenths),
        )
        work.result.read = bought.answered - bought.nothing
        work.result.missing = len(bought.missing)
        work.advance(len(work.params.addresses))
        work.report()

    def brought(self, result: ReadFieldsResult) -> str:
        """How many told something."""
        return f"what {plural(result.read, 'result')} write"

    def unanswered(self, result: ReadFieldsResult) -> int:
        """Results that got no answer."""
        return result.missing


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
