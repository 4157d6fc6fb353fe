"""Learns `bunraku/core/cluster/pairs.json` from the lists that were grouped by hand:

    python -m tools.pairs

For each sentence model, a logistic regression on what is known of a pair, over all pairs of all
lists in the languages that it reads, and the mean of what it says of the phrases of each."""

import json
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import NDArray
from sklearn.linear_model import LogisticRegression

from bunraku.core.cluster.pairs import FEATURES, FILE, Phrases, made_of, pair_features
from bunraku.core.languages import LANGUAGES, groups_of
from bunraku.core.text.grouped_lists import read_groups
from bunraku.core.text.labelled_phrases import labelled_subjects
from bunraku.core.text.sentence_model import WIDTH, model_name, sentence_model
from bunraku.core.weigh.intent import Names, read_intents

FIRMNESS = 0.3
"""The usual `C` of the regression."""


@dataclass(frozen=True)
class List:
    """A list grouped by hand: the page of each phrase, and what clustering is given of them."""

    name: str
    language: str
    phrases: Phrases
    pages: NDArray[np.int64]


def main() -> None:
    """Learn and keep."""
    kept: dict[str, object] = {"made of": made_of()}
    for name in ("english", "several"):
        languages = [language for language in LANGUAGES if model_name(language) == name]
        weights, constant = learn([each for code in languages for each in lists_of(code)])
        kept[name] = {
            "weights": dict(zip(FEATURES, weights.round(4).tolist(), strict=True)),
            "constant": round(constant, 4),
            "middles": {
                code: middle_of(code).round(4).tolist() for code in languages if code != "en"
            },
        }
    FILE.write_text(json.dumps(kept) + "\n", "utf-8")


@cache
def lists_of(language: str) -> list[List]:
    """The grouped lists of a language."""
    made = [
        list_of(each.name, language, [(p.text, p.group) for p in each.phrases], each.places)
        for each in labelled_subjects(language)
        if each.grouped
    ]
    for name, pages in read_groups(groups_of(language)) if groups_of(language) else ():
        told = [(text, page) for page, texts in enumerate(pages) for text in texts]
        made.append(list_of(name, language, told))
    return made


def list_of(
    name: str, language: str, told: Sequence[tuple[str, int]], places: Sequence[str] = ()
) -> List:
    """A list with what the models say of its phrases."""
    texts = [text for text, _ in told]
    read = read_intents(texts, [[]] * len(texts), language, Names(places=tuple(places)))
    phrases = Phrases(
        texts,
        sentence_model(language).vectors(texts),
        read.probability.argmax(axis=1),
        read.local > 0.5,
        np.zeros(len(texts), dtype=np.int64),
    )
    return List(name, language, phrases, np.array([page for _, page in told]))


def learn(lists: Sequence[List]) -> tuple[NDArray[np.float64], float]:
    """The weights of the features and the constant that some lists teach."""
    pairs, same = [], []
    for each in lists:
        above = np.triu_indices(len(each.pages), 1)
        pairs.append(pair_features(each.phrases, each.language, middle_of(each.language))[above])
        same.append((each.pages[:, None] == each.pages[None])[above])
    features = np.concatenate(pairs)
    spread = features.std(axis=0)
    learned = LogisticRegression(C=FIRMNESS, max_iter=300).fit(
        features / spread, np.concatenate(same)
    )
    return learned.coef_[0] / spread, float(learned.intercept_[0])


@cache
def middle_of(language: str) -> NDArray[np.float32]:
    """The mean of what the model says of the phrases of a language; nought for English, whose model
    has its mean near there."""
    if language == "en":
        return np.zeros(WIDTH, dtype=np.float32)
    whole = np.concatenate([each.phrases.vectors for each in lists_of(language)])
    return np.asarray(whole.mean(axis=0), dtype=np.float32)


if __name__ == "__main__":
    main()
