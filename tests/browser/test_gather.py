"""Gathering in a real browser: the stream by keyboard, digging, leaving out, combining, bringing
files, families."""

import re
from pathlib import Path

import openpyxl
import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import choose, wait_for_jobs, wait_for_message, wait_for_rows

pytestmark = pytest.mark.browser


def current(page: Page, number: int) -> str:
    return page.locator(f"#row-{number}").get_by_role("gridcell").nth(1).inner_text().split("\n")[0]


def test_the_stream_is_decided_with_the_keyboard(page: Page) -> None:
    page.goto("/p/1/video/gather")
    wait_for_rows(page)
    first = current(page, 0)
    page.keyboard.press("j")
    page.keyboard.press("y")
    wait_for_message(page, "1 keyword kept")
    expect(page.locator("#row-0")).not_to_contain_text(first)
    page.keyboard.press("z")
    expect(page.locator("#row-0")).to_contain_text(first)
    page.keyboard.press("p")
    page.keyboard.type("for a gift guide")
    page.keyboard.press("Enter")
    wait_for_message(page, "1 keyword parked")
    choose(page.get_by_label("State"), "Parked")
    expect(page.get_by_role("row").filter(has_text=first)).to_be_visible()
    page.get_by_role("row").filter(has_text=first).click()
    expect(
        page.get_by_role("complementary", name="Keyword").get_by_text("for a gift guide")
    ).to_be_visible()
    page.keyboard.press("z")
    wait_for_message(page, "Undone: Parked")


def test_digging_deeper_leaves_a_trail_and_a_way_back(page: Page) -> None:
    page.goto("/p/1/web/gather?way=alphabet")
    wait_for_rows(page)
    keyword = current(page, 0)
    page.keyboard.press("j")
    page.keyboard.press("d")
    seeds = page.get_by_label("Seeds, separated by commas or new lines")
    expect(seeds).to_have_value(keyword)
    expect(seeds).to_be_focused()
    trail = page.get_by_role("navigation", name="Trail")
    expect(trail.get_by_role("button", name=keyword, exact=True)).to_be_visible()
    trail.get_by_role("button").first.click()
    expect(seeds).not_to_have_value(keyword)
    page.go_back()
    expect(trail.get_by_role("button", name=keyword, exact=True)).to_be_visible()
    page.reload()
    expect(trail.get_by_role("button", name=keyword, exact=True)).to_be_visible()


def test_a_run_streams_and_can_be_dropped_as_a_whole(page: Page) -> None:
    page.goto("/p/1/marketplace/gather")
    page.get_by_label("Seeds, separated by commas or new lines").fill("garden gnome -hat")
    expect(page.get_by_text("without “hat”")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_role("row").filter(has_text="gnome").first).to_be_visible()
    wait_for_jobs(page)
    run = page.get_by_role("complementary", name="Runs").locator("section").first
    expect(run).to_contain_text(re.compile(r"\d+ new keywords"))
    run.get_by_role("button", name="Show").click()
    expect(page.get_by_text("one run")).to_be_visible()
    expect(page.get_by_role("row").filter(has_text=re.compile(r"\bhat\b"))).to_have_count(0)
    run.get_by_role("button", name="Reject all").click()
    wait_for_message(page, "rejected.")
    page.keyboard.press("z")
    wait_for_message(page, "Undone: Rejected")


def test_leaving_out_says_how_many_and_brings_them_back(page: Page) -> None:
    page.goto("/p/1/web/gather?tab=rules")
    page.get_by_label("What to exclude").fill("projector")
    button = page.get_by_role("button", name=re.compile(r"^Exclude [\d,]+ keywords?$")).first
    expect(page.get_by_text("undecided keyword", exact=False).first).to_be_visible()
    button.click()
    rule = page.get_by_role("listitem").filter(has=page.get_by_text("projector", exact=True))
    expect(rule.get_by_role("button", name="Remove rule")).to_be_visible()
    choose(page.get_by_label("Kind of rule"), "Pattern")
    page.get_by_label("What to exclude").fill("***")
    expect(page.get_by_text("needs letters as well as stars")).to_be_visible()
    rule.get_by_role("button", name="Remove rule").click()
    expect(rule).to_have_count(0)


