"""What those write who stand on the results page of a piece: their tags, and their names."""

from collections import Counter
from dataclasses import dataclass

from bunraku.core.text import identity_key
from bunraku.core.weigh.phrase_match import plain_words
from bunraku.server.projects.models import Project
from bunraku.server.readings.known import latest
from bunraku.server.sheet.filters import words_in
from bunraku.server.sheet.models import IN_PLAY, Row
from bunraku.server.sheet.ordering import ordered
from bunraku.server.weigh.results.snapshots import pages_of
from bunraku.server.write.aims import Aims
from bunraku.sources.protocol import What

LOOKED_AT = 10
"""Results of the first page."""
MOST_GATHERED = 120
"""Keywords of one's own that are looked at for tags."""


@dataclass(frozen=True)
class RivalTag:
    """A tag, the share of those looked at who use it, and where it was seen."""

    text: str
    share: float
    origin: str


@dataclass(frozen=True)
class RivalTags:
    """Tags seen on a page, and the names of those who stand there."""

    tags: list[RivalTag]
    names: list[str]


def rival_tags(project: Project, aims: Aims) -> RivalTags:
    """Tags of those who stand on the page of the main keyword, as far as they were read, and what
    was searched for beside it. Three queries."""
    row = (
        Row.objects.select_related("keyword").filter(pk=aims.rows[0]).first() if aims.rows else None
    )
    pages = pages_of(aims.piece.scope, row.keyword.key) if row else []
    if not pages:
        return RivalTags([], [])
    payload = pages[0].payload
    first = payload["results"][:LOOKED_AT]
    addresses = [result["address"] for result in first]
    fields = {
        a: said for a, said in latest(aims.piece.scope, What.FIELDS, addresses).items() if said
    }
    texts: dict[str, str] = {}
    used: Counter[str] = Counter()
    for said in fields.values():
        for tag in {identity_key(tag): tag for tag in said.get("tags", [])}.values():
            texts.setdefault(identity_key(tag), tag)
            used[identity_key(tag)] += 1
    tags = [
        RivalTag(texts[key], count / max(len(fields), 1), f"{count} of {len(fields)} competitors")
        for key, count in used.most_common()
    ]
    tags += [RivalTag(text, 0.5, "searched for too") for text in payload.get("related", [])]
    return RivalTags(tags, [str(result.get("publisher", "")) for result in first])


def gathered_beside(aims: Aims) -> list[RivalTag]:
    """What was gathered on the piece's channel and says the longest word of its main keyword,
    completions of the search box among others; the most searched first. One query."""
    words = [word for word in plain_words(aims.aim.main) if len(word) > 2]
    if not words:
        return []
    longest = max(words, key=len)
    rows = Row.objects.filter(words_in(longest), scope=aims.piece.scope, state__in=IN_PLAY)
    found = ordered(rows, "volume", descending=True).values_list("text", flat=True)
    return [RivalTag(text, 0.4, "gathered") for text in found[:MOST_GATHERED]]
