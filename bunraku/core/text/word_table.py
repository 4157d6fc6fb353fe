"""The words of many texts at once: what meaning and wording count with."""

from collections.abc import Sequence

import numpy as np
from scipy import sparse

from bunraku.core.text.tokens import tokens


def word_table(texts: Sequence[str]) -> tuple[list[str], sparse.csr_matrix]:
    """The distinct words of texts, and how often each text holds each.

    Parameters: `texts`, n texts. Returns: the words in order of first appearance, and (n, words)
    counts. Raises: nothing. Cost: a dictionary look-up a word."""
    index: dict[str, int] = {}
    flat: list[int] = []
    starts = [0]
    for text in texts:
        flat += [index.setdefault(word, len(index)) for word in tokens(text)]
        starts.append(len(flat))
    holds = sparse.csr_matrix((np.ones(len(flat)), flat, starts), shape=(len(texts), len(index)))
    holds.sum_duplicates()
    return list(index), holds
