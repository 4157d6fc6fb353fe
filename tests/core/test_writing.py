"""Fields, limits, versions merged and compared, documents, what exists read into fields."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.channels import FORMS, PROFILES, FormId, form_named
from bunraku.core.channels.form import FieldLimit
from bunraku.core.formats.csv_out import plain_cell, safe_cell
from bunraku.core.write.counting import cut_off, length
from bunraku.core.write.documents import as_html, as_markdown, as_text
from bunraku.core.write.existing_text import LONGEST, read_existing
from bunraku.core.write.fields import items_of, pairs_of, places_of, written_of
from bunraku.core.write.limits import changed, measure
from bunraku.core.write.markdown import as_html as markdown_as_html
from bunraku.core.write.markdown import read_markdown
from bunraku.core.write.merging import Clash, compare, merge, merge_text

TEXTS = st.text("ab \n#-*.é漢👍", max_size=60)


@given(TEXTS)
def test_stretches_of_a_text_stand_where_they_say(text: str) -> None:
    body = read_markdown(text)
    for stretch in (*body.headings, body.opening, body.closing):
        assert 0 <= stretch.start <= stretch.end <= len(text)
    fields = {"body": text, "title": text}
    for place in places_of("page", fields):
        assert all(0 <= a <= b <= len(fields.get(place.field, "")) for a, b in place.stretches)


def test_what_a_text_is_made_of() -> None:
    text = (
        "# Cords\n\nThey *fray*, see [pulleys](/p).\n\n- one\n- two ![a cord](c.jpg)\n\nThe end.\n"
    )
    body = read_markdown(text)
    assert [(one.text, one.level) for one in body.headings] == [("Cords", 1)]
    assert body.opening.text == "They fray, see pulleys."
    assert text[body.closing.start : body.closing.end] == "The end."
    assert [(one.text, one.target) for one in body.links] == [("pulleys", "/p")]
    assert [(one.text, one.target) for one in body.images] == [("a cord", "c.jpg")]
    told = markdown_as_html("<script>alert(1)</script> [x](javascript:alert(1))")
    assert "<script" not in told
    assert "href" not in told


def test_items_and_pairs() -> None:
    assert items_of(" a \n\n b") == ["a", "b"]
    assert pairs_of("0:00: Intro\ncord.jpg\nThread: 1.25: wide") == [
        ("0:00", "Intro"),
        ("cord.jpg", ""),
        ("Thread", "1.25: wide"),
    ]
    written = written_of("video", {"tags": "a\nb", "file": "x.mp4"})
    assert (written.tags, written.files, written.body) == (["a", "b"], ("x.mp4", ""), None)


@pytest.mark.parametrize(
    ("limit", "fields", "takes", "state", "over"),
    [
        (FieldLimit("tags", 8), {"tags": "abc\nde\n"}, 6, "fits", ()),
        (FieldLimit("tags", 5), {"tags": "abc\nde"}, 6, "over", ()),
        (FieldLimit("tags", 3, of="each"), {"tags": "abcd\nab"}, 4, "over", (0,)),
        (FieldLimit("tags", 2, of="items"), {"tags": "a\nb"}, 2, "fits", ()),
        (FieldLimit("tags", 2, of="items"), {"tags": "a\nb\nc"}, 3, "over", (2,)),
        (FieldLimit("images", 5, of="each"), {"images": "a-long-name.jpg: abc"}, 3, "fits", ()),
        (FieldLimit("hidden", 3, "bytes"), {"hidden": "éé"}, 4, "over", ()),
        (FieldLimit("title", 3, "words"), {"title": "one two three"}, 3, "near", ()),
        (FieldLimit("title", 9), {"title": "abc\n"}, 3, "fits", ()),
        (FieldLimit("title", 9), {}, 0, "empty", ()),
    ],
)
def test_fields_against_limits(
    limit: FieldLimit, fields: dict[str, str], takes: float, state: str, over: Any
) -> None:
    found = measure(limit, fields)
    assert (found.takes, found.state, found.over) == (takes, state, over)


@given(st.text(max_size=40), st.integers(0, 8))
def test_words_are_cut_off_whole(text: str, most: int) -> None:
    kept = cut_off(text, most, "words")
    assert text.startswith(kept)
    assert length(kept, "words") == min(most, length(text, "words"))


def test_profiles_are_whole_and_can_be_changed() -> None:
    assert {form.profiles[0].form for form in FORMS.values()} == set(FORMS)
    for profile in PROFILES.values():
        names = {field.id for field in form_named(profile.form).fields}
        assert {limit.field for limit in profile.limits} <= names - set(profile.left_out)
        assert len({limit.id for limit in profile.limits}) == len(profile.limits)
    own = changed(PROFILES["page"], {"title.whole.most.characters": 70, "no.such": 1})
    assert own.limits[0].most == 70
    assert own.limits[1:] == PROFILES["page"].limits[1:]


FIELDS_OF_TWO = st.dictionaries(st.sampled_from("abc"), st.sampled_from(["", "x", "y"]))


@given(FIELDS_OF_TWO, FIELDS_OF_TWO, FIELDS_OF_TWO)
def test_two_versions_are_merged_by_field(
    base: dict[str, str], mine: dict[str, str], theirs: dict[str, str]
) -> None:
    merged = merge(base, mine, theirs)
    for name, text in merged.fields.items():
        was, own, other = (fields.get(name, "") for fields in (base, mine, theirs))
        assert text in (own, other)
        # What one alone changed is kept; where both did, one's own is.
        if own == was:
            assert text == other
        if other == was or name in merged.clashes:
            assert text == own
        assert (name in merged.clashes) == (was != own != other != was)


LINES = st.lists(st.sampled_from(["", "one", "two", "three", "four"]), max_size=6).map("\n".join)


@given(LINES, LINES, LINES)
def test_paragraphs_of_both_are_kept_and_none_is_made_up(was: str, mine: str, theirs: str) -> None:
    text, clashes = merge_text(was, mine, theirs)
    assert set(text.split("\n")) <= {*mine.split("\n"), *theirs.split("\n"), *was.split("\n")}
    if mine == was:
        assert (text, clashes) == (theirs, ())
    if theirs in (was, mine):
        assert (text, clashes) == (mine, ())
    # What the other has where both changed the same is told; one's own stands.
    for clash in clashes:
        assert clash.mine in text
        assert clash.theirs in theirs
        assert clash.mine != clash.theirs
    assert merge_text(was, theirs, mine)[1] == tuple(
        Clash(clash.theirs, clash.mine) for clash in clashes
    )


@pytest.mark.parametrize(
    ("mine", "theirs", "text", "clashes"),
    [
        ("A!\n\nB\n\nC", "A\n\nB\n\nC?", "A!\n\nB\n\nC?", []),
        ("A\n\nB\n\nC\n\nD", "A\n\nC", "A\n\nC\n\nD", []),
        ("A\n\nmine\n\nC", "A\n\ntheirs\n\nC", "A\n\nmine\n\nC", [("mine", "theirs")]),
        ("A\n\nC", "A\n\ntheirs\n\nC", "A\n\nC", [("", "theirs")]),
        ("x\n\nA\n\nB\n\nC", "A\n\nB\n\nC\n\ny", "x\n\nA\n\nB\n\nC\n\ny", []),
    ],
)
def test_different_paragraphs_are_merged_and_the_same_one_is_a_clash(
    mine: str, theirs: str, text: str, clashes: list[tuple[str, str]]
) -> None:
    merged, found = merge_text("A\n\nB\n\nC", mine, theirs)
    assert merged == text
    assert [(clash.mine.strip(), clash.theirs.strip()) for clash in found] == clashes


@given(TEXTS, TEXTS)
def test_what_became_of_a_text(before: str, after: str) -> None:
    parts = compare(before, after)
    assert "".join(text for what, text in parts if what != "new") == before
    assert "".join(text for what, text in parts if what != "gone") == after
    assert all(what == "same" for what, _ in compare(before, before))


@given(st.text("ab ,;'\n=+-@", max_size=30))
def test_a_cell_comes_back_as_it_was(text: str) -> None:
    before = text.replace("'", "")
    assert plain_cell(str(safe_cell(before))) == before


PAGE = {
    "title": 'Cords & "pulleys"',
    "address": "cords",
    "description": "All of them.",
    "body": "# Cords\n\nThey fray.\n",
    "images": "cord.jpg: A cord",
}


def test_a_page_as_markdown_comes_back_as_it_was() -> None:
    told = as_markdown("page", {**PAGE, "images": ""})
    assert told.startswith('---\ntitle: "Cords & \\"pulleys\\""\n')
    assert read_existing("page", told).fields == {k: PAGE[k] for k in PAGE if k != "images"}
    assert "![A cord](cord.jpg)" in as_markdown("page", PAGE)


def test_a_page_as_html_comes_back_as_it_was() -> None:
    told = as_html("page", PAGE, "en")
    assert "<title>Cords &amp; &quot;pulleys&quot;</title>" in told
    assert read_existing("page", told).fields == {k: PAGE[k] for k in PAGE if k != "address"}


@given(st.sampled_from(list(FORMS)), st.text(max_size=60))
def test_what_is_typed_never_runs(form: FormId, text: str) -> None:
    fields = {field.id: f"<script>{text}</script>" for field in form_named(form).fields}
    assert "<script" not in as_html(form, fields, "en")
    assert as_text(form, fields).strip()
    assert as_markdown(form, fields).strip()


def test_html_is_read_and_nothing_of_it_runs() -> None:
    found = read_existing(
        "page",
        "<html><head><title>A  page</title><script>steal()</script>"
        "<link rel=canonical href='https://a.example/x/sash-cords/'></head><body><nav>Menu</nav>"
        "<main><h1>Cords</h1><p onclick='steal()'>They <b>fray</b>.</p><ul><li>one<li>two</ul>"
        "<img src='/i/cord.jpg?w=9' alt='A cord'><img src='data:image/png;base64,xx'></main>",
    )
    assert found.fields == {
        "title": "A page",
        "address": "sash-cords",
        "images": "cord.jpg: A cord",
        "body": "# Cords\n\nThey **fray**.\n\n- one\n- two\n",
    }
    assert found.notes[0].startswith("Ignored 1 part")
    assert "It has no description." in found.notes


def test_copied_text_is_read_into_fields() -> None:
    video = read_existing(
        "video",
        "Sash cords in ten minutes\nWe change them. #SashCords #diy\n\n0:00 Tools\n"
        "1:20 - The knot\n\nTags: sash cord, waxed cord\n",
    ).fields
    assert video == {
        "title": "Sash cords in ten minutes",
        "description": "We change them. #SashCords #diy",
        "chapters": "0:00: Tools\n1:20: The knot",
        "tags": "sash cord\nwaxed cord",
        "hashtags": "#SashCords\n#diy",
    }
    listing = read_existing(
        "listing", "Waxed cord\n• Six metres\n• Waxed\nStrong cord.\nMaterials: cotton; wax\n"
    ).fields
    assert listing == {
        "title": "Waxed cord",
        "bullets": "Six metres\nWaxed",
        "description": "Strong cord.",
        "materials": "cotton\nwax",
    }
    front = read_existing("page", "---\nslug: /a/b\n---\nNo heading here.\n")
    assert front.fields["title"] == "No heading here."
    assert front.fields["address"] == "b"


def test_a_csv_of_fields_is_read() -> None:
    read = read_existing("video", 'Title;Tags;Other\n"Sash; cords";"one\ntwo";x\nNext;a;b\n')
    assert read.fields == {"title": "Sash; cords", "tags": "one\ntwo"}
    assert read.notes == ["It has 2 rows; the first was used."]
    # A sentence that names two fields is none.
    assert read_existing("video", "Title, tags").fields == {"title": "Title, tags"}


@pytest.mark.parametrize("text", ["", " \n\x00", "x" * (LONGEST + 1)])
def test_nothing_and_too_much_are_refused(text: str) -> None:
    with pytest.raises(ValueError, match=r"nothing in it|are read"):
        read_existing("page", text)


@given(st.sampled_from(list(FORMS)), st.text(max_size=200))
def test_whatever_is_pasted_is_read_or_refused(form: FormId, text: str) -> None:
    try:
        found = read_existing(form, text)
    except ValueError:
        return
    assert set(found.fields) <= {field.id for field in form_named(form).fields}