def test_combinations_are_seen_before_they_are_taken(page: Page) -> None:
    page.goto("/p/1/web/gather")
    page.get_by_role("button", name="Combine words").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("What you offer").fill("lens polishing, tube painting")
    dialog.get_by_label("Modifiers").fill("best, cost of")
    dialog.get_by_label("Places").fill("Tarnley")
    expect(dialog.get_by_text("8 combinations")).to_be_visible()
    dialog.get_by_label("Patterns").fill("{modifier {base}")
    expect(dialog.get_by_role("alert")).to_contain_text("never closed")
    dialog.get_by_label("Patterns").fill("{modifier} {base} [in {place}]")
    dialog.get_by_role("button", name="lens polishing none").click()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Combine words").click()
    # Nothing typed is lost.
    expect(dialog.get_by_role("button", name="lens polishing high")).to_be_visible()
    dialog.get_by_role("button", name="Add 8").click()
    wait_for_message(page, "Combining is done: 8 new keywords")
    page.get_by_label("Filter by words").fill("polishing tarnley")
    expect(
        page.get_by_role("row").filter(has_text="best lens polishing in Tarnley")
    ).to_contain_text("high")


def test_a_wrong_file_a_table_and_its_refused_rows(page: Page, tmp_path: Path) -> None:
    page.goto("/p/1/web/gather")
    page.get_by_role("button", name="Import a list").click()
    dialog = page.get_by_role("dialog")
    picture = tmp_path / "list.csv"
    picture.write_bytes(b"\x89PNG\r\n\x1a\n" + bytes(100))
    dialog.get_by_label("File").set_input_files(picture)
    expect(dialog.get_by_role("alert")).to_contain_text("This is a picture, not a table")
    book = openpyxl.Workbook()
    book.active.append(["Something else"])
    sheet = book.create_sheet("Words")
    for row in (
        ["Query", "Volume"],
        ["comet chaser kit", 320],
        ["comet chaser hat", "many"],
        ["Total", 320],
    ):
        sheet.append(row)
    book.save(tmp_path / "words.xlsx")
    dialog.get_by_label("File").set_input_files(tmp_path / "words.xlsx")
    expect(dialog.get_by_label("Sheet")).to_contain_text("Words")
    expect(dialog.get_by_text("“many” is not a number")).to_be_visible()
    choose(dialog.get_by_label("Column 2 is"), "ignored")
    expect(dialog.get_by_text("“many” is not a number")).to_be_hidden()
    choose(dialog.get_by_label("Column 2 is"), "Searches a month")
    dialog.get_by_role("button", name="Import").click()
    wait_for_message(page, "Importing is done: 2 new keywords")
    wait_for_jobs(page)
    runs = page.get_by_role("complementary", name="Runs")
    with page.expect_download() as taken:
        runs.get_by_role("link", name="1 refused row").click()
    text = Path(taken.value.path()).read_text("utf-8-sig")
    assert '3,"comet chaser hat"' in text
    assert '4,"Total"' in text
    page.goto("/p/1/web/weigh?q=comet+chaser+kit")
    expect(page.get_by_role("row").nth(1)).to_contain_text("320")


def test_a_family_opens_in_place(page: Page) -> None:
    page.goto("/p/1/web/weigh?q=telescope&sort=volume")
    wait_for_rows(page)
    marked = page.get_by_role("button", name=re.compile(r"^\+\d+$")).first
    row = marked.locator("xpath=ancestor::*[@role='row']")
    number = int(row.get_attribute("aria-rowindex") or 0) - 2
    text = current(page, number)
    page.keyboard.press("Home")
    for _ in range(number):
        page.keyboard.press("j")
    page.keyboard.press("v")
    expect(
        page.locator(f"#row-{number}").get_by_role("button", name=re.compile("^−"))
    ).to_be_visible()
    inner = current(page, number + 1)
    assert inner != text
    page.keyboard.press("v")
    expect(page.locator(f"#row-{number + 1}")).not_to_have_text(inner)


def test_another_locale_and_back(page: Page) -> None:
    page.goto("/p/1/web/gather")
    page.get_by_role("button", name=re.compile("^Locale")).click()
    page.get_by_role("menuitem", name="Germany · German").click()
    expect(page.get_by_text("Nothing left to decide")).to_be_visible()
    page.keyboard.press("z")
    wait_for_rows(page)
