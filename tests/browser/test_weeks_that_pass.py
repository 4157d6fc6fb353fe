"""From publishing a piece through weeks that pass to the sentence about its change, and to what
came of the month. Last of all by its name: it moves on the demo's clock, by which others go."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import wait_for_jobs, wait_for_rows

pytestmark = pytest.mark.browser
REPORT = (
    "Date,Page,Query,Clicks,Impressions,Position\n"
    "2026-05-01,https://duskfield.example/red-light-torch,torch for map reading,7,90,4\n"
)


def pass_days(page: Page, button: str) -> None:
    page.get_by_role("button", name=button).click()
    page.wait_for_timeout(400)
    wait_for_jobs(page)


def test_from_publishing_through_weeks_to_the_sentence(page: Page) -> None:
    # From the desk by keys: the piece is live.
    page.goto("/p/1/web/write?lacks=unbegun&only=true")
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    title = page.get_by_role("textbox", name="Title", exact=True)
    expect(title).to_be_visible()
    title.fill("Something that nobody searches for")
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    link = page.get_by_role("link", name="Mark as published")
    link.focus()
    page.keyboard.press("Enter")
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("URL").fill("https://duskfield.example/a-new-one")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Something that nobody searches for")).to_be_visible()
    live = page.url
    expect(page.get_by_text("Its rankings have not been checked yet").first).to_be_visible()
    # Weeks pass; a reload in the middle loses nothing.
    page.keyboard.press("6")
    expect(page.get_by_role("heading", name="Follow", exact=True)).to_be_visible()
    pass_days(page, "+3 weeks")
    page.reload()
    expect(page.get_by_text("21 days ahead of the calendar")).to_be_visible()
    page.goto(live)
    expect(page.get_by_role("img", name=re.compile("Places of .* over time"))).to_be_visible()
    # Its title is changed, and the change is published with the reason.
    page.get_by_role("link", name="Open in editor").click()
    title.fill("A better title for it, said as it is searched for")
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    page.get_by_role("link", name="Publish changes").click()
    dialog.get_by_label("Why").fill("To say what people search for")
    dialog.get_by_role("button", name="Save the change").click()
    expect(page.get_by_text("To say what people search for")).to_be_visible()
    page.goto("/p/1/web/follow")
    pass_days(page, "+10 days")
    pass_days(page, "+10 days")
    page.goto(live)
    # A new piece rises by itself: what the change did is not said.
    entry = page.get_by_role("article").filter(has_text="To say what people search for")
    expect(
        entry.get_by_text(re.compile("still new|too soon|too few|not checked")).first
    ).to_be_visible()
    expect(entry.get_by_text("probably helped")).to_have_count(0)
    expect(page.get_by_text("1", exact=True).first).to_be_visible()
    # It is to be looked back at: Up next says so.
    pass_days_in_follow(page)
    page.keyboard.press("0")
    expect(page.get_by_role("region", name="To review")).to_contain_text("A better title")


def pass_days_in_follow(page: Page) -> None:
    page.goto("/p/1/web/follow")
    pass_days(page, "+1 day")
    pass_days(page, "+1 day")


def test_the_demo_s_diary_tells_what_helped_and_what_cannot_be_known(page: Page) -> None:
    page.goto("/p/1/web/follow/diary")
    diary = page.get_by_role("main")
    expect(diary.get_by_role("article").first).to_be_visible()
    said = diary.inner_text()
    assert "Update of the engine" in said
    assert "unchanged pages" in said
    page.get_by_role("button", name="Due for review").click()
    expect(page).to_have_url(re.compile("due=true"))
    page.go_back()
    expect(page.get_by_text("Update of the engine")).to_be_visible()


def test_something_is_noted_and_taken_out_again(page: Page) -> None:
    page.goto("/p/1/web/follow?order=title")
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Diary")).to_be_visible()
    page.keyboard.press("n")
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Why, or what exactly").fill("Brighter pictures")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Brighter pictures")).to_be_visible()
    page.get_by_role("button", name="Delete").click()
    expect(page.get_by_text("Brighter pictures")).to_have_count(0)


def test_figures_are_typed_and_the_report_stands(page: Page) -> None:
    page.goto("/p/1/web/follow/report")
    # Whether the month has figures already depends on how far the clock was moved.
    expect(page.get_by_role("heading", name="Results", exact=True)).to_be_visible()
    page.get_by_role("button", name="Enter figures").click()
    page.get_by_role("dialog").get_by_label("Sales", exact=True).fill("57")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_role("row", name=re.compile("^Sales 57"))).to_be_visible()
    page.reload()
    expect(page.get_by_role("row", name=re.compile("^Sales 57"))).to_be_visible()


def test_an_own_report_is_brought_and_a_wrong_file_is_told(page: Page, tmp_path: Path) -> None:
    page.goto("/p/1/web/follow/own")
    page.get_by_role("button", name="Import a report").click()
    wrong, good = tmp_path / "wrong.csv", tmp_path / "report.csv"
    wrong.write_text("Keyword,Volume\na,3\nb,4\n", "utf-8")
    good.write_text(REPORT, "utf-8")
    page.get_by_label("File").set_input_files(wrong)
    expect(page.get_by_role("alert")).to_contain_text("no column for the page")
    page.get_by_label("File").set_input_files(good)
    expect(page.get_by_role("status").filter(has_text="1 line of 1 page")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("rowheader", name="torch for map reading")).to_be_visible()
