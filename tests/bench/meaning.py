"""Clustering by what phrases mean: reading 10,000 of them, beside comparing each with each, and 500
more."""

import resource
from collections.abc import Iterator
from dataclasses import replace
from itertools import product
from multiprocessing import get_context

import numpy as np

from bunraku.core.cluster.clustering import Meant, ToCluster, cluster_keywords
from bunraku.core.text.labelled_phrases import labelled_subjects
from bunraku.core.text.sentence_model import sentence_model
from tests.bench.timing import Result, seconds

COUNT, MORE = 10_000, 500
FRAMES = ("{}", "{} at home", "cheap {}", "{} for beginners", "my old {}", "{} in winter")


def phrases() -> list[str]:
    """Different phrases of twenty subjects."""
    said = [phrase.text for subject in labelled_subjects("en") for phrase in subject.phrases]
    every = dict.fromkeys(frame.format(text) for frame, text in product(FRAMES, said))
    return list(np.random.default_rng(2).permutation(list(every))[: COUNT + MORE])


def given(texts: list[str], vectors: np.ndarray) -> ToCluster:
    n = len(texts)
    return ToCluster(
        texts=texts,
        pages=np.zeros((n, 10), dtype=np.int64),
        intents=np.zeros(n, dtype=np.int64),
        current=np.full(n, -1),
        pinned=np.zeros(n, dtype=bool),
        meant=Meant(texts, vectors, np.zeros(n, dtype=np.int64)),
    )


def measured() -> tuple[float, float, float, float, float, float]:
    """Seconds to read 10,000, to cluster them, to compare each with each and to add 500; the share
    of old ones that move then; the process's memory at its highest (MB)."""
    model = sentence_model("en")
    texts = phrases()
    model.vectors(texts[:64])
    reading = seconds(lambda: model.vectors(texts[:COUNT]))
    vectors = model.vectors(texts)
    some = given(texts[:COUNT], vectors[:COUNT])
    clustering = seconds(lambda: cluster_keywords(some, "en"))
    plain = seconds(lambda: max(float((row @ vectors.T).max()) for row in vectors[:COUNT]))
    first = cluster_keywords(some, "en")
    again = replace(
        given(texts, vectors), current=np.concatenate([first, np.full(len(texts) - COUNT, -1)])
    )
    adding = seconds(lambda: cluster_keywords(again, "en"))
    moved = float((cluster_keywords(again, "en")[:COUNT] != first).mean())
    memory = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    return reading, clustering, plain, adding, moved, memory


def run() -> Iterator[Result]:
    # In a process of its own: its memory is nobody else's.
    with get_context("spawn").Pool(1) as pool:
        reading, clustering, plain, adding, moved, memory = pool.apply(measured)
    whole = reading + clustering
    yield (
        "cluster 10,000 keywords by what they mean",
        f"{whole:.1f} s: reading {reading:.1f} s; each with each {plain:.1f} s",
        "25 s",
        whole <= 25,
    )
    yield ("  500 more, once they are read", f"{adding:.1f} s", "as long", adding <= clustering)
    yield ("  old ones that move then", f"{100 * moved:.1f} %", "0 %", moved == 0)
    yield ("  memory of the process at its highest", f"{memory:.0f} MB", "500 MB", memory <= 500)
