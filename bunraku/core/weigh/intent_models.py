"""The learned intent models as they ship: one file a language, learned by `intent_training`."""

from functools import cache
from pathlib import Path
from typing import Any

import numpy as np

from bunraku.core.languages import phrases_of
from bunraku.core.weigh.intent_model import IntentModel


def model_file(language: str) -> Path:
    """Where the model of a language is kept."""
    return Path(__file__).parent / f"intent_{language}.npz"


@cache
def intent_model(language: str) -> IntentModel:
    """The model of a language; the English one where a language has no labelled phrases. Raises:
    `OSError` where its file is missing. Cost: some milliseconds, once a process."""
    code = language if phrases_of(language) else "en"
    with np.load(model_file(code), allow_pickle=False) as kept:
        return _as_model(code, kept)


def _as_model(language: str, kept: Any) -> IntentModel:
    spelled = dict(zip(kept["spelled names"].tolist(), kept["spelled"].astype(float), strict=True))
    names = [(first, second) for first, second in kept["pairs names"].tolist()]
    pairs = dict(zip(names, kept["pairs"].astype(float), strict=True))
    meant = {name.removeprefix("meant "): kept[name] for name in kept.files if name[:6] == "meant "}
    return IntentModel(language, spelled, meant, pairs, kept["shape"], kept["constant"])
