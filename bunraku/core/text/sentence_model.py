"""What whole phrases mean: a small sentence model that turns each into a vector."""

import os
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float32]

WIDTH = 384
"""Numbers of a vector."""
_FOLDER = Path(__file__).parent / "sentences"
_AT_ONCE = 32
"""Phrases in one call: of about the same length, so that little is filled up."""
_MOST_THREADS = 2
_LEAST_BYTES = 1_000_000
"""A file below this is a stand-in for the model, as some ways of copying a repository leave it."""


@dataclass(frozen=True)
class SentenceModel:
    """A model that is loaded: its `name`, what runs it and what parts texts into pieces."""

    name: str
    session: Any
    pieces: Any

    def vectors(self, texts: Sequence[str]) -> Floats:
        """(n, `WIDTH`) vectors of length 1: near each other where phrases mean the same.

        Parameters: `texts`, n phrases of up to some sixty pieces of words; what is longer is cut.
        Raises: nothing. Cost: linear; 1.4 s of one core for 1,000 phrases by the English model, 4 s
        by that of several languages. Source: Wang et al. (2020), MiniLM; Wang et al. (2024),
        multilingual E5; how they are made is in `tools/sentence_models/README.md`."""
        out = np.zeros((len(texts), WIDTH), dtype=np.float32)
        order = sorted(range(len(texts)), key=lambda row: len(texts[row]))
        for start in range(0, len(order), _AT_ONCE):
            rows = order[start : start + _AT_ONCE]
            parted = self.pieces.encode_batch([texts[row] for row in rows])
            ids = np.array([each.ids for each in parted], dtype=np.int64)
            there = np.array([each.attention_mask for each in parted], dtype=np.float32)
            out[rows] = self.session.run(None, {"ids": ids, "there": there})[0]
        return out


def model_name(language: str) -> str:
    """The model that reads a language: English has one of its own, a third as costly."""
    return "english" if language == "en" else "several"


def has_sentence_model(language: str) -> bool:
    """Whether the model of a language is there, which need not be loaded."""
    path = _file(model_name(language))
    return path.exists() and path.stat().st_size >= _LEAST_BYTES


def sentence_model(language: str) -> SentenceModel:
    """The model of a language. Raises: `OSError` where its file is not there. Cost: half a second,
    once a process; 60 to 150 MB of memory."""
    if not has_sentence_model(language):
        raise FileNotFoundError(_file(model_name(language)))
    return _loaded(model_name(language))


def _file(name: str) -> Path:
    return _FOLDER / f"{name}.onnx"


@cache
def _loaded(name: str) -> SentenceModel:
    path = _file(name)
    # Loaded where they are needed alone: they take more memory than all that a request needs.
    from onnxruntime import InferenceSession, SessionOptions
    from tokenizers import Tokenizer

    options = SessionOptions()
    options.intra_op_num_threads = min(_MOST_THREADS, os.cpu_count() or 1)
    options.inter_op_num_threads = 1
    session = InferenceSession(str(path), options, providers=["CPUExecutionProvider"])
    return SentenceModel(name, session, Tokenizer.from_file(str(path.with_suffix(".json"))))


def packed(vectors: Floats) -> list[bytes]:
    """Vectors of length 1 as they are kept: eight bits a number, by the greatest of each."""
    most = np.abs(vectors).max(axis=1, keepdims=True)
    scaled = np.divide(vectors * 127, most, out=np.zeros_like(vectors), where=most > 0)
    return [row.tobytes() for row in np.rint(scaled).astype(np.int8)]


def unpacked(kept: Sequence[bytes]) -> Floats:
    """(n, `WIDTH`) vectors of length 1 from what `packed` made of them."""
    whole = np.frombuffer(b"".join(kept), dtype=np.int8).reshape(-1, WIDTH).astype(np.float32)
    length = np.linalg.norm(whole, axis=1, keepdims=True)
    return np.divide(whole, length, out=whole, where=length > 0)
