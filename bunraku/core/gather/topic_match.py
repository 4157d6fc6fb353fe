"""Fit: how close a keyword is to what the project is about, by the meaning of its words and the
company it keeps."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy.special import expit

from bunraku.core.languages import language_named
from bunraku.core.text.compounds import shares_a_part
from bunraku.core.text.frames import is_frame
from bunraku.core.text.known_words import frequencies
from bunraku.core.text.labelled_phrases import labelled_subjects
from bunraku.core.text.meaning import text_vectors, unit_rows, width, word_vectors
from bunraku.core.text.normalise import identity_key
from bunraku.core.text.stem_table import StemTable, stem_table
from bunraku.core.text.tokens import content_stems, stems, tokens
from bunraku.core.text.word_table import word_table

Floats = NDArray[np.float64]
Vectors = NDArray[np.float32]

FLOOR = 0.1
"""Fit of a keyword that is no nearer than an everyday phrase on anything: it was gathered, so it is
not nothing."""
COMPANY = 40
"""Keywords that make a company: fewer cannot vouch for each other."""
FEW = 3
"""Keywords that what the project says of itself counts as, beside those that it has."""
FRAME_WEIGHT = 0.4
"""What a frame word counts beside a word that names a topic."""
RARITY_POWER = 0.4
"""How much more a rare word counts than a common one."""
OF_NEARNESS, OF_COMPANY, OF_WORDS, CONSTANT = 1.1, 2.0, 0.85, -1.9
"""Log-odds that a keyword is of the project: a point of cosine with what it says of itself, of ln
(company kept here to company kept among everyday phrases), of the share of words that it uses
itself. Logistic regression on 40 projects of ours, much the same whichever is left out."""
WITHOUT_TABLE = (4.0, -2.0)
"""Log-odds from the share of words alone, where a language has no table: even at half."""
OWN_WORD = 0.2
"""Log-odds where, without a table, a keyword has a word of the project's own, whatever else."""
LEAST_KNOWN = 0.2
"""Share of a keyword's weight whose meaning must be known for meaning to have a say."""
EVEN = 0.5
"""Fit from which a keyword is more of the project than not."""
NEAR = 0.35
"""Cosine from which a word is told to be near another one."""
_RAREST = 1e-8
_LEAST = 1e-4
"""Company below this is none."""


def fit_to_project(texts: Sequence[str], about: Sequence[str], language: str) -> Floats:
    """Fit: how surely a keyword is of what the project is about, 0-1.

    Parameters: `texts`, n keywords; `about`, what the project says of itself and its seeds;
    `language`, two letters. Returns: (n,) in [`FLOOR`, 1]; all 1 when `about` holds no word that
    names a topic, because nothing is known then; 1 for a seed itself. Formula: logistic in the mean
    cosine of its meaning with the two nearest things the project says, in ln of how much alike it
    is to the project's other keywords against everyday phrases on many subjects, and in the share
    of its rare words that the project uses; where the table knows hardly any of its words, in that
    share alone, from even upwards. In a language without a table in that share too, and above even
    where one of its words is the project's own, alone or within a longer one, and no mere offer. A
    word that the table does not know and the project says itself means what the project is about:
    many a subject has a word of its own. A keyword of frame words alone fits nobody. Raises:
    nothing. Cost: linear; 100,000 in some two seconds."""
    table = stem_table(texts, language)
    by_words = _by_words(table, about, language)
    if by_words is None:
        return np.ones(len(texts))
    generic = np.isnan(by_words)
    by_words = np.nan_to_num(by_words)
    slope, constant = WITHOUT_TABLE
    odds = slope * by_words + constant
    if not width(language):
        is_own = _own_words(about, language)
        told = np.array([any(map(is_own, tokens(text))) for text in texts], dtype=np.bool_)
        odds = np.where(told, np.maximum(odds, OWN_WORD + by_words), odds)
    elif len(texts):
        own = _of_ones_own(about, language)
        vectors, known = _vectors(texts, language, own)
        around, _ = _vectors(list(own.said), language, own)
        by_meaning = _odds_by_meaning(vectors, around, _everyday(language), by_words)
        # Of what nobody knows nothing speaks against it.
        odds = np.where(known > LEAST_KNOWN, by_meaning, slope * by_words)
    odds = np.where(generic, constant, odds)
    said = {identity_key(text) for text in about}
    fit = np.where([identity_key(text) in said for text in texts], 1.0, expit(odds))
    return np.asarray(FLOOR + (1 - FLOOR) * fit, dtype=np.float64)


