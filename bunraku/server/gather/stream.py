"""The stream: keywords as they arrived, each with the way it came first."""

from typing import Any

from django.db.models import F, Q, QuerySet

from bunraku.server.database.unchanged import while_unchanged
from bunraku.server.gather.methods import BITS
from bunraku.server.gather.models import Origin
from bunraku.server.gather.rules.ruleset import rules_of
from bunraku.server.projects.models import Project
from bunraku.server.sheet.filters import words_in
from bunraku.server.sheet.models import STATE_CODE, STATES, Row, Scope
from bunraku.server.sheet.ordering import page_of

ORDER: dict[str, tuple[str, bool]] = {
    "arrival": ("id", True),
    "relevance": ("relevance", True),
    "off_topic": ("relevance", False),
}
"""Each order of the stream as a column of the sheet, and whether it falls."""
AS_STORED = ("id", "text", "priority", "relevance", "family", "family_size", "volume")
CAME = ("method", "seed", "source", "on", "job_id", "figure")
UNKNOWN = {"method": "", "seed": "", "source": "", "on": None, "job_id": None, "figure": None}


def matching(scope: Scope, wanted: dict[str, Any]) -> QuerySet[Row]:
    """Rows of a scope that the stream shows, in no order. `wanted`: state; job, the one that
    brought them first; way, among all they came by; q."""
    condition = Q(scope=scope)
    state = wanted["state"]
    if state == "new":
        condition &= Q(state=STATE_CODE["open"])
    elif state != "all":
        condition &= Q(state=STATE_CODE[state])
    if wanted["job"]:
        condition &= Q(run=wanted["job"])
    rows = Row.objects.all()
    if wanted["way"]:
        rows = rows.alias(by_way=F("ways").bitand(BITS.get(wanted["way"], 0)))
        condition &= Q(by_way__gt=0)
    return rows.filter(condition & words_in(*_with_and_without(wanted["q"])))


def _with_and_without(typed: str) -> tuple[str, str]:
    """The words that must stand, and those typed after a minus, which must not."""
    words = typed.split()
    without = [word for word in words if word.startswith("-") and len(word) > 1]
    return " ".join(w for w in words if w not in without), " ".join(word[1:] for word in without)


def stream(scope: Scope, wanted: dict[str, Any]) -> tuple[QuerySet[Row], int]:
    """Rows of a scope as they arrived, or by relevance, and how many in all. `wanted`: as
    `matching`; sort, offset, limit."""
    rows = matching(scope, wanted)
    sort, falling = ORDER[wanted["sort"]]
    # A look at the index tells whether relevance is learned for all, as it is but for moments; the
    # least relevant of 100,000 then come from that index and are not sorted each time.
    all_known = not falling and not rows.filter(**{f"{sort}__isnull": True}).exists()
    page = page_of(
        rows,
        sort,
        descending=falling,
        offset=wanted["offset"],
        limit=wanted["limit"],
        all_known=all_known,
    )
    narrowed = {name: wanted[name] for name in ("job", "way", "q", "state")}
    return page, while_unchanged(("stream", scope.pk, repr(narrowed)), rows.count)


def as_told(project: Project, scope: Scope, rows: QuerySet[Row]) -> list[dict[str, Any]]:
    """Rows of the stream with how each came first and in how many ways in all."""
    page = list(rows.values(*AS_STORED, "keyword_id", "state", "left_out_by"))
    first: dict[int, dict[str, Any]] = {}
    ways: dict[int, int] = {}
    origins = Origin.objects.filter(scope=scope, keyword__in=[row["keyword_id"] for row in page])
    for keyword, *came in origins.order_by("pk").values_list("keyword_id", *CAME):
        ways[keyword] = ways.get(keyword, 0) + 1
        first.setdefault(keyword, dict(zip(CAME, came, strict=True)))
    rules = rules_of(project)
    return [
        {
            **{name: row[name] for name in AS_STORED},
            "state": STATES[row["state"]],
            "left_out": rules.label(row["left_out_by"]) if row["left_out_by"] is not None else "",
            "ways": ways.get(row["keyword_id"], 0),
            **first.get(row["keyword_id"], UNKNOWN),
        }
        for row in page
    ]
