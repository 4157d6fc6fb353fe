"""Relevance: how likely the user will keep a keyword, learned from what was kept and dropped so
far."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import csr_matrix, hstack

from bunraku.core.text import content_stems
from bunraku.core.text.stem_table import StemTable, stem_table

OF_THE_TOPIC = 0.15
"""Weight of the prior's say for a keyword nobody decided about, beside 1 for a decision: seven
keywords like it outweigh one decision, so that a single drop does not turn a whole field."""
UNDECIDED = 2_000
"""Most undecided keywords that hold the prior up while learning."""
STRENGTH = 4.0
"""Inverse of the penalty on large weights (C of the logistic regression): a word seen in a handful
of decisions counts, one seen in a single one hardly."""


@dataclass(frozen=True)
class Taste:
    """What was learned: a weight in log odds a stem (raising or lowering relevance), one for the
    prior, and a constant.

    `decided` is how many decisions it rests on; 0: the prior alone."""

    weights: dict[str, float]
    of_prior: float
    constant: float
    decided: int


@dataclass(frozen=True)
class Relevance:
    """Relevance of n keywords, 0-1, and the taste that gave it."""

    shares: NDArray[np.float64]
    taste: Taste


def learn_relevance(
    texts: Sequence[str],
    verdicts: Sequence[int],
    fit: NDArray[np.float64],
    language: str,
) -> Relevance:
    """Relevance: how likely you will keep a keyword, 0-1, learned from what you kept and dropped as
    off topic so far.

    Parameters: `texts`, n keywords; `verdicts`, n times 1 kept, -1 dropped as off topic, 0
    undecided; `fit` (n,), how well each fits the project (`fit_to_project`), 0-1; `language`.
    Returns: `Relevance`; with no drop or nothing kept the prior alone, which is fit in log odds.
    Raises: nothing. Formula: logistic regression on content stems and on the prior's
    log odds; undecided keywords take part with the prior's own say at weight `OF_THE_TOPIC`. Cost:
    linear; under a second for 100,000. Source: scikit-learn's LogisticRegression."""
    table = stem_table(texts, language)
    prior = np.clip(np.asarray(fit, dtype=np.float64), 0.02, 0.98)
    said = np.asarray(verdicts, dtype=np.int64)
    odds = np.log(prior / (1 - prior))
    decided = np.flatnonzero(said)
    if not len(texts) or not (said < 0).any():
        return Relevance(prior, Taste({}, 1.0, 0.0, 0))
    matrix = _matrix(table, odds)
    undecided = np.flatnonzero(said == 0)
    undecided = undecided[:: max(1, len(undecided) // UNDECIDED)]
    chosen = np.concatenate([decided, undecided, undecided])
    labels = np.concatenate(
        [said[decided] > 0, np.ones(len(undecided), bool), np.zeros(len(undecided), bool)]
    )
    weights = np.concatenate(
        [
            np.ones(len(decided)),
            OF_THE_TOPIC * prior[undecided],
            OF_THE_TOPIC * (1 - prior[undecided]),
        ]
    )
    # Where something was dropped and nothing kept, what the project says of itself is what is kept.
    labels, weights, chosen = _with_project(labels, weights, chosen, prior)
    if not labels.any():
        # All was dropped, and nothing is of the topic: there is nothing to tell apart.
        return Relevance(prior, Taste({}, 1.0, 0.0, len(decided)))
    coefficients, constant = _fit(matrix[chosen], labels, weights)
    shares = 1 / (1 + np.exp(-(np.asarray(matrix @ coefficients) + constant)))
    taste = Taste(
        dict(zip(table.names, coefficients[:-1].tolist(), strict=True)),
        float(coefficients[-1]),
        constant,
        len(decided),
    )
    return Relevance(shares, taste)


def words_that_decided(
    text: str, taste: Taste, language: str, most: int = 3
) -> list[tuple[str, float]]:
    """The words of a keyword that moved its relevance most, with their weight in log odds (above 0
    raises it), strongest first; those under 0.1 are not told."""
    weights = {
        word: sum(taste.weights.get(stem, 0.0) for stem in content_stems(word, language))
        for word in text.casefold().split()
    }
    strong = [(word, weight) for word, weight in weights.items() if abs(weight) >= 0.1]
    return sorted(strong, key=lambda pair: -abs(pair[1]))[:most]


def _matrix(table: StemTable, odds: NDArray[np.float64]) -> "csr_matrix":
    words = csr_matrix(
        (np.ones(len(table.rows)), (table.rows, table.places)),
        shape=(table.texts, len(table.names)),
        dtype=np.float64,
    )
    # A word said twice says no more.
    words.data[:] = 1
    return hstack([words, csr_matrix(odds[:, None])], format="csr")


def _with_project(
    labels: NDArray[np.bool_],
    weights: NDArray[np.float64],
    chosen: NDArray[np.int64],
    prior: NDArray[np.float64],
) -> tuple[NDArray[np.bool_], NDArray[np.float64], NDArray[np.int64]]:
    if labels[weights == 1].any():
        return labels, weights, chosen
    likely = np.flatnonzero(prior > 0.9)[:20]
    return (
        np.concatenate([labels, np.ones(len(likely), bool)]),
        np.concatenate([weights, np.full(len(likely), 0.5)]),
        np.concatenate([chosen, likely]),
    )


def _fit(
    matrix: "csr_matrix", labels: NDArray[np.bool_], weights: NDArray[np.float64]
) -> tuple[NDArray[np.float64], float]:
    # The library takes two seconds to load, which only the worker should ever wait for.
    from sklearn.linear_model import LogisticRegression

    model = LogisticRegression(C=STRENGTH, max_iter=200, tol=1e-3).fit(
        matrix, labels, sample_weight=weights
    )
    return np.asarray(model.coef_[0], dtype=np.float64), float(model.intercept_[0])