@dataclass(frozen=True)
class _Own:
    """What the project says of itself: its topical words, thing by thing; their stems; what they
    mean together (None where none is known)."""

    said: tuple[str, ...]
    stems: frozenset[str]
    meaning: Vectors | None


def _of_ones_own(about: Sequence[str], language: str) -> _Own:
    topical = [_topic_words(text, language) for text in about]
    said = tuple(" ".join(word for word, _ in words) for words in topical if words)
    around, _ = _vectors(said, language)
    together = around.sum(axis=0, keepdims=True)
    meaning = unit_rows(together)[0] if together.any() else None
    return _Own(said, frozenset(stem for words in topical for _, stem in words), meaning)


def _odds_by_meaning(
    vectors: Vectors, around: Vectors, everyday: Vectors, by_words: Floats
) -> Floats:
    cosine = vectors @ around.T
    nearness = -np.partition(-cosine, min(1, cosine.shape[1] - 1), axis=1)[:, :2].mean(axis=1)
    itself = (vectors**2).sum(axis=1)
    own = (cosine**2).mean(axis=1)
    # Nobody is company to himself.
    here = (_squared_cosines(vectors, vectors) - itself + FEW * own) / (
        max(len(vectors) - 1, COMPANY) + FEW
    )
    elsewhere = _squared_cosines(vectors, everyday) / len(everyday)
    gain = np.clip(np.log((np.maximum(here, 0) + _LEAST) / (elsewhere + _LEAST)), -3, 5)
    odds = OF_NEARNESS * nearness + OF_COMPANY * gain + OF_WORDS * by_words + CONSTANT
    return np.asarray(odds, dtype=np.float64)


def _squared_cosines(vectors: Vectors, others: Vectors) -> Vectors:
    """(n,) the sum of squared cosines of each with all others, by their second moments: linear,
    however many there are."""
    moments = others.T @ others
    return np.asarray(((vectors @ moments) * vectors).sum(axis=1), dtype=np.float32)


def explain_fit(text: str, fit: float, about: Sequence[str], language: str) -> list[str]:
    """What decides how well a keyword fits, as clauses for people.

    Parameters: as `fit_to_project`, of one keyword, and its `fit`. Returns: the words that the
    project uses itself and those whose meaning is near to one of its words; where it hardly fits,
    those that lead away or are not known; that it is alike to the other keywords where nothing else
    speaks for it; that no word names a topic. Raises: nothing."""
    words = _topic_words(text, language)
    if not words:
        return ["no word of it names a topic"]
    own = {stem: word for said in about for word, stem in _topic_words(said, language)}
    names = list(own.values())
    theirs = unit_rows(word_vectors(names, language))
    is_own = _own_words(about, language) if not width(language) else own.__contains__
    speaks, leads = [], []
    for word, stem in words:
        mine = unit_rows(word_vectors([word], language))
        cosine = (mine @ theirs.T)[0]
        best = int(cosine.argmax()) if len(cosine) else 0
        if stem in own:
            speaks.append(f"“{word}” is a word of yours")
        elif is_own(word):
            speaks.append(f"“{word}” is written with a word of yours")
        elif not names or not mine.any():
            leads.append(f"“{word}” is not known here")
        elif cosine[best] >= NEAR:
            speaks.append(f"“{word}” is near to “{names[best]}”")
        else:
            leads.append(f"“{word}” is far from what you say of yourself")
    if fit < EVEN:
        return [*speaks, *leads]
    return speaks or ["it is alike to your other keywords"]


