"""Finding a project's scopes, and adding keywords to them in bulk."""

from collections import defaultdict
from collections.abc import Mapping, Sequence

from django.db.models import Exists, F, OuterRef

from bunraku.core.text import count_tokens
from bunraku.core.text.folding import fold
from bunraku.server.database.bulk import insert_many
from bunraku.server.database.parts import in_parts
from bunraku.server.errors import not_found
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import STATE_CODE, Keyword, Row, Scope


def scope_of(project: Project, channel: str, locale: str = "") -> Scope:
    """The project's scope on a channel, in its own locale or another, made when it is first
    needed."""
    scope, _ = Scope.objects.get_or_create(
        project=project, channel=channel, locale=locale or project.locale
    )
    scope.project = project
    return scope


def find_scope(project: Project, channel: str) -> Scope:
    """The project's scope for reading: an unsaved, empty one where nothing has been gathered
    yet."""
    there = Scope.objects.filter(project=project, channel=channel, locale=project.locale).first()
    scope = there or Scope(pk=0, channel=channel, locale=project.locale)
    scope.project = project
    return scope


def find_row(project: Project, row_id: int) -> Row:
    """A keyword's row in a project. Raises: not_found."""
    row = (
        Row.objects.select_related("keyword", "scope")
        .filter(pk=row_id, scope__project=project)
        .first()
    )
    if row is None:
        raise not_found("keyword")
    row.scope.project = project
    return row


def add_keywords(
    scope: Scope,
    texts: Mapping[str, str],
    *,
    left_out: Mapping[str, int] | None = None,
    run: int | None = None,
    ways: Mapping[str, int] | None = None,
) -> tuple[dict[str, int], set[str]]:
    """Make sure that keywords (key to text) stand in a scope; returns the ids of all of them by
    key, and the keys that are new here.

    `left_out` is the rule that leaves a key out, `run` the job that brings them, `ways` the bits of
    the ways each came; what is there already stays as it is, but for its ways. To be called in a
    transaction."""
    keys = list(texts)
    out, came = left_out or {}, ways or {}
    project = scope.project.pk
    newest = Keyword.objects.order_by("-pk").values_list("pk", flat=True).first() or 0
    same = {"project": project}
    insert_many(Keyword, ("key", "text"), texts.items(), same=same, ignore_conflicts=True)
    # What was made just now is asked for as one range, and stands nowhere yet.
    made = Keyword.objects.filter(project=project, pk__gt=newest)
    here = {key: (pk, texts[key]) for key, pk in made.values_list("key", "pk") if key in texts}
    there: set[int] = set()
    for part in in_parts([key for key in keys if key not in here]):
        keywords = Keyword.objects.filter(project=project, key__in=part)
        stands = Exists(Row.objects.filter(scope=scope, keyword=OuterRef("pk")))
        for key, pk, text, is_there in keywords.values_list("key", "pk", "text", stands):
            here[key] = (pk, text)
            if is_there:
                there.add(pk)
    if there:
        known = [key for key in keys if key in here and here[key][0] in there]
        _note_ways(scope, [(here[key][0], came.get(key, 0)) for key in known])
    # In the order they came: by it the stream of arrivals is told.
    fresh = [(key, *here[key]) for key in keys if key in here and here[key][0] not in there]
    insert_many(
        Row,
        ("keyword", "text", "folded", "words", "state", "left_out_by", "ways"),
        (
            (
                pk,
                text,
                fold(text),
                _words(text),
                _state(rule := out.get(key)),
                rule,
                came.get(key, 0),
            )
            for key, pk, text in fresh
        ),
        same={"scope": scope.pk, "run": run},
        ignore_conflicts=True,
    )
    return {key: pk for key, (pk, _) in here.items()}, {key for key, _, _ in fresh}


def _words(text: str) -> int:
    return min(count_tokens(text), 100)


def _state(left_out_by: int | None) -> int:
    return STATE_CODE["open" if left_out_by is None else "left_out"]


def _note_ways(scope: Scope, came: Sequence[tuple[int, int]]) -> None:
    """Add the bits of ways to rows that stand already."""
    by_bits: dict[int, list[int]] = defaultdict(list)
    for keyword, bits in came:
        if bits:
            by_bits[bits].append(keyword)
    # A statement a combination of ways: there are a dozen at most, however many keywords.
    for bits, keywords in by_bits.items():
        for part in in_parts(keywords):
            Row.objects.filter(scope=scope, keyword__in=part).update(ways=F("ways").bitor(bits))
