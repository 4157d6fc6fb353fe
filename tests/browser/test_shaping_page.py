"""Clusters shaped on the page: proposals, merging, themes; the score; what comes first; the grid; a
plan that comes back."""

import re
from pathlib import Path

import pytest
from openpyxl import load_workbook
from playwright.sync_api import Page, expect

from tests.browser.conftest import wait_for_message, wait_for_rows

pytestmark = pytest.mark.browser


def test_proposals_are_taken_and_declined_by_key(page: Page) -> None:
    page.goto("/p/1/marketplace/cluster")
    wait_for_rows(page)
    page.keyboard.press("p")
    panel = page.get_by_role("complementary", name="Suggested changes")
    expect(panel.locator("li[aria-current]")).to_have_count(1)
    first = panel.locator("li").first.inner_text()
    page.keyboard.press("n")
    wait_for_message(page, "Dismissed")
    expect(panel.locator("li").first).not_to_have_text(first)
    page.keyboard.press("y")
    wait_for_message(page, re.compile("are now separate|is part of|is in"))
    page.keyboard.press("z")
    wait_for_message(page, "Undone")
    page.keyboard.press("z")
    wait_for_message(page, "Undone")


def test_clusters_are_merged_and_put_into_a_theme(page: Page) -> None:
    page.goto("/p/1/video/cluster")
    wait_for_rows(page)
    for row in (1, 2):
        page.get_by_role("row").nth(row).get_by_role("checkbox").check()
    page.keyboard.press("t")
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Name of a new theme").fill("Evenings out")
    page.keyboard.press("Enter")
    wait_for_message(page, "moved to Evenings out")
    page.get_by_role("combobox", name="Theme").click()
    page.get_by_role("option", name="Evenings out").click()
    expect(page.get_by_text("2 found ·")).to_be_visible()
    for row in (1, 2):
        page.get_by_role("row").nth(row).get_by_role("checkbox").check()
    page.keyboard.press("m")
    wait_for_message(page, "2 clusters are now one")
    expect(page.get_by_text("1 found ·")).to_be_visible()
    for _ in range(2):
        page.keyboard.press("z")
        wait_for_message(page, "Undone")


def test_keywords_are_dragged_to_another_cluster(page: Page) -> None:
    page.goto("/p/1/web/cluster?several=true&sort=keywords")
    wait_for_rows(page)
    page.get_by_role("row").nth(1).get_by_role("gridcell").nth(1).click()
    inspector = page.get_by_role("complementary", name="Cluster")
    member = inspector.locator("li[draggable]").nth(1)
    text = member.get_by_role("checkbox").get_attribute("aria-label") or ""
    member.drag_to(page.get_by_role("row").nth(4).get_by_role("gridcell").nth(2))
    wait_for_message(page, "1 keyword moved to")
    expect(inspector.get_by_label(text)).to_have_count(0)
    page.keyboard.press("z")
    wait_for_message(page, "Undone")


def test_the_score_leads_to_a_cluster_and_to_the_sheet(page: Page) -> None:
    page.goto("/p/1/web/cluster")
    wait_for_rows(page)
    page.keyboard.press("v")
    expect(page.get_by_role("list", name="Themes")).to_be_visible()
    page.keyboard.press("l")
    page.keyboard.press("Enter")
    expect(page.get_by_role("complementary", name="Cluster")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("complementary", name="Theme")).to_be_visible()
    page.get_by_role("button", name="Show its clusters").click()
    expect(page.get_by_role("grid", name="Clusters")).to_be_visible()
    expect(page).to_have_url(re.compile(r"theme=\d+"))


def test_weights_of_ones_own_change_the_order(page: Page) -> None:
    page.goto("/p/1/web/first")
    table = page.get_by_role("table", name="Order of work")
    expect(table).to_be_visible()
    before = table.get_by_role("row").nth(1).inner_text()
    page.get_by_role("button", name="Change the weights").click()
    slider = page.get_by_role("slider", name="Weight of searches")
    slider.focus()
    for _ in range(20):
        page.keyboard.press("ArrowRight")
    expect(table.get_by_role("row").nth(1)).not_to_have_text(before)
    page.wait_for_timeout(1_000)
    page.reload()
    expect(page.get_by_role("slider", name="Weight of searches")).to_have_attribute(
        "aria-valuenow", "10"
    )
    page.get_by_role("button", name="Keywords").click()
    expect(page).to_have_url(re.compile("of=keywords"))


def test_what_is_missing_is_gathered_by_key(page: Page) -> None:
    page.goto("/p/1/web/grid")
    lacking = page.get_by_role("button", name=re.compile("not gathered$")).first
    label = lacking.get_attribute("aria-label") or ""
    lacking.click()
    page.keyboard.press("g")
    wait_for_message(page, "1 combination gathered")
    expect(page.get_by_role("button", name=label, exact=True)).to_have_count(0)


def test_an_edited_plan_is_shown_before_it_is_taken(page: Page, tmp_path: Path) -> None:
    page.goto("/p/1/web/plan")
    wait_for_rows(page)
    page.get_by_role("button", name="Export and import").click()
    with page.expect_download() as taken:
        page.get_by_role("menuitem", name="Plan as XLSX").click()
    path = tmp_path / "plan.xlsx"
    taken.value.save_as(path)
    book = load_workbook(path)
    sheet = book["Plan"]
    at = {cell.value: cell.column for cell in sheet[1]}
    title = str(sheet.cell(2, at["Piece"]).value)
    sheet.cell(2, at["Status"]).value = "writing"
    sheet.cell(3, at["Hours"]).value = "soon"
    book.save(path)
    page.get_by_role("button", name="Export and import").click()
    page.get_by_role("menuitem", name="Import an edited plan").click()
    page.locator("input[type=file]").set_input_files(path)
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text(f"{title}, status: idea writing")
    expect(dialog).to_contain_text("Row 3: Hours: “soon” is not a number of hours")
    dialog.get_by_role("button", name="Apply 1 change").click()
    wait_for_message(page, "1 field of 1 piece updated")
    expect(page.get_by_role("row").filter(has_text="Writing ·").first).to_be_visible()
