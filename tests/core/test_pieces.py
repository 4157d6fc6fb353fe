"""What kind of piece a cluster asks for, its working title, and which one is the home page."""

import pytest

from bunraku.core.channels import KINDS, ClusterFacts, channel_named
from bunraku.core.plan.pieces import home_page

SASH = "Sash cords, pulleys and putty for old windows"


@pytest.mark.parametrize(
    ("channel", "intents", "local", "features", "places", "kind"),
    [
        ("video", ["transactional"], 1.0, ["map"], 3, "video"),
        ("marketplace", ["informational"], 0.0, [], 0, "listing"),
        ("web", ["informational"] * 3, 0.0, [], 0, "article"),
        ("web", ["commercial"] * 3, 0.0, [], 0, "guide"),
        ("web", ["transactional"] * 3, 0.0, [], 0, "landing"),
        ("web", ["informational"] * 3, 0.6, [], 0, "landing"),
        ("web", ["informational"] * 3, 0.0, ["map", "map"], 0, "landing"),
        ("web", ["informational"] * 3, 0.0, [], 2, "location"),
        ("web", [], 0.0, [], 0, "article"),
    ],
)
def test_suggested_kind(
    channel: str, intents: list[str], local: float, features: list[str], places: int, kind: str
) -> None:
    facts = ClusterFacts(intents, local, features, places)
    suggestion = channel_named(channel).suggest(facts)
    assert suggestion.kind == kind
    assert suggestion.because
    assert KINDS[kind].channel == channel
    assert KINDS[kind].hours > 0


def test_the_home_page_takes_the_hardest_phrase_that_is_worth_it() -> None:
    kinds = ["landing", "landing", "article", "landing", "location", "landing"]
    worth = [40.0, 30.0, 90.0, 1.0, 50.0, None]
    difficulty = [30.0, 60.0, 80.0, 90.0, 70.0, 95.0]
    fit = [1.0] * 6
    named = ["cord", "sash cord", "what is cord", "pulley", "cord tarnley", "putty"]
    # An article is none, nor is a town's page; what is worth next to nothing is not worth it.
    assert home_page(named, SASH, "en", kinds, worth, difficulty, fit) == 0
    better = [40.0, 45.0, 90.0, 1.0, 20.0, None]
    assert home_page(named, SASH, "en", kinds, better, difficulty, fit) == 1
    # A phrase with a price in it is for a page of its own.
    priced = ["cord", "sash cord under 50", *named[2:]]
    assert home_page(priced, SASH, "en", kinds, better, difficulty, fit) == 0
    # What is beside the subject is no home, nor a thing of it that has more to be said of.
    for beside in (
        ["cord", "door handle"],
        ["cord", "sash cord knife"],
        ["cord", "sash cord kit sale"],
    ):
        beside += named[2:]
        assert home_page(beside, SASH, "en", kinds, better, difficulty, fit) == 0
    framed = ["cord", "sash cord near me", *named[2:]]
    assert home_page(framed, SASH, "en", kinds, better, difficulty, fit) == 1
    assert home_page(beside, "", "en", kinds, better, difficulty, fit) == 1
    assert home_page(named, SASH, "en", kinds, better, difficulty, [1.0, 0.9, 1, 1, 1, 1]) == 0
    assert home_page(named, SASH, "en", kinds, [None] * 6, difficulty, fit) is None
    assert home_page(named, SASH, "en", kinds, worth, [None] * 6, fit) is None
    assert home_page(named[:4], SASH, "en", kinds[:4], worth[:4], difficulty[:4], fit[:4]) is None
