"""From a new project's first seed to the exported plan, with the mouse."""

import csv
import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import main_button, message, wait_for_jobs

pytestmark = pytest.mark.browser


def read_csv(path: Path) -> list[list[str]]:
    with path.open(encoding="utf-8-sig", newline="") as file:
        return list(csv.reader(file))


def test_from_the_first_seed_to_the_plan(page: Page, tmp_path: Path) -> None:
    page.goto("/projects/new")
    # Nothing typed: told at the field, nothing lost.
    page.get_by_role("button", name="Make the project").click()
    expect(page.get_by_text("A project needs a name.")).to_be_visible()
    page.get_by_label("Name", exact=True).fill("Slow bread")
    page.get_by_label("What it is about").fill("Sourdough bread, baking courses and flour")
    page.get_by_label("Rivals' brand words").fill("crumbox")
    page.get_by_label("Outlet's name").fill("slowbread.example")
    page.get_by_label("Authority, 0-100").fill("300")
    page.get_by_role("button", name="Make the project").click()
    expect(page.get_by_text("Authority goes from 0 to 100.")).to_be_visible()
    page.get_by_label("Authority, 0-100").fill("31")
    page.reload()
    expect(page.get_by_label("Name", exact=True)).to_have_value("Slow bread")
    page.get_by_role("button", name="Make the project").click()

    expect(page.get_by_role("heading", name="Gather keywords")).to_be_visible()
    page.get_by_label("Seeds, parted by commas or lines").fill("sourdough bread, baking course, 🥖")
    expect(page.get_by_text("Seed 3")).to_be_visible()
    expect(page.get_by_role("button", name="Gather from 2 seeds")).to_be_enabled()
    page.get_by_role("button", name="Gather from 2 seeds").dblclick()
    expect(message(page, "Gathering is done")).to_be_visible(timeout=30_000)
    expect(
        page.get_by_role("complementary", name="Runs").get_by_role("heading", level=3)
    ).to_have_count(1)
    page.get_by_role("tab", name="Covered so far").click()
    expect(
        page.get_by_role("row", name=re.compile("^sourdough bread")).get_by_role("cell").first
    ).to_contain_text(re.compile(r"\d"))

    page.get_by_role("link", name=re.compile("^Weigh")).click()
    main_button(page, "Measure").click()
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_text("Rehearsal Counts")).to_be_visible()
    dialog.get_by_role("button", name=re.compile(r"^Measure \d")).click()
    wait_for_jobs(page)
    expect(page.get_by_role("button", name="All measured")).to_be_visible()
    expect(page.get_by_role("row").nth(1)).to_contain_text(re.compile("Go|Try|Hard|Skip"))

    page.get_by_role("button", name="Difficulty", exact=True).first.click()
    page.get_by_label("Difficulty to").fill("60")
    page.keyboard.press("Escape")
    expect(page).to_have_url(re.compile("difficulty_max=60"))
    with page.expect_download() as taken:
        page.get_by_role("link", name=re.compile("^Export")).click()
    keywords = tmp_path / "keywords.csv"
    taken.value.save_as(keywords)
    lines = read_csv(keywords)
    difficulty = lines[0].index("Difficulty (0-100)")
    assert len(lines) > 5
    assert all(float(line[difficulty]) <= 60 for line in lines[1:])

    page.get_by_role("link", name=re.compile("^Cluster")).click()
    main_button(page, "Cluster").click()
    expect(page.get_by_role("grid", name="Clusters")).to_be_visible(timeout=30_000)
    wait_for_jobs(page)
    for row in (1, 2, 3, 4):
        page.get_by_role("row").nth(row).get_by_role("checkbox").check()
    page.get_by_role("button", name="Plan 4 pieces").click()
    expect(message(page, "4 pieces planned")).to_be_visible()

    page.get_by_role("link", name=re.compile("^Plan")).click()
    page.get_by_role("button", name="Fit to my hours").click()
    wait_for_jobs(page)
    expect(page.get_by_text("below the best possible").first).to_be_visible()
    page.get_by_role("row").nth(2).click()
    inspector = page.get_by_role("complementary", name="Piece")
    last = (
        inspector.get_by_role("combobox", name=re.compile("^Month"))
        .locator("option")
        .last.get_attribute("value")
    )
    inspector.get_by_role("combobox", name=re.compile("^Month")).select_option(last)
    expect(inspector.get_by_label("Pinned")).to_be_checked()
    page.get_by_role("button", name="Fit to my hours").click()
    wait_for_jobs(page)
    expect(inspector.get_by_role("combobox", name=re.compile("^Month"))).to_have_value(str(last))

    with page.expect_download() as taken:
        page.get_by_role("link", name=re.compile("^Export")).click()
    plan = tmp_path / "plan.csv"
    taken.value.save_as(plan)
    lines = read_csv(plan)
    assert len(lines) == 5
    assert str(last) in [line[lines[0].index("Month")] for line in lines]
