"""`python -m tools.difficulty`: learn, and keep what was learned as the file that ships."""

import json

import numpy as np
from numpy.typing import NDArray
from sklearn.linear_model import Ridge

from bunraku.core.channels import CHANNEL_IDS
from bunraku.core.weigh.difficulty_signs import FILE, QUANTILES, SETS, features_of
from tools.difficulty.practice import Sample, draw
from tools.difficulty.subjects import LEARNED_FROM

Floats = NDArray[np.float64]

PENALTY = 3.0
KNOTS = 9
"""Scores at which difficulties are kept: the middles of so many equal shares of the keywords."""


def learn(sample: Sample, names: tuple[str, ...]) -> dict[str, object]:
    """Weights of some signs, and the difficulties of keywords by the score that these give."""
    features = features_of(sample.signs)
    matrix = np.stack([np.nan_to_num(features[name]) for name in names], axis=1)
    scale = matrix.std(axis=0) + 1e-9
    model = Ridge(alpha=PENALTY).fit(matrix / scale, sample.difficulty)
    score = model.predict(matrix / scale)
    shares = np.array_split(np.argsort(score, kind="stable"), KNOTS)
    told = np.array([np.quantile(sample.difficulty[share], QUANTILES) for share in shares])
    return {
        "weights": {
            name: round(float(weight), 4)
            for name, weight in zip(names, model.coef_ / scale, strict=True)
        },
        "intercept": round(float(model.intercept_), 3),
        "scores": [round(float(score[share].mean()), 2) for share in shares],
        # A keyword of a higher score is never told to be easier.
        "difficulties": np.maximum.accumulate(told, axis=0).round(1).tolist(),
    }


def main() -> None:
    """Learn each channel's models."""
    channels = {}
    for channel in CHANNEL_IDS:
        sample = draw(channel, LEARNED_FROM)
        channels[channel] = {name: learn(sample, signs) for name, signs in SETS.items()}
        print(f"{channel}: {len(sample.subjects):,} keywords")
    FILE.write_text(json.dumps({"channels": channels}, indent=1) + "\n", "utf-8")


if __name__ == "__main__":
    main()
