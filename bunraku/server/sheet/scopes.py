"""Finding a project's scopes, and adding keywords to them in bulk."""

from collections import defaultdict
from collections.abc import Mapping, Sequence

from django.db.models import F

from bunraku.core.text import tokens
from bunraku.server.projects.bulk import insert_many
from bunraku.server.projects.models import Project
from bunraku.server.projects.parts import in_parts
from bunraku.server.sheet.models import STATE_CODE, Keyword, Row, Scope


def scope_of(project: Project, channel: str, locale: str = "") -> Scope:
    """The project's scope on a channel, in its own locale or another, made when it is first needed."""
    scope, _ = Scope.objects.get_or_create(project=project, channel=channel, locale=locale or project.locale)
    scope.project = project
    return scope


def find_scope(project: Project, channel: str) -> Scope:
    """The project's scope for reading: an unsaved, empty one where nothing has been gathered yet."""
    found = Scope.objects.filter(project=project, channel=channel, locale=project.locale).first()
    scope = found or Scope(pk=0, channel=channel, locale=project.locale)
    scope.project = project
    return scope


def add_keywords(
    scope: Scope,
    texts: Mapping[str, str],
    *,
    left_out: Mapping[str, int] | None = None,
    run: int | None = None,
    ways: Mapping[str, int] | None = None,
) -> tuple[dict[str, int], set[str]]:
    """Make sure that keywords (key to text) stand in a scope; returns the ids of all of them by key, and the keys that are
    new here.

    `left_out` is the rule that leaves a key out, `run` the job that brings them, `ways` the bits of the ways each came; what is
    there already stays as it is, but for its ways. To be called in a transaction."""
    keys = list(texts)
    out, came = left_out or {}, ways or {}
    # A keyword made here cannot stand anywhere yet, so only older ones are looked for.
    before = Keyword.objects.order_by("-pk").values_list("pk", flat=True).first() or 0
    insert_many(Keyword, ("key", "text"), texts.items(), same={"project": scope.project.pk}, ignore_conflicts=True)
    fields = ("key", "pk", "text")
    made = Keyword.objects.filter(project=scope.project, pk__gt=before).values_list(*fields)
    here = {key: (pk, text) for key, pk, text in made}
    there: set[int] = set()
    for part in in_parts([key for key in keys if key not in here]):
        known = {
            key: (pk, text)
            for key, pk, text in Keyword.objects.filter(project=scope.project, key__in=part).values_list(*fields)
        }
        here |= known
        stand = Row.objects.filter(scope=scope, keyword__in=[pk for pk, _ in known.values()])
        there.update(stand.values_list("keyword_id", flat=True))
    _note_ways(scope, [(here[key][0], came.get(key, 0)) for key in keys if key in here and here[key][0] in there])
    # In the order they came: by it the stream of arrivals is told.
    fresh = [(key, *here[key]) for key in keys if key in here and here[key][0] not in there]
    insert_many(
        Row,
        ("keyword", "text", "words", "state", "left_out_by", "ways"),
        (
            (pk, text, min(len(tokens(text)), 100), _state(out.get(key)), out.get(key), came.get(key, 0))
            for key, pk, text in fresh
        ),
        same={"scope": scope.pk, "run": run},
    )
    return {key: pk for key, (pk, _) in here.items()}, {key for key, _, _ in fresh}


def _state(left_out_by: int | None) -> int:
    return STATE_CODE["open" if left_out_by is None else "left_out"]


def _note_ways(scope: Scope, came: Sequence[tuple[int, int]]) -> None:
    """Add the bits of ways to rows that stand already."""
    by_bits: dict[int, list[int]] = defaultdict(list)
    for keyword, bits in came:
        if bits:
            by_bits[bits].append(keyword)
    for bits, keywords in by_bits.items():
        for part in in_parts(keywords):
            Row.objects.filter(scope=scope, keyword__in=part).update(ways=F("ways").bitor(bits))
