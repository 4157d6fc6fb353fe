"""The checklist: what good fields are, and that a score's parts add up to it."""

from dataclasses import replace
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.channels import PROFILES, FormId, form_named
from bunraku.core.write.checklist import RULES, Check, check, score
from bunraku.core.write.desk import look_at
from bunraku.core.write.fixes import FIXES, fix
from bunraku.core.write.rules_of_pieces import OF_PIECES
from bunraku.core.write.written import Aim, Written

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
def test_what_is_good_has_a_hundred(form: FormId) -> None:
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


def own(form: FormId, fields: dict[str, str], rule: str, aim: Aim = AIM) -> Check | None:
    """A rule as fields of one's own keep it."""
    phrases = [aim.main, *aim.also]
    desk = look_at(form, fields, phrases, [1.0] * len(phrases), aim, form_named(form).profiles[0])
    return next((one for one in desk.checks if one.rule.id == rule), None)


CORDS = "Sash window cords"
ALSO = replace(AIM, also=["waxed cotton cord", "sash pulley"])
LINKED = replace(AIM, links=[("sash pulley", "/pulleys"), ("window putty", "")])
ASKED = replace(AIM, questions=["how long do sash cords last"])
OTHERS = replace(AIM, titles=["Sash window cords!"], addresses=["/a/sash-window-cords"])
RIVALS = replace(AIM, rivals=["Orrinek"])
HOME = replace(AIM, second="sash window repair", place="Harrowmere")
LONG = "A text of many words that says nothing of it. "


@pytest.mark.parametrize(
    ("rule", "form", "aim", "good", "bad"),
    [
        ("also_said", "page", ALSO, {"body": "Waxed cotton cords. A sash pulley."},
         {"body": "A waxed cotton cord."}),
        ("within_limits", "page", AIM, {"title": CORDS}, {"title": CORDS * 5}),
        ("no_rival", "page", RIVALS, {"body": LONG}, {"body": f"{LONG} Better than orrinek."}),
        ("title_is_own", "page", OTHERS, {"title": f"{CORDS} by weight"}, {"title": CORDS}),
        ("address_lasts", "page", OTHERS, {"address": "sash-cords"},
         {"address": "sash-window-cords"}),
        ("text_opens", "page", AIM, {"body": f"# A\n\n{CORDS} fray.\n"},
         {"body": f"# A\n\nThey fray.\n\n{CORDS}\n"}),
        ("text_closes", "page", AIM, {"body": f"They fray.\n\n{CORDS}, then.\n"},
         {"body": f"{CORDS}\n\nThey fray.\n"}),
        ("links_set", "page", LINKED,
         {"body": "A [sash pulley](/pulleys) and [window putty](/putty)."},
         {"body": "A [sash pulley](/pulleys) and window putty."}),
        ("questions_answered", "page", ASKED, {"body": "## How long do sash cords last?\n\nYears."},
         {"body": "How long do sash cords last? Years."}),
        ("pictures_told", "page", AIM, {"images": "cord.jpg: A frayed cord"},
         {"images": "cord.jpg: A frayed cord\npulley.jpg"}),
        ("second_said", "page", HOME, {"title": f"{CORDS} and sash window repair"},
         {"title": CORDS}),
        ("place_named", "page", HOME, {"description": "In Harrowmere"}, {"description": "Here"}),
        ("spoken_says", "video", AIM, {"spoken": f"{CORDS} fray."}, {"spoken": "Hello all."}),
        ("files_named", "video", AIM,
         {"file": "sash-window-cords.mp4", "picture": "sash_window_cords.jpg"},
         {"file": "MVI_0042.mp4", "picture": "sash_window_cords.jpg"}),
        ("tags_in_text", "video", AIM, {"tags": "waxed cord", "description": "A cord, waxed."},
         {"tags": "waxed cord", "description": "A cord."}),
        ("hashtags_used", "video", AIM, {"hashtags": "#Sash"}, {"title": CORDS}),
        ("chapters_right", "video", AIM, {"chapters": "0:00: A\n1:00: B\n1:02:03: C"},
         {"chapters": "0:00: A\n3:00: B\n1:00: C"}),
        ("variations_told", "listing", AIM, {"variations": "thin: One\nthick: Two"},
         {"variations": "thin: One\nthick: one"}),
    ],
)  # fmt: skip
def test_each_rule_about_a_piece(
    rule: str, form: FormId, aim: Aim, good: dict[str, str], bad: dict[str, str]
) -> None:
    kept, broken = own(form, good, rule, aim), own(form, bad, rule, aim)
    assert kept is not None
    assert kept.is_good, kept.missing
    assert broken is not None
    assert not broken.is_good


