"""The checklist: what good fields are, and that a score's parts add up to it."""

from dataclasses import replace
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.write.checklist import RULES, check, score
from bunraku.core.write.written import Aim, Form, Written

AIM = Aim(main="sash window cords", language="en", on=date(2026, 11, 27))
PAGE = Written(
    form="page",
    title="Sash window cords: replace them in an hour",
    address="https://windows.example/sash-window-cords",
    description="Sash window cords fray long before they snap. Which cord to buy, how long it "
    "must be, and how to change it without a carpenter.",
    headings=["Tools", "Sash window cords by weight"],
)
VIDEO = Written(
    form="video",
    title="Sash window cords: the whole job in ten minutes",
    description="Sash window cords, from the first cut to the last nail. " + "Tools below. " * 14,
    tags=["sash window cords", *(f"sash cord number {n}" for n in range(20))],
)
LISTING = Written(
    form="listing",
    title="Sash window cords, waxed cotton, six metres",
    description="Sash window cords of waxed cotton. " + "They last for thirty years or so. " * 7,
    tags=["sash window cords", *(f"cord {n}" for n in range(12))],
)
GOOD = {"page": PAGE, "video": VIDEO, "listing": LISTING}


def faults(written: Written, aim: Aim = AIM) -> set[str]:
    return {one.rule.id for one in check(written, aim) if not one.is_good}


@pytest.mark.parametrize("form", ["page", "video", "listing"])
def test_what_is_good_has_a_hundred(form: Form) -> None:
    assert faults(GOOD[form]) == set()
    assert score(check(GOOD[form], AIM)) == pytest.approx(100)


@pytest.mark.parametrize(
    ("written", "rule"),
    [
        (replace(PAGE, title="Cords for old windows, and how to replace them"), "title_says"),
        (
            replace(PAGE, title="How to buy and then replace in an hour sash window cords"),
            "title_early",
        ),
        (replace(PAGE, title="Sash window cords"), "title_length"),
        (replace(PAGE, title="Sash window cords " + "and more of them " * 4), "title_length"),
        (replace(PAGE, address="https://windows.example/p?id=7"), "address_says"),
        (replace(VIDEO, description="Hello all. " * 20 + VIDEO.description), "opening_says"),
        (replace(PAGE, description=""), "opening_says"),
        (replace(PAGE, description="Sash window cords."), "description_length"),
        (replace(PAGE, headings=["Tools", "Paint"]), "headings_say"),
        (replace(VIDEO, tags=["windows", *VIDEO.tags[1:]]), "tag_says"),
        (replace(LISTING, tags=LISTING.tags[:4]), "tags_used"),
        (replace(VIDEO, tags=[*VIDEO.tags, *(f"a tag of some length {n}" for n in range(30))]),
         "tags_used"),
        (replace(PAGE, title="Sash window cords 2024: all there is"), "year_is_current"),
        (replace(PAGE, title="SASH WINDOW CORDS: replace them today"), "is_calm"),
        (replace(PAGE, description="Sash window cords, sash window cords, sash window cords, and "
                 "then sash window cords."), "is_not_stuffed"),
    ],
)  # fmt: skip
def test_each_rule_finds_its_fault(written: Written, rule: str) -> None:
    found = faults(written)
    assert rule in found
    assert score(check(written, AIM)) < 100


def test_rules_that_do_not_apply_take_no_points() -> None:
    ids = {one.rule.id for one in check(replace(PAGE, headings=None, address=""), AIM)}
    assert not ids & {"headings_say", "address_says", "tag_says", "tags_used", "year_is_current"}
    assert "year_is_current" not in faults(replace(PAGE, title="Sash window cords for 2027 homes"))
    assert "is_calm" not in {one.rule.id for one in check(replace(PAGE, title="7 1/2"), AIM)}


def test_every_rule_has_its_sentences_and_an_id_of_its_own() -> None:
    assert len({rule.id for rule in RULES}) == len(RULES)
    for rule in RULES:
        assert rule.good.endswith(".")
        assert rule.bad.endswith(".")
        assert rule.weight > 0
        assert rule.forms


@given(
    st.sampled_from(["page", "video", "listing"]), st.text(max_size=200), st.text(max_size=300),
    st.lists(st.text(max_size=40), max_size=40), st.text(max_size=40),
)  # fmt: skip
def test_whatever_is_written_has_a_score_of_its_parts(
    form: Form, title: str, description: str, tags: list[str], main: str
) -> None:
    written = Written(form=form, title=title, description=description, tags=tags, address=title)
    checks = check(written, replace(AIM, main=main))
    assert sum(one.most for one in checks) == pytest.approx(100)
    assert 0 <= score(checks) <= 100 + 1e-9
    assert all(0 <= one.kept <= 1 for one in checks)
