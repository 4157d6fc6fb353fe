"""Reads the weights and the pieces of text of a sentence model from the files of packages."""

import json
import struct
from dataclasses import dataclass
from itertools import pairwise
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float32]

_BLOCK = np.dtype([("scale", "<f2"), ("pairs", "u1", 16)])
"""Thirty-two weights of four bits each, with one scale."""
_TENSORS = {
    "q": "attention.self.query",
    "k": "attention.self.key",
    "v": "attention.self.value",
    "ao": "attention.output.dense",
    "aln": "attention.output.LayerNorm",
    "fi": "intermediate.dense",
    "fo": "output.dense",
    "oln": "output.LayerNorm",
}
_EMBEDDINGS = {
    "emb.word": "embeddings.word_embeddings.weight",
    "emb.pos": "embeddings.position_embeddings.weight",
    "emb.type": "embeddings.token_type_embeddings.weight",
    "emb.ln.w": "embeddings.LayerNorm.weight",
    "emb.ln.b": "embeddings.LayerNorm.bias",
}


@dataclass
class Weights:
    """Tensors by their usual names, the number of layers, and the pieces of text in order; those of
    a unigram vocabulary with the logarithm of their probability, else none."""

    tensors: dict[str, Floats]
    layers: int
    pieces: list[str]
    scores: list[float]


def from_safetensors(folder: Path) -> Weights:
    """The model in a folder with `model.safetensors` and `vocab.txt`."""
    raw = (folder / "model.safetensors").read_bytes()
    size = struct.unpack("<Q", raw[:8])[0]
    tensors: dict[str, Floats] = {}
    for name, entry in json.loads(raw[8 : 8 + size]).items():
        if name != "__metadata__" and entry["dtype"] in ("F32", "F16"):
            kind = np.float32 if entry["dtype"] == "F32" else np.float16
            begin, end = entry["data_offsets"]
            part = np.frombuffer(raw[8 + size + begin : 8 + size + end], dtype=kind)
            tensors[name] = part.reshape(entry["shape"]).astype(np.float32)
    pieces = (folder / "vocab.txt").read_text("utf-8").rstrip("\n").split("\n")
    return Weights(tensors, _layers(tensors), pieces, [])


def from_four_bits(path: Path) -> Weights:
    """The model in a packed file that starts with `E5S1`: a header, a unigram vocabulary, a map for
    normalising, then tensors, those of two dimensions with four bits a weight."""
    raw = path.read_bytes()
    if raw[:4] != b"E5S1":
        raise ValueError(f"{path} is not a packed model")
    width, _, _, _, words, _, _ = struct.unpack("<7i", raw[8:36])
    at = 44
    count, *_ = struct.unpack("<5i", raw[at : at + 20])
    (length,) = struct.unpack("<Q", raw[at + 20 : at + 28])
    at += 28
    ends = np.frombuffer(raw, "<u4", count + 1, at)
    at += 4 * (count + 1)
    scores = np.frombuffer(raw, "<f4", count, at)
    at += 4 * count
    text = raw[at : at + length]
    at += length
    (skipped,) = struct.unpack("<I", raw[at + 4 : at + 8])
    at += 8 + skipped
    pieces = [text[a:b].decode() for a, b in pairwise(ends.tolist())]
    (entries,) = struct.unpack("<i", raw[at : at + 4])
    at += 4
    tensors: dict[str, Floats] = {}
    for _ in range(entries):
        (named,) = struct.unpack("<H", raw[at : at + 2])
        name = raw[at + 2 : at + 2 + named].decode()
        at += 2 + named
        _, numbers, start, size = struct.unpack("<BIQQ", raw[at : at + 21])
        at += 21
        part = raw[start : start + size]
        flat = np.frombuffer(part, "<f4") if size == 4 * numbers else _four_bits(part)
        tensors[_named(name)] = flat[:numbers]
    for name, flat in tensors.items():
        if name.endswith("LayerNorm.weight") or not name.endswith("weight"):
            continue
        tensors[name] = flat.reshape(
            -1, 4 * width if "output.dense" in name and "attention" not in name else width
        )
    if tensors[_EMBEDDINGS["emb.word"]].shape != (words, width):
        raise ValueError(f"{path} has another shape than its header says")
    return Weights(tensors, _layers(tensors), pieces, scores.tolist())


def _four_bits(part: bytes) -> Floats:
    blocks = np.frombuffer(part, _BLOCK)
    low, high = blocks["pairs"] & 15, blocks["pairs"] >> 4
    levels = np.concatenate([low, high], axis=1).astype(np.float32) - 8
    return np.asarray((levels * blocks["scale"].astype(np.float32)[:, None]).ravel())


def _named(short: str) -> str:
    if short in _EMBEDDINGS:
        return _EMBEDDINGS[short]
    layer, part, kind = short.split(".")
    ending = "weight" if kind == "w" else "bias"
    return f"encoder.layer.{layer[1:]}.{_TENSORS[part]}.{ending}"


def _layers(tensors: dict[str, Floats]) -> int:
    return 1 + max(int(n.split(".")[2]) for n in tensors if n.startswith("encoder.layer."))
