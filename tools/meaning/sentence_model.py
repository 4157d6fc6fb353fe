"""A small sentence model run by numpy: vectors of texts from the weights that a package carries."""

import json
import struct
import unicodedata
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray
from scipy.special import erf

Floats = NDArray[np.float32]
LAYERS, HEADS, WIDTH = 6, 12, 384
LONGEST = 62
"""Pieces of a text that are looked at: search phrases are far shorter."""


class SentenceModel:
    """The model in a folder with `model.safetensors` and `vocab.txt` (six layers, 384 wide)."""

    def __init__(self, folder: Path) -> None:
        raw = (folder / "model.safetensors").read_bytes()
        size = struct.unpack("<Q", raw[:8])[0]
        self._weights: dict[str, Floats] = {}
        for name, entry in json.loads(raw[8 : 8 + size]).items():
            if name != "__metadata__" and entry["dtype"] in ("F32", "F16"):
                kind = np.float32 if entry["dtype"] == "F32" else np.float16
                begin, end = entry["data_offsets"]
                part = np.frombuffer(raw[8 + size + begin : 8 + size + end], dtype=kind)
                self._weights[name] = part.reshape(entry["shape"]).astype(np.float32)
        words = (folder / "vocab.txt").read_text("utf-8").split("\n")
        self.pieces = {word: number for number, word in enumerate(words)}

    def vectors(self, texts: list[str], batch: int = 128) -> Floats:
        """(n, 384) unit vectors of texts."""
        parted = [self._parted(text) for text in texts]
        order = sorted(range(len(parted)), key=lambda number: len(parted[number]))
        out = np.zeros((len(parted), WIDTH), dtype=np.float32)
        for start in range(0, len(order), batch):
            some = order[start : start + batch]
            longest = max(len(parted[number]) for number in some) + 2
            ids = np.zeros((len(some), longest), dtype=np.int64)
            there = np.zeros((len(some), longest), dtype=np.float32)
            for row, number in enumerate(some):
                whole = [self.pieces["[CLS]"], *parted[number], self.pieces["[SEP]"]]
                ids[row, : len(whole)], there[row, : len(whole)] = whole, 1
            out[some] = self._encoded(ids, there)
        return out

    def _parted(self, text: str) -> list[int]:
        plain = unicodedata.normalize("NFD", text.lower())
        kept = (char for char in plain if not unicodedata.combining(char))
        spaced = "".join(char if char.isalnum() else f" {char} " for char in kept)
        return [piece for word in spaced.split() for piece in self._pieces_of(word)][:LONGEST]

    def _pieces_of(self, word: str) -> list[int]:
        out: list[int] = []
        start = 0
        while start < len(word):
            for end in range(len(word), start, -1):
                piece = ("##" if start else "") + word[start:end]
                if piece in self.pieces:
                    out.append(self.pieces[piece])
                    start = end
                    break
            else:
                return [self.pieces["[UNK]"]]
        return out

    def _encoded(self, ids: NDArray[np.int64], there: Floats) -> Floats:
        get = self._weights.__getitem__
        rows, length = ids.shape
        state = get("embeddings.word_embeddings.weight")[ids]
        state = state + get("embeddings.position_embeddings.weight")[:length]
        state = self._normed(
            state + get("embeddings.token_type_embeddings.weight")[0], "embeddings.LayerNorm"
        ).reshape(-1, WIDTH)
        hidden = (1 - there)[:, None, None, :] * -1e4
        shape = (rows, length, HEADS, WIDTH // HEADS)
        for layer in range(LAYERS):
            at = f"encoder.layer.{layer}."
            query, key, value = (
                self._linear(state, f"{at}attention.self.{name}")
                .reshape(shape)
                .transpose(0, 2, 1, 3)
                for name in ("query", "key", "value")
            )
            score = query @ key.transpose(0, 1, 3, 2) / np.float32((WIDTH / HEADS) ** 0.5) + hidden
            score = np.exp(score - score.max(axis=-1, keepdims=True))
            score /= score.sum(axis=-1, keepdims=True)
            seen = (score @ value).transpose(0, 2, 1, 3).reshape(-1, WIDTH)
            mixed = state + self._linear(seen, f"{at}attention.output.dense")
            state = self._normed(mixed, f"{at}attention.output.LayerNorm")
            inner = self._linear(state, f"{at}intermediate.dense")
            inner = inner * 0.5 * (1 + erf(inner * 0.5**0.5).astype(np.float32))
            mixed = state + self._linear(inner, f"{at}output.dense")
            state = self._normed(mixed, f"{at}output.LayerNorm")
        whole = state.reshape(rows, length, WIDTH) * there[:, :, None]
        mean = whole.sum(axis=1) / there.sum(axis=1, keepdims=True)
        return np.asarray(mean / np.linalg.norm(mean, axis=1, keepdims=True), dtype=np.float32)

    def _linear(self, state: Any, name: str) -> Any:
        return state @ self._weights[f"{name}.weight"].T + self._weights[f"{name}.bias"]

    def _normed(self, state: Any, name: str) -> Any:
        about = state - state.mean(axis=-1, keepdims=True)
        spread = np.sqrt((about**2).mean(axis=-1, keepdims=True) + 1e-12)
        return about / spread * self._weights[f"{name}.weight"] + self._weights[f"{name}.bias"]
