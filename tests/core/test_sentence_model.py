"""The sentence models: what is near, how vectors are kept, what happens where there are none."""

from pathlib import Path

import numpy as np
import pytest

from bunraku.core.cluster.served_places import without_places
from bunraku.core.languages import LANGUAGES
from bunraku.core.text import sentence_model as models
from bunraku.core.text.sentence_model import WIDTH, packed, sentence_model, unpacked


@pytest.mark.parametrize(
    ("language", "texts"),
    [
        ("en", ["how to stop ringing in ears", "tinnitus cure", "tie dye kit"]),
        ("de", ["lastenrad mieten", "lastenfahrrad ausleihen", "sauerteig füttern"]),
        ("fr", ["tarif plombier", "combien coûte un plombier", "courir en hiver"]),
        ("es", ["desatascar inodoro", "váter atascado", "vestido de novia"]),
        ("it", ["il rubinetto gocciola", "rubinetto che perde", "abito da sposa"]),
        ("nl", ["bakfiets huren", "bakfiets lenen", "wat helpt tegen slakken"]),
        ("pt", ["alugar bicicleta", "aluguer de bicicletas", "vestido de noiva"]),
    ],
)
def test_phrases_that_mean_the_same_are_near(language: str, texts: list[str]) -> None:
    model = sentence_model(language)
    vectors = model.vectors(texts)
    assert vectors.shape == (3, WIDTH)
    assert np.linalg.norm(vectors, axis=1) == pytest.approx(1, abs=1e-4)
    near, far = vectors[0] @ vectors[1], vectors[0] @ vectors[2]
    assert near > far + 0.02


def test_every_language_has_a_model() -> None:
    assert all(models.has_sentence_model(language) for language in LANGUAGES)


def test_any_text_has_a_vector() -> None:
    odd = ["", " ", "🦊", "ظهر", "a" * 200, "word " * 200, "\x00", "ﬁ ½ ℃"]
    for language in ("en", "de"):
        model = sentence_model(language)
        assert np.isfinite(model.vectors(odd)).all()
        assert model.vectors([]).shape == (0, WIDTH)


def test_a_text_has_the_same_vector_among_others() -> None:
    model = sentence_model("en")
    alone = model.vectors(["piano tuner"])
    among = model.vectors(["piano tuner", *(f"piano tuner for a {n} year old" for n in range(40))])
    # Eight bits are fitted to what is read at once.
    assert alone[0] @ among[0] > 0.99


def test_vectors_are_kept_in_eight_bits() -> None:
    chance = np.random.default_rng(1)
    vectors = chance.normal(size=(50, WIDTH)).astype(np.float32)
    vectors /= np.linalg.norm(vectors, axis=1, keepdims=True)
    kept = packed(vectors)
    assert {len(each) for each in kept} == {WIDTH}
    back = unpacked(kept)
    assert np.einsum("ij,ij->i", vectors, back).min() > 0.999
    assert packed(back) == kept
    assert not unpacked(packed(np.zeros((1, WIDTH), dtype=np.float32))).any()
    assert unpacked([]).shape == (0, WIDTH)


def test_a_file_that_is_not_the_model_is_no_model(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(models, "_FOLDER", tmp_path)
    with pytest.raises(OSError, match=r"english\.onnx"):
        sentence_model("en")
    (tmp_path / "several.onnx").write_text("stands for a large file")
    assert not models.has_sentence_model("de")


@pytest.mark.parametrize(
    ("language", "text", "said", "place"),
    [
        ("en", "chimney sweeps in Tennick", "chimney sweeps", 2),
        ("en", "marlbury chimney sweep cost", "chimney sweep cost", 1),
        ("en", "Marlbury", "Marlbury", 1),
        ("en", "marlburyshire sweep", "marlburyshire sweep", 0),
        ("en", "chimney sweep", "chimney sweep", 0),
        ("de", "schornsteinfeger in mühlrode", "schornsteinfeger", 3),
        ("fr", "ramoneur à saint-orlan prix", "ramoneur prix", 4),
    ],
)
def test_a_served_place_is_read_apart(language: str, text: str, said: str, place: int) -> None:
    places = ["Marlbury", "tennick", "Mühlrode", "Saint-Orlan", "Mühlrode"]
    texts, which = without_places([text], places, language)
    assert (texts, which.tolist()) == ([said], [place])


def test_a_project_without_places_has_none() -> None:
    texts, which = without_places(["Sweep in Marlbury"], [""], "en")
    assert (texts, which.tolist()) == (["Sweep in Marlbury"], [0])