def test_rules_of_a_listing_with_bullets_and_hidden_terms() -> None:
    def one(fields: dict[str, str], rule: str) -> Check | None:
        desk = look_at("listing", fields, [AIM.main], [1.0], AIM, PROFILES["bullets"])
        return next((check for check in desk.checks if check.rule.id == rule), None)

    assert one({"bullets": "a\nb\nc\nd\ne"}, "bullets_used").is_good  # type: ignore[union-attr]
    assert one({"bullets": "a"}, "bullets_used").kept == 0.2  # type: ignore[union-attr]
    again = one({"title": "Sash cord", "hidden": "cords waxed waxed"}, "hidden_is_new")
    assert again is not None
    assert again.missing == "cord, waxed"
    assert one({"title": "Sash", "hidden": ""}, "hidden_is_new") is None
    # An outlet without tags is asked for none.
    assert one({"title": "Sash"}, "tag_says") is None


def test_rules_about_pieces_do_not_apply_to_what_stands_on_a_page() -> None:
    of_pieces = {rule.id for rule in OF_PIECES}
    for written in GOOD.values():
        assert not of_pieces & {one.rule.id for one in check(written, AIM)}


def test_an_address_that_is_published_is_left_as_it_is() -> None:
    settled = replace(OTHERS, settled=True)
    for rule in ("address_says", "address_lasts"):
        assert own("page", {"address": "Sash_2019"}, rule, OTHERS) is not None
        assert own("page", {"address": "Sash_2019"}, rule, settled) is None


def test_a_rule_that_is_off_takes_no_points() -> None:
    checks = check(PAGE, AIM, off={"title_says", "is_calm"})
    assert {one.rule.id for one in checks}.isdisjoint({"title_says", "is_calm"})
    assert score(checks) == pytest.approx(100)


@pytest.mark.parametrize(
    ("rule", "form", "aim", "fields"),
    [
        ("title_says", "page", AIM, {"title": "All about cords"}),
        ("title_early", "page", AIM, {"title": "How one buys and fits sash window cords well"}),
        ("address_says", "page", AIM, {"address": "p42"}),
        ("address_lasts", "page", OTHERS, {"address": "Sash_2019"}),
        ("opening_says", "video", AIM, {"description": "Hello all."}),
        ("headings_say", "page", AIM, {"body": "They fray.\n\n## Why\n\nAge.\n"}),
        ("text_opens", "page", AIM, {"body": "# Cords\n\nThey fray.\n"}),
        ("links_set", "page", LINKED, {"body": "They fray."}),
        ("questions_answered", "page", ASKED, {"body": "They fray."}),
        ("year_is_current", "page", AIM, {"title": f"{CORDS} 2019"}),
        ("is_calm", "page", AIM, {"title": "SASH WINDOW CORDS TODAY"}),
        ("tag_says", "video", AIM, {"tags": "window"}),
        ("hashtags_used", "video", AIM, {"title": CORDS}),
        ("spoken_says", "video", AIM, {"spoken": "Hello all."}),
        ("files_named", "video", AIM, {"file": "MVI_0042.mov"}),
    ],
)
def test_what_a_press_puts_right_is_kept_afterwards(
    rule: str, form: FormId, aim: Aim, fields: dict[str, str]
) -> None:
    before = own(form, fields, rule, aim)
    assert before is not None
    assert not before.is_good
    changed = fix(rule, form, fields, aim)
    assert changed
    after = own(form, {**fields, **changed}, rule, aim)
    assert after is not None
    assert after.is_good, changed
    assert fix(rule, form, {**fields, **changed}, aim) == {}


def test_a_press_takes_nothing_away_that_was_written() -> None:
    body = "# Cords\n\nThey fray.\n\n## Why\n\nAge.\n"
    for rule in ("headings_say", "text_opens", "links_set", "questions_answered"):
        aim = replace(LINKED, questions=ASKED.questions)
        now = fix(rule, "page", {"body": body}, aim)["body"]
        at = 0
        for line in filter(None, body.split("\n")):
            at = now.index(line.removeprefix("# ").removeprefix("#"), at)
    assert fix("hidden_is_new", "listing", {"title": "Cord", "hidden": "cords old old"}, AIM) == {
        "hidden": "old"
    }
    assert fix("within_limits", "page", {"title": "x" * 99}, AIM) == {}
    assert set(FIXES) <= {rule.id for rule in RULES}


def test_every_rule_has_its_sentences_and_an_id_of_its_own() -> None:
    assert len({rule.id for rule in RULES}) == len(RULES)
    for rule in RULES:
        assert rule.good.endswith(".")
        assert rule.bad.endswith(".")
        assert rule.weight > 0


@given(
    st.sampled_from(["page", "video", "listing"]), st.text(max_size=200), st.text(max_size=300),
    st.lists(st.text(max_size=40), max_size=40), st.text(max_size=40),
)  # fmt: skip
def test_whatever_is_written_has_a_score_of_its_parts(
    form: FormId, title: str, description: str, tags: list[str], main: str
) -> None:
    written = Written(form=form, title=title, description=description, tags=tags, address=title)
    checks = check(written, replace(AIM, main=main))
    assert sum(one.most for one in checks) == pytest.approx(100)
    assert 0 <= score(checks) <= 100 + 1e-9
    assert all(0 <= one.kept <= 1 for one in checks)
