"""Search intent: what the searcher wants, as probabilities, with the evidence that decided."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.special import expit, softmax

from bunraku.core.text import tokens
from bunraku.core.weigh.intent_cues import (
    CUES,
    FEATURE_CUES,
    INTENTS,
    LOCAL_PRIOR,
    OWN_BRAND,
    PLACE,
    PRIOR,
    Cue,
)

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Intents:
    """For n keywords: probabilities (n, 4) in the order of `INTENTS`, probability of local (n,),
    and the ids of the cues that decided."""

    probability: Floats
    local: Floats
    evidence: tuple[tuple[str, ...], ...]

    def names(self) -> list[str]:
        """The likeliest intent of each keyword."""
        return [INTENTS[index] for index in self.probability.argmax(axis=1)]


def read_intents(
    texts: Sequence[str],
    features: Sequence[Sequence[str]],
    language: str,
    *,
    own_brands: Sequence[str] = (),
    places: Sequence[str] = (),
) -> Intents:
    """Search intent: informational, navigational, commercial or transactional; local as a mark
    beside any.

    Parameters: `texts`, n keywords; `features`, for each the features of its results page, empty
    where no page was read; `language`, two letters (English cues serve where a language has none of
    its own); `own_brands` and `places`, words of the project. Returns: `Intents`; with no cue at
    all the prior stands, which leans to informational. Formula: softmax of summed log-odds of the
    cues found in words and page (naive Bayes). Raises: `ValueError` when texts and features differ
    in number. Cost: linear in words.
    """
    if len(texts) != len(features):
        raise ValueError("one list of features for each text")
    table = _cue_table(language, own_brands, places)
    longest = _longest_by_first_word(table)
    evidence: list[tuple[str, ...]] = []
    used: dict[str, Cue] = {}
    for text, shown in zip(texts, features, strict=True):
        cues = _cues_in(tokens(text), table, longest)
        cues.update(
            (FEATURE_CUES[name].id, FEATURE_CUES[name]) for name in shown if name in FEATURE_CUES
        )
        used.update(cues)
        evidence.append(tuple(cues))
    # One sparse product instead of an addition per cue: 100,000 keywords carry some 200,000 cues.
    column = {id: index for index, id in enumerate(used)}
    counts = np.fromiter((len(ids) for ids in evidence), dtype=np.int64, count=len(evidence))
    indices = np.fromiter(
        (column[id] for ids in evidence for id in ids), dtype=np.int64, count=int(counts.sum())
    )
    carries = sparse.csr_matrix(
        (np.ones(len(indices)), indices, np.concatenate([[0], np.cumsum(counts)])),
        shape=(len(texts), len(used)),
    )
    weights = np.array([(*cue.weights, cue.local) for cue in used.values()]).reshape(len(used), 5)
    odds = carries @ weights + np.array((*PRIOR, LOCAL_PRIOR))
    return Intents(
        probability=softmax(odds[:, :4], axis=1) if len(texts) else odds[:, :4],
        local=expit(odds[:, 4]),
        evidence=tuple(evidence),
    )


def explain_evidence(ids: Sequence[str], language: str) -> list[str]:
    """The sentences of cue ids, in order, each once."""
    cues = {
        cue.id: cue
        for cue in (*CUES["en"], *CUES.get(language, ()), *FEATURE_CUES.values(), OWN_BRAND, PLACE)
    }
    return list(dict.fromkeys(cues[id].says for id in ids if id in cues))


def _cue_table(language: str, own_brands: Sequence[str], places: Sequence[str]) -> dict[str, Cue]:
    table = {word: cue for cue in CUES.get(language, CUES["en"]) for word in cue.words}
    # The project's own words come last, so that they win over a language's cues of the same
    # spelling.
    table |= {" ".join(tokens(place)): PLACE for place in places}
    table |= {" ".join(tokens(brand)): OWN_BRAND for brand in own_brands}
    table.pop("", None)
    return table


def _longest_by_first_word(table: dict[str, Cue]) -> dict[str, int]:
    longest: dict[str, int] = {}
    for phrase in table:
        words = phrase.split()
        longest[words[0]] = max(longest.get(words[0], 0), len(words))
    return longest


def _cues_in(words: list[str], table: dict[str, Cue], longest: dict[str, int]) -> dict[str, Cue]:
    cues: dict[str, Cue] = {}
    for start, word in enumerate(words):
        # Every length: a phrase and its first word may both be cues, and both speak.
        for length in range(1, longest.get(word, 0) + 1):
            cue = table.get(word if length == 1 else " ".join(words[start : start + length]))
            # "can", "is", "which" ask a question only where they open the keyword.
            if cue and (cue.id != "question" or start == 0):
                cues[cue.id] = cue
    return cues
