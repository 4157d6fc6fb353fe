"""Learning the intent models from the labelled phrases, and keeping them as files that ship: to be
run when the phrases or what reads them have changed (`make words`)."""

import hashlib
import tokenize
from collections.abc import Sequence
from io import BytesIO
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from bunraku.core.languages import LANGUAGES, language_named, phrases_of
from bunraku.core.text.labelled_phrases import INTENTS, Subject, labelled_subjects
from bunraku.core.weigh.intent_model import (
    LOCAL,
    MEAN,
    OUTPUTS,
    SLOTS,
    IntentModel,
    feature_table,
    neighbours,
    shape_features,
)
from bunraku.core.weigh.intent_models import model_file
from bunraku.core.weigh.intent_words import (
    Parted,
    Vocabulary,
    meaning_features,
    named,
    part,
    spelling_features,
    stem_of,
)

Floats = NDArray[np.float64]

PENALTY = 1.0
"""Inverse of the penalty on large weights (C of the regression), chosen on subjects left out."""
LEAST_WEIGHT = 1e-3
"""Weights below this are left away: they decide nothing and take room."""
_FOLDER = Path(__file__).parent
_LAYOUT = frozenset(
    [
        *(tokenize.ENCODING, tokenize.COMMENT, tokenize.NL, tokenize.NEWLINE),
        *(tokenize.INDENT, tokenize.DEDENT, tokenize.ENDMARKER),
    ]
)
_MADE_OF = (
    *("intent_model.py", "intent_words.py", "intent_training.py"),
    *("../text/labelled_phrases.py", "../text/meaning.npz"),
    *(f"../languages/{code}/phrases.txt" for code in LANGUAGES if phrases_of(code)),
)


def build_models() -> list[Path]:
    """Learn every model and keep it as a file. Returns: the files."""
    return [_keep(train(labelled_subjects(code), code)) for code in LANGUAGES if phrases_of(code)]


def made_of() -> str:
    """A fingerprint of everything that a model is made of: with another one, a model that was kept
    is stale. What the code says to people, and how it is laid out, is not a part of it."""
    digest = hashlib.blake2b(digest_size=16)
    for name in _MADE_OF:
        content = (_FOLDER / name).read_bytes()
        digest.update(_program(content) if name.endswith(".py") else content)
    for known in map(language_named, LANGUAGES):
        words = (known.stemmer, known.same, sorted(known.around), sorted(known.either))
        digest.update(repr(words).encode())
    return digest.hexdigest()


def _program(content: bytes) -> bytes:
    """A module's tokens without comments, layout and docstrings."""
    kept: list[str] = []
    begins = True
    for token in tokenize.tokenize(BytesIO(content).readline):
        if token.type in _LAYOUT:
            begins = begins or token.type in (tokenize.NEWLINE, tokenize.INDENT)
            continue
        if not (begins and token.type == tokenize.STRING):
            kept.append(token.string)
        begins = False
    return "".join(kept).encode()


def _keep(model: IntentModel) -> Path:
    arrays: dict[str, Any] = {
        "made_of": np.array(made_of()),
        "shape": model.shape,
        "constant": model.constant,
    }
    arrays["spelled names"] = np.array(list(model.spelled), dtype=np.str_)
    arrays["spelled"] = np.array(list(model.spelled.values()), dtype=np.float32)
    arrays["pairs names"] = np.array(list(model.pairs), dtype=np.str_)
    arrays["pairs"] = np.array(list(model.pairs.values()), dtype=np.float32)
    for slot, rows in model.meant.items():
        arrays[f"meant {slot}"] = rows
    path = model_file(model.language)
    # Put in place whole, for others may be reading it.
    beside = path.with_suffix(".new.npz")
    np.savez_compressed(beside, **arrays)
    return beside.replace(path)


def train(subjects: Sequence[Subject], language: str) -> IntentModel:
    """Learn from labelled phrases.

    Parameters: `subjects`; `language`. Returns: the model, the same for the same phrases. Raises:
    `ValueError` for fewer than two intents. Cost: some seconds for 2,000 phrases. Source:
    scikit-learn's LogisticRegression."""
    # The library takes two seconds to load, which only whoever trains should wait for.
    from sklearn.linear_model import LogisticRegression

    design = _Design(subjects, language)
    likeliest = [INTENTS.index(phrase.intents[0]) for phrase in design.phrases]
    told = np.array([phrase.local is not None for phrase in design.phrases])
    local = np.array([bool(phrase.local) for phrase in design.phrases])
    weights = np.zeros((OUTPUTS, design.matrix.shape[1]))
    constant = np.zeros(OUTPUTS)
    fitted = LogisticRegression(C=PENALTY, max_iter=500).fit(design.matrix, likeliest)
    weights[fitted.classes_], constant[fitted.classes_] = fitted.coef_, fitted.intercept_
    fitted = LogisticRegression(C=PENALTY, max_iter=500).fit(design.matrix[told], local[told])
    weights[LOCAL], constant[LOCAL] = fitted.coef_[0], fitted.intercept_[0]
    return design.model(weights.T, constant)


