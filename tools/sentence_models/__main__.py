"""Makes the sentence models that ship, as README.md says:

python -m tools.sentence_models ENGLISH_FOLDER SEVERAL_FILE
"""

import argparse
import tempfile
from pathlib import Path

from tools.sentence_models import graph, pieces, weights


def main() -> None:
    """Read the weights, write the graphs and what parts texts into pieces."""
    ask = argparse.ArgumentParser(description=__doc__)
    ask.add_argument("english", type=Path, help="folder with model.safetensors and vocab.txt")
    ask.add_argument("several", type=Path, help="the packed model of several languages")
    ask.add_argument("--to", type=Path, default=Path("bunraku/core/text/sentences"))
    given = ask.parse_args()
    english = weights.from_safetensors(given.english)
    several = pieces.of_our_languages(weights.from_four_bits(given.several))
    with tempfile.TemporaryDirectory() as scratch:
        graph.write(english, given.to / "english.onnx", Path(scratch))
        graph.write(several, given.to / "several.onnx", Path(scratch))
    pieces.of_words(english).save(str(given.to / "english.json"), pretty=False)
    pieces.likeliest(several).save(str(given.to / "several.json"), pretty=False)


if __name__ == "__main__":
    main()
