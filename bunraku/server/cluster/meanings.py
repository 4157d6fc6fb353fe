"""What keywords mean, read by a sentence model where it has not been, and kept."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from django.db import transaction

from bunraku.core.cluster.clustering import Meant, ToCluster
from bunraku.core.cluster.served_places import without_places
from bunraku.core.text.sentence_model import (
    WIDTH,
    SentenceModel,
    has_sentence_model,
    model_name,
    packed,
    sentence_model,
    unpacked,
)
from bunraku.server.cluster.models import Meaning
from bunraku.server.database.bulk import insert_many
from bunraku.server.database.parts import in_parts
from bunraku.server.jobs.work import Work
from bunraku.server.sheet.models import Keyword, Scope

AT_ONCE = 500
"""Keywords read between two looks at whether the person wants to stop: a second or two."""


def read_meanings(
    scope: Scope, given: ToCluster, keywords: Sequence[int], work: Work[Any, Any] | None = None
) -> Meant | None:
    """What keywords mean, where the results page of some was not read; `keywords` are their ids.
    Those that were read before with the same text are not read again. None where there is no
    sentence model, and where every page was read."""
    if (given.pages != 0).any(axis=1).all() or not has_sentence_model(scope.language):
        return None
    name = model_name(scope.language)
    texts, places = without_places(given.texts, scope.project.places, scope.language)
    vectors = np.zeros((len(texts), WIDTH), dtype=np.float32)
    row_of = {keyword: row for row, keyword in enumerate(keywords)}
    for part in in_parts(list(row_of)):
        kept = Meaning.objects.filter(keyword__in=part, model=name)
        same = [
            (row_of[keyword], bytes(vector))
            for keyword, text, vector in kept.values_list("keyword_id", "text", "vector")
            if text == texts[row_of[keyword]]
        ]
        rows = [row_of.pop(keywords[row]) for row, _ in same]
        vectors[rows] = unpacked([vector for _, vector in same])
    fresh = list(row_of.values())
    if work is not None and fresh:
        work.start("Reading what keywords mean", len(fresh))
    for start in range(0, len(fresh), AT_ONCE):
        rows = fresh[start : start + AT_ONCE]
        some = [(keywords[row], texts[row]) for row in rows]
        vectors[rows] = _read(some, sentence_model(scope.language))
        if work is not None:
            work.advance(len(rows))
    return Meant(texts, vectors, places)


def _read(some: Sequence[tuple[int, str]], model: SentenceModel) -> Any:
    """Vectors of keywords by id and text, which are kept."""
    vectors = packed(model.vectors([text for _, text in some]))
    fields = ("keyword", "model", "text", "vector")
    with transaction.atomic():
        # The import that they came with may have been undone.
        ids = [keyword for keyword, _ in some]
        there = set(Keyword.objects.filter(pk__in=ids).values_list("pk", flat=True))
        told = [
            (keyword, model.name, text, vector)
            for (keyword, text), vector in zip(some, vectors, strict=True)
            if keyword in there
        ]
        insert_many(Meaning, fields, told, unique=("keyword",))
    # As they will be when they are read from there: the same clusters with the first run and later.
    return unpacked(vectors)
