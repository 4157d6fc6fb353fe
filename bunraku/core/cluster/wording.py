"""How alike keywords are by wording: the words they share, what these mean, and whether they name
one topic."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from bunraku.core.languages import language_named
from bunraku.core.text.frames import is_frame
from bunraku.core.text.meaning import text_vectors, unit_rows, word_vectors
from bunraku.core.text.tokens import stems, tokens
from bunraku.core.text.word_table import word_table

Ints = NDArray[np.int64]

FRAME_WEIGHT = 0.6
"""What a frame word counts beside a word that names a topic."""
BESIDE_WEIGHT = 0.2
"""What a word counts for the topic that only says for whom, with what, where or beside what the
topic is: "binoculars for camping" are not about camping."""
NEAR_WORDS = 0.55
"""Cosine from which two words may name one topic ("stool", "chair"), chosen on subjects of ours."""
NEAR_SHARE = 0.7
"""What a near word counts beside the word itself."""
FEW = 20
"""Keywords that count as few where their mean is taken from each."""
MOST_NEAR = 5
"""Near words looked to for one word."""
WORDS_COMPARED = 6_000
"""Words compared with each other for being near, the most used: all with all would cost minutes."""
LEAST_TOPIC = 0.3
"""How alike the topics must be before two keywords can be alike at all."""
LEAST_ALIKE = 0.05
"""Wording that is less alike than this says nothing."""
OTHER_WANT = 0.85
"""Where the intents differ, one page serves both less often."""
OTHER_PLACE = 0.8
"""Likewise where one is local and the other is not."""
MOST_KEYWORDS_A_WORD = 300
"""Keywords that a word may stand in (or 2 % of all) to make neighbours by itself."""
_CHUNK = 2_000
_WORDS_AT_A_TIME = 500
"""Words compared with all others at a time: a dozen megabytes."""


@dataclass(frozen=True)
class Wording:
    """n keywords: `words` (n, stems) and `topics` (n, stems) as unit rows weighted by rarity, the
    latter without frame words, with near words, and without what stands in very many keywords, for
    that makes no neighbours by itself; `names` (n, stems) the same of the words alone, none near
    and none left out; `meaning` (n, width) unit rows about the mean of
    all; `intents` (n,) codes; `local` (n,)."""

    words: sparse.csr_matrix
    topics: sparse.csr_matrix
    names: sparse.csr_matrix
    meaning: NDArray[np.float32]
    intents: Ints
    local: NDArray[np.bool_]

    def rows(self, places: Ints) -> "Wording":
        """The same of some keywords."""
        return Wording(
            self.words[places],
            self.topics[places],
            self.names[places],
            self.meaning[places],
            self.intents[places],
            self.local[places],
        )


def wording_of(
    texts: Sequence[str], intents: Ints, local: NDArray[np.bool_], language: str
) -> Wording:
    """The wording of n keywords. Cost: linear, and the most used words once with each other."""
    words, holds = word_table(texts)
    holds.data[:] = 1
    stem_index: dict[str, int] = {}
    stem = np.array(
        [stem_index.setdefault(stems(word, language)[0], len(stem_index)) for word in words],
        dtype=np.int64,
    )
    frame = np.array([is_frame(word, language) for word in words], dtype=bool)
    to_stem = sparse.csr_matrix(
        (np.ones(len(words)), (np.arange(len(words)), stem)), shape=(len(words), len(stem_index))
    )
    used = np.asarray((holds @ to_stem > 0).sum(axis=0)).ravel()
    rarity = np.log1p(len(texts) / np.maximum(used[stem], 1)) if words else np.zeros(0)
    weight = np.where(frame, FRAME_WEIGHT, 1.0)
    vectors = word_vectors(words, language)
    meaning = text_vectors(holds, vectors * (weight * np.sqrt(rarity))[:, None])
    meaning -= _middle(meaning)
    beside = _beside(texts, words, frame, language)
    placed = (holds - (1.0 - BESIDE_WEIGHT) * holds.multiply(beside)).tocsr()
    topical = placed @ sparse.diags(np.where(frame, 0.0, rarity)) @ to_stem
    # What says nothing but frame words is about these.
    bare = np.asarray(topical.sum(axis=1)).ravel() == 0
    topical = topical + sparse.diags(bare.astype(float)) @ holds @ sparse.diags(rarity) @ to_stem
    of_stem = unit_rows(np.asarray(to_stem.T @ vectors, dtype=np.float32))
    near = _near(of_stem, used)
    return Wording(
        words=_unit(holds @ sparse.diags(weight * rarity) @ to_stem),
        topics=_bounded(_unit(topical + NEAR_SHARE * (topical @ near))),
        names=_unit(topical),
        meaning=unit_rows(meaning, into=meaning),
        intents=intents,
        local=local,
    )


def alike(wording: Wording) -> sparse.csr_matrix:
    """How alike keywords are by wording, 0-1.

    Parameters: `wording` of n keywords. Returns: (n, n) sparse and symmetric with an empty
    diagonal, entries of at least `LEAST_ALIKE`. Formula: half the cosine of rarity-weighted stems,
    half that of what the words mean about the mean of all keywords (without a table of meaning the
    stems alone), less where intent or place differ; nothing where the topics, without frame words
    and with near words, are less alike than `LEAST_TOPIC`. Raises: nothing. Cost: keywords a word,
    bounded: a word in very many keywords makes no neighbours by itself."""
    n = wording.words.shape[0]
    blocks = []
    for start in range(0, n, _CHUNK):
        places = np.arange(start, min(start + _CHUNK, n))
        block = between(wording.rows(places), wording).tocoo()
        apart = block.col != block.row + start
        entries = (block.data[apart], (block.row[apart], block.col[apart]))
        blocks.append(sparse.csr_matrix(entries, shape=block.shape))
    return sparse.vstack(blocks, format="csr") if blocks else sparse.csr_matrix((0, 0))


def between(asking: Wording, there: Wording) -> sparse.csr_matrix:
    """(m, n) how alike some keywords are to others, as `alike`."""
    product = (asking.topics @ there.topics.T).tocoo()
    enough = product.data >= LEAST_TOPIC
    row, column = product.row[enough], product.col[enough]
    value = np.asarray(asking.words[row].multiply(there.words[column]).sum(axis=1)).ravel()
    if there.meaning.shape[1]:
        meant = np.einsum("ij,ij->i", asking.meaning[row], there.meaning[column])
        value = (value + meant) / 2
    value = value * np.where(asking.intents[row] == there.intents[column], 1.0, OTHER_WANT)
    value = value * np.where(asking.local[row] == there.local[column], 1.0, OTHER_PLACE)
    says = value >= LEAST_ALIKE
    return sparse.csr_matrix((value[says], (row[says], column[says])), shape=product.shape)


def _beside(
    texts: Sequence[str], words: Sequence[str], frame: NDArray[np.bool_], language: str
) -> sparse.csr_matrix:
    """(n, words) 1 where a word stands in a keyword only behind a preposition that follows what the
    keyword is about."""
    number = {word: place for place, word in enumerate(words)}
    known = language_named(language)
    splitting, doing = known.beside, known.doing
    rows: list[int] = []
    columns: list[int] = []
    for row, text in enumerate(texts):
        said = tokens(text)
        if splitting.isdisjoint(said) and doing.isdisjoint(said):
            continue
        names_topic, behind = False, False
        before: set[int] = set()
        after: set[int] = set()
        for previous, word in pairwise(["", *said]):
            place = number[word]
            if word in splitting:
                behind = behind or names_topic
            elif previous in doing and not frame[place]:
                # "how to clean a kettle" is about kettles.
                after.add(place)
            else:
                names_topic = names_topic or not frame[place]
                (after if behind else before).add(place)
        for place in after - before:
            rows.append(row)
            columns.append(place)
    entries = (np.ones(len(rows)), (rows, columns))
    return sparse.csr_matrix(entries, shape=(len(texts), len(words)))


def same_names(asking: Wording, there: Wording, row: Ints, column: Ints) -> NDArray[np.float64]:
    """How much of what an asking keyword names stands in the other, 0-1: (p,) of the p pairs at
    `row` and `column`."""
    asked = asking.names[row]
    shared = asked.multiply(asked).multiply(there.names[column] > 0)
    return np.asarray(shared.sum(axis=1), dtype=np.float64).ravel()


def _bounded(topics: sparse.csr_matrix) -> sparse.csr_matrix:
    often = np.diff(topics.tocsc().indptr)
    keep = often <= max(MOST_KEYWORDS_A_WORD, 0.02 * topics.shape[0])
    bounded = (topics @ sparse.diags(keep.astype(float))).astype(np.float32).tocsr()
    bounded.eliminate_zeros()
    return bounded


def _middle(vectors: NDArray[np.float32]) -> NDArray[np.float32]:
    """What all keywords of a project mean together, which tells none from another; less of it where
    they are few, for then it is theirs and not the project's."""
    n = len(vectors)
    return np.asarray(vectors.sum(axis=0) / (n + FEW), dtype=np.float32)


