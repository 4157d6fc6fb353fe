"""What every channel must have, whichever channels there are."""

from typing import get_args

import numpy as np
import pytest

from bunraku.core.channels import (
    CHANNELS,
    FORMS,
    KINDS,
    PROFILES,
    ChannelId,
    ClusterFacts,
    FormId,
    KindId,
    channel_named,
    form_named,
)
from bunraku.core.write.checklist import RULES
from bunraku.sources.rehearsal.channels import SIDES

EACH = pytest.mark.parametrize("channel", CHANNELS)


def test_the_ids_are_those_of_the_types() -> None:
    assert tuple(CHANNELS) == get_args(ChannelId) == tuple(SIDES)
    assert tuple(FORMS) == get_args(FormId)
    assert tuple(KINDS) == get_args(KindId)
    assert len(PROFILES) == sum(len(form.profiles) for form in FORMS.values())


def test_what_there_is_not_raises() -> None:
    with pytest.raises(ValueError, match="radio"):
        channel_named("radio")
    with pytest.raises(ValueError, match="poem"):
        form_named("poem")


@EACH
def test_a_suggested_kind_is_one_of_the_channel(channel: str) -> None:
    known = channel_named(channel)
    for intents in ([], ["transactional"], ["commercial", "commercial"], ["informational"]):
        for local in (0.0, 1.0):
            found = known.suggest(ClusterFacts(intents, local, ["map"], 1))
            assert KINDS[found.kind] in known.kinds
            assert found.because
    assert known.home is None or KINDS[known.home] in known.kinds
    assert all(kind.channel == channel and kind.hours > 0 for kind in known.kinds)


@EACH
def test_strengths_rise_and_a_typical_piece_with_them(channel: str) -> None:
    known = channel_named(channel)
    levels = [level.standing for level in known.levels]
    assert levels == sorted(levels)
    assert len(levels) > 1
    assert levels[-1] <= known.ranking.most_standing
    pulls = known.ranking.typical_pull(np.array([*levels, np.nan]))
    assert (np.diff(pulls[:-1]) > 0).all()
    assert np.isnan(pulls[-1])


@EACH
def test_a_form_is_whole(channel: str) -> None:
    form = channel_named(channel).form
    names = {field.id for field in form.fields}
    assert {"title", "description"} <= names
    assert form.labels <= names
    for profile in form.profiles:
        assert profile.form == form.id
        assert {limit.field for limit in profile.limits} <= names - set(profile.left_out)
    for low, high in (form.title_characters, form.description_characters):
        assert 0 < low < high


def test_every_rule_applies_somewhere() -> None:
    for rule in RULES:
        assert any(form.has(*rule.needs) for form in FORMS.values()), rule.id
