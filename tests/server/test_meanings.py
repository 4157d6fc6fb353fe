"""What keywords mean is read once, kept, and read again where the text that is read has changed."""

from collections.abc import Sequence
from typing import Any

import numpy as np
import pytest

from bunraku.core.text.sentence_model import SentenceModel
from bunraku.server.cluster import meanings
from bunraku.server.cluster.models import Meaning
from bunraku.server.jobs.models import Job
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Keyword, Row
from tests.server.conftest import Api, last_job

pytestmark = pytest.mark.django_db

COSTS = "how much does a chimney sweep cost"
LISTED = [
    *("chimney sweep cost", COSTS, "chimney sweep prices", "chimney brush set"),
    *("chimney cleaning kit", "creosote remover spray", "bird nest in chimney"),
    *("chimney sweep marlbury", "chimney sweeps in tennick"),
]


@pytest.fixture
def read(monkeypatch: pytest.MonkeyPatch) -> list[str]:
    """Texts that the model read, in order."""
    texts: list[str] = []
    real = SentenceModel.vectors

    def vectors(model: SentenceModel, some: Any) -> Any:
        texts.extend(some)
        return real(model, some)

    monkeypatch.setattr(SentenceModel, "vectors", vectors)
    return texts


def listed(api: Api, keywords: Sequence[str]) -> None:
    """Import a list."""
    file = api.bring("keyword\n" + "\n".join(keywords))
    body = {"channel": "web", "mapping": file["mapping"], "heading": file["heading"]}
    api.post(f"/files/{file['id']}/import", body)


def clustered(api: Api, **more: Any) -> dict[str, set[str]]:
    """The clusters of a list, each by its first keyword."""
    api.post("/clustering", {"channel": "web", **more})
    groups: dict[int | None, set[str]] = {}
    for cluster, text in Row.objects.values_list("cluster", "text"):
        groups.setdefault(cluster, set()).add(text)
    return {min(texts): texts for texts in groups.values()}


def test_only_what_is_new_is_read(api: Api, project: Project, read: list[str]) -> None:
    listed(api, LISTED[:7])
    first = clustered(api)
    assert first["chimney sweep cost"] == {"chimney sweep cost", COSTS, "chimney sweep prices"}
    assert sorted(read) == sorted(LISTED[:7])
    assert Meaning.objects.count() == 7
    read.clear()
    listed(api, LISTED)
    clustered(api)
    assert sorted(read) == sorted(LISTED[7:])
    assert last_job(project, "cluster").result["moved"] == 0
    read.clear()
    clustered(api, afresh=True)
    assert not read


def test_another_place_is_read_anew_and_parts_its_keywords(
    api: Api, project: Project, read: list[str]
) -> None:
    listed(api, LISTED)
    clustered(api)
    read.clear()
    project.places = ["Marlbury", "Tennick"]
    project.save(update_fields=["places"])
    parted = clustered(api, afresh=True)
    assert sorted(read) == ["chimney sweep", "chimney sweeps"]
    assert parted["chimney sweep marlbury"] == {"chimney sweep marlbury"}
    assert parted["chimney sweeps in tennick"] == {"chimney sweeps in tennick"}


def test_a_run_that_is_stopped_keeps_what_was_read(
    api: Api, project: Project, read: list[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(meanings, "AT_ONCE", 2)
    listed(api, LISTED)
    real = meanings._read

    def stopping(*given: Any) -> Any:
        told = real(*given)
        Job.objects.filter(kind="cluster", state="running").update(stop_wanted=True)
        return told

    monkeypatch.setattr(meanings, "_read", stopping)
    api.post("/clustering", {"channel": "web"})
    assert last_job(project, "cluster").state == "stopped"
    assert Meaning.objects.count() == 2
    monkeypatch.setattr(meanings, "_read", real)
    read.clear()
    clustered(api)
    assert len(read) == len(LISTED) - 2


def test_a_keyword_that_is_gone_meanwhile_is_not_kept(
    api: Api, project: Project, monkeypatch: pytest.MonkeyPatch
) -> None:
    listed(api, ["piano tuner", "piano tuning cost"])
    real = SentenceModel.vectors

    def vectors(model: SentenceModel, some: Any) -> Any:
        Keyword.objects.filter(text="piano tuner").delete()
        return real(model, some)

    monkeypatch.setattr(SentenceModel, "vectors", vectors)
    api.post("/clustering", {"channel": "web"})
    assert list(Meaning.objects.values_list("text", flat=True)) == ["piano tuning cost"]


def test_without_a_model_words_tell(api: Api, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(meanings, "has_sentence_model", lambda language: False)
    listed(api, ["piano tuner", "piano tuners", "tie dye kit"])
    told = clustered(api)
    assert told["piano tuner"] == {"piano tuner", "piano tuners"}
    assert not Meaning.objects.exists()


def test_another_strictness_is_shown_as_it_will_be(api: Api, project: Project) -> None:
    listed(api, LISTED)
    clustered(api)
    shown = api.post("/clustering/preview", {"channel": "web", "strictness": 3.0})
    clustered(api, afresh=True, strictness=3.0)
    told = last_job(project, "cluster").result
    assert shown["after"] == {"several": told["several"], "alone": told["alone"]}


def test_vectors_are_as_long_as_the_model_says(api: Api) -> None:
    listed(api, ["piano tuner"])
    clustered(api)
    kept = Meaning.objects.get()
    assert kept.model == "english"
    vector = np.frombuffer(bytes(kept.vector), dtype=np.int8)
    assert np.abs(vector.astype(int)).max() == 127