def _topic_words(text: str, language: str) -> list[tuple[str, str]]:
    """Words of a text that name a topic, with their stems."""
    meant = set(content_stems(text, language))
    pairs = [(word, stems(word, language)[0]) for word in tokens(text)]
    return [(w, s) for w, s in pairs if s in meant and not is_frame(w, language)]


def _by_words(table: StemTable, about: Sequence[str], language: str) -> Floats | None:
    """(n,) the share of each keyword's topic stems, weighted by rarity, that `about` uses, NaN for
    a keyword without any; None where `about` holds none."""
    own = {stem for said in about for _, stem in _topic_words(said, language)}
    if not own:
        return None
    framed = {name for name in table.names if _is_framed(name, language)} - own
    framed |= {stems(word, language)[0] for word in language_named(language).offers}
    speaks = np.array([stem not in framed for stem in table.names], dtype=np.float64)
    shared = np.array([stem in own for stem in table.names], dtype=np.float64)
    weight = speaks * np.log1p(table.texts / np.maximum(table.texts_with(), 1))
    total = table.sums(weight)
    unknown = np.full(table.texts, np.nan)
    share = np.divide(table.sums(weight * shared), total, out=unknown, where=total > 0)
    return np.asarray(share, dtype=np.float64)


def _own_words(about: Sequence[str], language: str) -> Callable[[str], bool]:
    """Whether a word is one that the project says itself, written together with others or not, and
    no mere offer: what tells a topic in a language without a table."""
    offers = language_named(language).offers
    own = [pair for said in about for pair in _topic_words(said, language) if pair[0] not in offers]
    words = {word for word, _ in own}
    # The stemmer leaves the plural of some words as it is ("vélos").
    own_stems = {stem.removesuffix("s") for _, stem in own}
    known: dict[str, bool] = {}

    def is_own(word: str) -> bool:
        if word not in known:
            stem = stems(word, language)
            known[word] = word not in offers and (
                bool(stem and stem[0].removesuffix("s") in own_stems)
                or shares_a_part(word, words, language)
            )
        return known[word]

    return is_own


@lru_cache(maxsize=8)
def _framed_stems(language: str) -> frozenset[str]:
    words = language_named(language).frame_words
    return frozenset(stems(word, language)[0] for word in words)


def _is_framed(stem: str, language: str) -> bool:
    return is_frame(stem, language) or stem in _framed_stems(language)


def _vectors(
    texts: Sequence[str], language: str, own: _Own | None = None
) -> tuple[Vectors, Floats]:
    """(n, width) unit vectors of texts, rare and topical words counting more, those of one's `own`
    that are not known meaning what one is about; and (n,) the share of each text's weight whose
    meaning is known."""
    words, holds = word_table(texts)
    weight = np.array([_word_weight(word, language) for word in words])
    vectors = word_vectors(words, language)
    if own is not None and own.meaning is not None:
        unknown = np.flatnonzero(~vectors.any(axis=1)).tolist()
        mine = [place for place in unknown if own.stems & set(stems(words[place], language))]
        vectors[mine] = own.meaning
    total = np.asarray(holds @ weight).ravel() if words else np.zeros(len(texts))
    known = np.asarray(holds @ (weight * vectors.any(axis=1))).ravel() if words else total
    share = np.divide(known, total, out=np.zeros(len(texts)), where=total > 0)
    return text_vectors(holds, vectors * weight[:, None]), share


@lru_cache(maxsize=200_000)
def _word_weight(word: str, language: str) -> float:
    share = max(frequencies(language).get(word, _RAREST), _RAREST)
    rarity = np.log(share) / np.log(_RAREST)
    return float(rarity**RARITY_POWER) * (FRAME_WEIGHT if is_frame(word, language) else 1.0)


@lru_cache(maxsize=4)
def _everyday(language: str) -> Vectors:
    phrases = [p.text for s in labelled_subjects(language) for p in s.phrases]
    return _vectors(phrases, language)[0]