class _Design:
    """The features of labelled phrases as a matrix, and the way back from weights to a model."""

    def __init__(self, subjects: Sequence[Subject], language: str) -> None:
        self.language = language
        self.phrases = [phrase for subject in subjects for phrase in subject.phrases]
        vocabulary = Vocabulary(language)
        parts = [
            part([p.text for p in s.phrases], vocabulary, named(s.places, s.rivals))
            for s in subjects
        ]
        parted = _joined(parts)
        words = vocabulary.words
        self.names: list[tuple[str, str]] = []
        spelled, columns = feature_table(spelling_features(words, language))
        meant = sparse.csr_matrix(meaning_features(words, language))
        blocks = []
        for slot in SLOTS:
            stands = _stands(parted, slot, len(words))
            blocks.append(stands @ spelled)
            self.names += [("spelled", f"{slot} {name}") for name in columns]
            if slot == "head" and meant.shape[1]:
                blocks.append(stands @ meant)
                self.names += [("meant", slot)] * meant.shape[1]
        if meant.shape[1]:
            blocks.append(_stands(parted, MEAN, len(words)) @ meant)
            self.names += [("meant", MEAN)] * meant.shape[1]
        pairs, pair_names = self._pairs(parted, words)
        blocks.append(pairs)
        self.names += [("pairs", name) for name in pair_names]
        shape = shape_features(parted, language, vocabulary)
        blocks.append(sparse.csr_matrix(shape))
        self.names += [("shape", "")] * shape.shape[1]
        self.matrix = sparse.hstack(blocks, format="csr")

    def _pairs(self, parted: Parted, words: list[str]) -> tuple[Any, list[str]]:
        kinds: dict[str, int] = {}
        code = np.array(
            [kinds.setdefault(stem_of(word, self.language), len(kinds)) for word in words]
        )
        edge = kinds.setdefault("", len(kinds))
        rows, pairs = neighbours(parted, code, edge, len(kinds))
        distinct, columns = np.unique(pairs, return_inverse=True)
        stems = list(kinds)
        names = [f"{stems[pair // len(kinds)]}\t{stems[pair % len(kinds)]}" for pair in distinct]
        shape = (len(parted.starts) - 1, len(distinct))
        return sparse.csr_matrix((np.ones(len(rows)), (rows, columns)), shape=shape), names

    def model(self, weights: Floats, constant: Floats) -> IntentModel:
        """The model of weights (features, outputs)."""
        spelled: dict[str, Floats] = {}
        pairs: dict[tuple[str, str], Floats] = {}
        meant: dict[str, list[Floats]] = {}
        shape: list[Floats] = []
        for (block, name), weight in zip(self.names, weights, strict=True):
            if block == "meant":
                meant.setdefault(name, []).append(weight)
            elif block == "shape":
                shape.append(weight)
            elif np.abs(weight).max() > LEAST_WEIGHT:
                if block == "pairs":
                    first, _, second = name.partition("\t")
                    pairs[first, second] = weight
                else:
                    slot, _, feature = name.partition(" ")
                    kept = spelled.setdefault(feature, np.zeros((len(SLOTS), OUTPUTS)))
                    kept[SLOTS.index(slot)] = weight
        as_arrays = {slot: np.array(rows) for slot, rows in meant.items()}
        return IntentModel(self.language, spelled, as_arrays, pairs, np.array(shape), constant)


def _joined(parts: Sequence[Parted]) -> Parted:
    shifts = np.cumsum([0, *(len(p.flat) for p in parts)])
    starts = [p.starts[:-1] + s for p, s in zip(parts, shifts[:-1], strict=True)]
    return Parted(
        np.concatenate([p.flat for p in parts]),
        np.concatenate([*starts, shifts[-1:]]),
        np.concatenate([p.heads + s for p, s in zip(parts, shifts[:-1], strict=True)]),
        np.concatenate([p.either for p in parts]),
    )


def _stands(parted: Parted, slot: str, words: int) -> Any:
    """(n, words) how much each word stands in a slot of each keyword."""
    n = len(parted.starts) - 1
    if slot in ("any", MEAN):
        rows = np.repeat(np.arange(n), parted.lengths)
        each = np.ones(n) if slot == "any" else 1 / np.sqrt(parted.lengths)
        return sparse.csr_matrix((each[rows], (rows, parted.flat)), shape=(n, words))
    at = {"first": parted.starts[:-1], "last": parted.starts[1:] - 1, "head": parted.heads}[slot]
    return sparse.csr_matrix((np.ones(n), (np.arange(n), parted.flat[at])), shape=(n, words))


if __name__ == "__main__":
    build_models()
