"""How likely two phrases of a list are for one page, by what they mean: learned from lists that
were grouped by hand."""

import json
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from hashlib import sha256
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray
from scipy.special import expit

from bunraku.core.cluster.wording import wording_of
from bunraku.core.languages import LANGUAGES, groups_of, phrases_of
from bunraku.core.text.meaning import unit_rows
from bunraku.core.text.sentence_model import WIDTH, model_name

Floats = NDArray[np.float32]
Ints = NDArray[np.int64]

FEATURES = (
    *("centred", "raw", "relative", "words", "topics", "intent", "local"),
    *("common", "mutual", "longer", "shorter"),
)
"""What is known of a pair: the cosine about the mean of the list, and as it is; the first beside
the best of both; shared words and topics; the same intent, and local or not alike; how many of the
five next to each are common, and whether each is among the other's; how much longer one is, and how
long the shorter."""
FEW = 20
"""Keywords that count as few where the mean of a list is taken from each."""
NEXT = 5
USUAL_BEST = 0.6
"""What the best cosine of a phrase is taken for where there are hardly any others: the best of
three is no sign of one page."""
_LEAST_BEST = 0.05
FILE = Path(__file__).parent / "pairs.json"


@dataclass(frozen=True)
class Phrases:
    """n phrases of a list: `texts`, `vectors` (n, width) of length 1, `intents` (n,) codes, `local`
    (n,), and `places` (n,), a number for the served place that each names, 0 for none."""

    texts: Sequence[str]
    vectors: Floats
    intents: Ints
    local: NDArray[np.bool_]
    places: Ints

    def rows(self, at: Ints) -> "Phrases":
        """The same of some of them."""
        texts = [self.texts[row] for row in at.tolist()]
        return Phrases(texts, self.vectors[at], self.intents[at], self.local[at], self.places[at])


@dataclass(frozen=True)
class PairModel:
    """Log-odds of a logistic regression on `FEATURES`, and the mean of what the sentence model says
    of phrases of the language (zeros where that is near nought), which few phrases are held to."""

    weights: NDArray[np.float64]
    constant: float
    middle: Floats


def pairs_as_kept() -> dict[str, Any]:
    """What ships, as `tools/pairs` wrote it: by sentence model its weights, constant and means, and
    what they were made of."""
    return dict(json.loads(FILE.read_text("utf-8")))


def made_of() -> str:
    """A sum over the lists that the pairs are learned from: another sum, other lists."""
    told = "".join(phrases_of(code) + groups_of(code) for code in LANGUAGES)
    return sha256(told.encode()).hexdigest()[:16]


@cache
def pair_model(language: str) -> PairModel:
    """The model for a language, as it ships. Raises: `OSError` where its file is missing."""
    kept = pairs_as_kept()[model_name(language)]
    weights = np.array([kept["weights"][name] for name in FEATURES])
    middle = kept["middles"].get(language) or [0] * WIDTH
    return PairModel(weights, kept["constant"], np.array(middle, dtype=np.float32))


def chance_together(phrases: Phrases, language: str) -> NDArray[np.float64]:
    """How likely each two of some phrases are for one page.

    Parameters: `phrases` (n, some hundreds at most); `language`, two letters. Returns: (n, n)
    symmetric, 0-1, nought along the diagonal and between phrases that name different places.
    Formula: logistic regression on `FEATURES`. Raises: nothing. Cost: n². Source: learned by
    `tools/pairs` from the lists in `languages/*/phrases.txt` and `groups.txt`."""
    model = pair_model(language)
    odds = pair_features(phrases, language, model.middle) @ model.weights + model.constant
    chance = expit(odds)
    chance[phrases.places[:, None] != phrases.places[None]] = 0
    np.fill_diagonal(chance, 0)
    return np.asarray(chance)


def pair_features(phrases: Phrases, language: str, middle: Floats) -> NDArray[np.float64]:
    """(n, n, features) of each pair, symmetric, in the order of `FEATURES`."""
    n, vectors = len(phrases.texts), phrases.vectors
    wording = wording_of(phrases.texts, phrases.intents, phrases.local, language)
    about = unit_rows(vectors - (vectors.sum(axis=0) + FEW * middle) / (n + FEW))
    centred = (about @ about.T).astype(np.float64)
    others = centred - 2 * np.eye(n)
    best = np.maximum(others.max(axis=1), _LEAST_BEST + USUAL_BEST * FEW / (n + FEW))
    # Of a short list fewer are next to each other: five of six would say nothing.
    count = min(NEXT, max(1, n // NEXT))
    nearest = np.argsort(-others, axis=1, kind="stable")[:, :count]
    near = np.zeros((n, n))
    near[np.arange(n)[:, None], nearest] = 1
    length = np.array([max(1, len(text.split())) for text in phrases.texts], dtype=np.float64)
    return np.stack(
        [
            centred,
            (vectors @ vectors.T).astype(np.float64),
            np.clip(centred, 0, None) / np.sqrt(best[:, None] * best[None]),
            (wording.words @ wording.words.T).toarray(),
            (wording.topics @ wording.topics.T).toarray(),
            phrases.intents[:, None] == phrases.intents[None],
            phrases.local[:, None] == phrases.local[None],
            near @ near.T / count,
            near * near.T,
            np.abs(np.log(length[:, None] / length[None])),
            np.log(np.minimum(length[:, None], length[None])),
        ],
        axis=-1,
    )
