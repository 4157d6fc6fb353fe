"""The plan as a board in groups, a list and a calendar; what it keeps to; a brief by keys alone."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import wait_for_message, wait_for_rows

pytestmark = pytest.mark.browser


def test_from_the_list_to_a_printed_brief_by_keys(page: Page) -> None:
    page.goto("/p/1/web/plan")
    wait_for_rows(page)
    page.keyboard.press("v")
    expect(page.get_by_role("grid", name="The plan as a list")).to_be_visible()
    page.keyboard.press("j")
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    piece = page.get_by_role("complementary", name="Piece")
    title = piece.get_by_role("heading").first.inner_text()
    page.keyboard.press("b")
    expect(page.get_by_role("article").get_by_role("heading", name=title)).to_be_visible()
    page.emulate_media(media="print")
    expect(page.get_by_role("banner")).to_be_hidden()
    # An A4 page or two, not a screen cut off at its edge.
    assert page.pdf(format="A4").startswith(b"%PDF")
    page.emulate_media(media="screen")


def test_pieces_stand_in_groups(page: Page) -> None:
    page.goto("/p/1/web/plan")
    wait_for_rows(page)
    page.get_by_role("button", name="Board").click()
    page.get_by_role("menuitemradio", name="By theme").click()
    expect(page).to_have_url(re.compile("group=theme"))
    expect(
        page.get_by_role("row", name=re.compile(r"\d+ pieces?, \d+ hours")).first
    ).to_be_visible()
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("complementary", name="Piece")).to_be_visible()


def test_a_piece_goes_to_another_month_in_the_calendar(page: Page) -> None:
    page.goto("/p/1/web/plan?view=calendar&whole=false")
    calendar = page.get_by_role("region", name="The plan as a calendar")
    first = calendar.get_by_role("listitem").first
    # What is being written stays where it is; what is not begun can be dragged.
    entry = first.get_by_role("button").filter(has_not_text="Writing").first
    title = entry.get_attribute("title") or ""
    month = first.get_by_role("heading").inner_text()
    entry.focus()
    page.keyboard.press("ArrowRight")
    moved = calendar.get_by_title(title, exact=True)
    expect(moved).to_be_focused()
    expect(first.get_by_title(title, exact=True)).to_have_count(0)
    page.keyboard.press("z")
    wait_for_message(page, "Undone")
    expect(first.get_by_title(title, exact=True)).to_be_visible()
    assert month == first.get_by_role("heading").inner_text()
    target = calendar.locator("ol > li").nth(2)
    first.get_by_title(title, exact=True).drag_to(target)
    expect(target.get_by_title(title, exact=True)).to_be_visible()
    page.keyboard.press("z")
    wait_for_message(page, "Undone")


def test_what_the_plan_keeps_to(page: Page) -> None:
    page.goto("/p/1/web/plan")
    wait_for_rows(page)
    page.get_by_role("button", name="Export and import").click()
    page.get_by_role("menuitem", name="Planning limits").click()
    dialog = page.get_by_role("dialog", name="Planning limits")
    dialog.get_by_label("Video").fill("many")
    expect(dialog.get_by_text("Pieces of a kind are whole numbers")).to_be_visible()
    expect(dialog.get_by_role("button", name="Save")).to_be_disabled()
    dialog.get_by_label("Video").fill("0")
    dialog.get_by_role("button", name="Save").click()
    wait_for_message(page, "Saved.")
    page.keyboard.press("f")
    left = page.get_by_text("Your limit is 0 of “video” a month.")
    expect(left.first).to_be_visible()
    page.keyboard.press("z")
    page.keyboard.press("z")


def test_what_if_is_looked_at_and_thrown_away(page: Page) -> None:
    page.goto("/p/1/web/plan")
    wait_for_rows(page)
    page.get_by_label("Points of strength to try").fill("15")
    told = page.get_by_text(re.compile(r"\d+ pieces instead of \d+, worth about £"))
    expect(told).to_be_visible()
    page.get_by_label("Months to plan, to try").click()
    page.get_by_role("option", name="24").click()
    expect(page.get_by_text(re.compile(r"within 24 months \(now "))).to_be_visible()
    page.get_by_role("button", name="Cancel").click()
    expect(page.get_by_label("Points of strength to try")).to_have_value("")
    expect(page.get_by_role("columnheader")).to_have_count(4 + 12)


def test_what_exists_is_brought_in_by_its_address(page: Page) -> None:
    page.goto("/p/1/web/plan")
    wait_for_rows(page)
    page.get_by_role("button", name="Export and import").click()
    page.get_by_role("menuitem", name="Review your own pages").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Other pages: URLs").fill(
        "https://duskfield.example/telescope-repair\nhttps://duskfield.example/xyzzy"
    )
    dialog.get_by_role("button", name=re.compile("^Add ")).click()
    expect(dialog.get_by_text("1 URL is left")).to_be_visible()
    expect(dialog.get_by_label("Other pages: URLs")).to_have_value(
        "https://duskfield.example/xyzzy"
    )
    dialog.get_by_role("button", name="Close").click()
    page.keyboard.press("z")
    wait_for_message(page, "Undone")


def test_a_title_is_proposed_and_taken(page: Page) -> None:
    page.goto("/p/1/web/plan")
    wait_for_rows(page)
    page.locator("[id^=piece-]").first.click(position={"x": 20, "y": 20})
    piece = page.get_by_role("complementary", name="Piece")
    title = piece.get_by_role("heading").first.inner_text()
    page.keyboard.press("t")
    expect(piece.get_by_text("Main keyword first")).to_be_visible()
    expect(piece.get_by_text(re.compile(r"\d+ of \d+ characters")).first).to_be_visible()
    own = piece.get_by_label("Your own")
    own.fill("It goes on and on " * 9)
    expect(piece.get_by_text(re.compile("cut off after"))).to_be_visible()
    own.fill(f"{title}, told simply")
    piece.get_by_role("button", name="Use it").last.click()
    wait_for_message(page, "This is now the title")
    expect(piece.get_by_role("heading", name=f"{title}, told simply")).to_be_visible()
    page.get_by_role("heading", name="Plan the year").click()
    page.keyboard.press("z")
    expect(piece.get_by_role("heading", name=title, exact=True)).to_be_visible()


def test_a_piece_is_dragged_along_the_board(page: Page) -> None:
    page.goto("/p/1/web/plan?whole=false")
    wait_for_rows(page)
    row = page.locator("[id^=piece-]").first
    planned = row.get_by_role("button", name=re.compile("planned for"))
    before = planned.get_attribute("aria-label") or ""
    planned.drag_to(row.get_by_role("button", name=re.compile("plan for")).nth(4))
    expect(planned).not_to_have_attribute("aria-label", before)
    page.keyboard.press("z")
    expect(planned).to_have_attribute("aria-label", before)