def _near(vectors: NDArray[np.float32], used: Ints) -> sparse.csr_matrix:
    """(stems, stems) how near words are to each other, none to itself."""
    count = len(vectors)
    if not count or not vectors.shape[1]:
        return sparse.csr_matrix((count, count))
    chosen = np.sort(np.argsort(-used, kind="stable")[:WORDS_COMPARED])
    among = vectors[chosen]
    entries: list[tuple[NDArray[np.float32], Ints, Ints]] = []
    for start in range(0, len(chosen), _WORDS_AT_A_TIME):
        cosine = among[start : start + _WORDS_AT_A_TIME] @ among.T
        rows = np.arange(len(cosine))
        cosine[rows, rows + start] = 0
        # Few are near: those are found first, and each word's nearest are picked among them.
        at, other = np.nonzero(cosine >= NEAR_WORDS)
        value = cosine[at, other]
        order = np.lexsort((other, -value, at))
        at, other, value = at[order], other[order], value[order]
        nth = np.arange(len(at)) - np.searchsorted(at, at)
        best = nth < MOST_NEAR
        entries.append((value[best], chosen[at[best] + start], chosen[other[best]]))
    data, rows, columns = (np.concatenate(part) for part in zip(*entries, strict=True))
    return sparse.csr_matrix((data, (rows, columns)), shape=(count, count))


def _unit(matrix: sparse.csr_matrix) -> sparse.csr_matrix:
    length = np.sqrt(np.asarray(matrix.multiply(matrix).sum(axis=1)).ravel())
    scale = np.divide(1.0, length, out=np.zeros_like(length), where=length > 0)
    return (sparse.diags(scale) @ matrix).tocsr()
