"""From a new project's first seed to the exported plan, with the mouse."""

import csv
import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import main_button, wait_for_jobs, wait_for_message

pytestmark = pytest.mark.browser


def read_csv(path: Path) -> list[list[str]]:
    with path.open(encoding="utf-8-sig", newline="") as file:
        return list(csv.reader(file))


def begin(page: Page, about: str, *, publish: str = "", strength: str = "") -> None:
    """The first two questions and where one publishes."""
    page.goto("/projects/new")
    expect(page.get_by_label("In one sentence")).to_be_focused()
    page.keyboard.type(about)
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Where are the people who search?")).to_be_visible()
    page.get_by_role("button", name="Skip").click()
    expect(page.get_by_role("heading", name="Where do you publish?")).to_be_visible()
    if not publish:
        page.get_by_role("button", name="I don't publish yet").click()
        page.get_by_role("button", name="I don't know").click()
        return
    page.get_by_label("Name or URL").fill(publish)
    page.get_by_label("authority, if you know it").fill("300")
    page.get_by_role("button", name="Next").click()
    expect(page.get_by_text("Authority must be between 0 and 100.")).to_be_visible()
    page.get_by_label("authority, if you know it").fill(strength)
    # Nothing typed is lost.
    page.reload()
    expect(page.get_by_label("Name or URL")).to_have_value(publish)
    page.get_by_role("button", name="Next").click()
    page.get_by_label("A sale or job earns").fill("60")
    page.get_by_role("button", name="Next").click()
    expect(page.get_by_text("Enter both what a sale is worth")).to_be_visible()
    page.get_by_label("Sales or jobs per 100 visitors").fill("1")
    expect(page.get_by_text("A visitor is worth about £0.60 to you.")).to_be_visible()
    page.get_by_role("button", name="Next").click()


def test_from_a_sentence_to_the_plan(page: Page, tmp_path: Path) -> None:
    about = "Sourdough bread, baking courses and flour"
    begin(page, about, publish="slowbread.example", strength="31")
    page.get_by_label("Project name").fill("Slow bread")
    page.get_by_role("button", name="Create project").click()

    expect(page.get_by_role("heading", name="Gather keywords")).to_be_visible()
    expect(page.get_by_label("Seeds, separated by commas or new lines")).to_be_focused()
    expect(page.get_by_role("button", name="+ sourdough bread")).to_be_visible()
    expect(page.get_by_role("button", name="+ baking courses")).to_be_visible()
    page.get_by_label("Seeds, separated by commas or new lines").fill(
        "sourdough bread, baking course, 🥖"
    )
    expect(page.get_by_text("Seed 3")).to_be_visible()
    expect(page.get_by_role("button", name="Gather from 2 seeds")).to_be_enabled()
    page.get_by_role("button", name="Gather from 2 seeds").dblclick()
    wait_for_message(page, "Gathering is done", 30_000)
    expect(
        page.get_by_role("complementary", name="Runs").get_by_role("heading", level=3)
    ).to_have_count(1)
    page.get_by_role("tab", name="Coverage").click()
    expect(
        page.get_by_role("row", name=re.compile("^sourdough bread")).get_by_role("cell").first
    ).to_contain_text(re.compile(r"\d"))

    page.get_by_role("link", name="Up next").click()
    page.get_by_role("link", name=re.compile(r"^Measure \d")).click()
    main_button(page, "Measure").click()
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_text("Rehearsal Counts")).to_be_visible()
    dialog.get_by_role("button", name=re.compile(r"^Measure \d")).click()
    wait_for_jobs(page)
    expect(page.get_by_role("button", name=re.compile("^Measure"))).to_have_count(0)
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
    plan_what_is_shown(page)
    wait_for_message(page, re.compile(r"pieces? planned"))

    page.get_by_role("link", name=re.compile("^Plan")).click()
    # Placed already, without a button, where it earns its hours; fitted anew on wish, and proven.
    expect(page.get_by_role("button", name=re.compile("planned for")).first).to_be_visible()
    page.get_by_role("button", name="Schedule to my hours").click()
    wait_for_jobs(page)
    expect(page.get_by_text("of the best possible").first).to_be_visible()
    year = page.get_by_role("complementary", name="Year summary")
    expect(year).to_contain_text(re.compile("hours should return about £|is not known"))
    expect(year).to_contain_text("10 more hours")
    page.get_by_role("row").nth(2).get_by_role("gridcell").first.click()
    inspector = page.get_by_role("complementary", name="Piece")
    month = inspector.get_by_role("combobox", name=re.compile("^Month"))
    month.click()
    last = page.get_by_role("option").last
    named = last.inner_text()
    last.click()
    expect(inspector.get_by_label("Pinned")).to_be_checked()
    page.get_by_role("button", name="Schedule to my hours").click()
    wait_for_jobs(page)
    expect(month).to_contain_text(named)

    page.get_by_role("button", name="Export and import").click()
    with page.expect_download() as taken:
        page.get_by_role("menuitem", name="The plan as CSV").click()
    plan = tmp_path / "plan.csv"
    taken.value.save_as(plan)
    lines = read_csv(plan)
    assert 2 <= len(lines) <= 5
    assert any(line[lines[0].index("Pinned")] == "yes" for line in lines[1:])


def plan_what_is_shown(page: Page) -> None:
    """Where some would fight, the proposal is taken as it is."""
    asked = page.get_by_role("dialog", name="Before planning")
    done = page.get_by_text(re.compile(r"pieces? planned"))
    expect(asked.or_(done).first).to_be_visible()
    if asked.is_visible():
        asked.get_by_role("button", name=re.compile(r"^Plan \d")).click()


OWN = """Keyword;Volume;Difficulty;CPC
fountain pen repair;300;12;1,20
fountain pen nib grinding;90;9;0,80
vintage fountain pens;1.200;55;0,60
how to clean a fountain pen;700;15;0,30
Total;2.290;;
"""


def test_from_ones_own_file_to_the_plan_without_any_source(page: Page) -> None:
    begin(page, "We repair and sell vintage fountain pens")
    page.get_by_label("A list of keywords").click()
    page.get_by_label("My own files only").click()
    page.get_by_role("button", name="Create project").click()

    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Or paste").fill(OWN)
    dialog.get_by_role("button", name="Preview").click()
    expect(dialog.get_by_text("5 rows; 1 rejected")).to_be_visible()
    dialog.get_by_role("button", name="Import 4 rows").click()
    wait_for_message(page, "Importing is done: 4 new keywords")
    wait_for_jobs(page)
    expect(page.get_by_text("This project uses your own files only")).to_be_visible()
    # Nor is anything offered to be asked about.
    page.get_by_role("row", name=re.compile("how to clean")).click()
    expect(page.get_by_role("complementary", name="Keyword")).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("explore|Explore from"))).to_have_count(0)
    page.keyboard.press("Escape")
    expect(page.get_by_role("banner").get_by_text("Practice", exact=True)).to_have_count(0)

    page.get_by_role("link", name=re.compile("^Weigh")).click()
    # The list before has as many rows.
    expect(page.get_by_role("heading", name="Weigh the keywords")).to_be_visible()
    expect(page.get_by_role("row")).to_have_count(5)
    expect(page.get_by_role("button", name=re.compile("^Measure"))).to_have_count(0)
    page.get_by_role("row", name=re.compile("how to clean")).click()
    inspector = page.get_by_role("complementary", name="Keyword")
    expect(inspector).to_contain_text("based on the difficulty in your file")
    inspector.get_by_role("button", name="Unlikely", exact=True).click()
    expect(inspector).to_contain_text("based on your own estimate")
    inspector.get_by_role("button", name="Likely", exact=True).click()
    expect(inspector).to_contain_text("80%")

    page.get_by_role("link", name=re.compile("^Cluster")).click()
    main_button(page, "Cluster").click()
    expect(page.get_by_role("grid", name="Clusters")).to_be_visible(timeout=30_000)
    wait_for_jobs(page)
    page.get_by_role("row").nth(1).click()
    page.keyboard.press("Escape")
    page.keyboard.press("a")
    page.get_by_role("button", name=re.compile(r"^Plan \d")).click()
    plan_what_is_shown(page)
    wait_for_message(page, re.compile(r"pieces? planned"))
    page.get_by_role("link", name=re.compile("^Plan")).click()
    expect(page.get_by_role("grid", name="The year")).to_contain_text(
        "fountain pen", ignore_case=True
    )
    expect(page.get_by_role("complementary", name="Year summary")).to_contain_text(
        "hours should return about £"
    )


def test_what_the_sentence_says_is_not_asked_again(page: Page) -> None:
    page.goto("/projects/new")
    page.get_by_label("In one sentence").fill("We tune pianos and repair organs in Marlbury")
    page.get_by_role("button", name="Next").click()
    towns = page.get_by_label("Towns or regions you serve")
    expect(towns).to_have_value("Marlbury")
    expect(page.get_by_text("Taken from your sentence")).to_be_visible()
    # What is typed stays, whatever the sentence becomes.
    towns.fill("Tennick")
    page.get_by_role("button", name="Back").click()
    page.get_by_label("In one sentence").fill("We tune pianos in Westerholm")
    page.get_by_role("button", name="Next").click()
    expect(towns).to_have_value("Tennick")
    page.reload()
    expect(towns).to_have_value("Tennick")
    page.get_by_role("button", name="Skip").click()
    page.get_by_role("button", name="I don't publish yet").click()
    page.get_by_role("button", name="I don't know").click()
    page.get_by_role("button", name="Create project").click()
    seed = page.get_by_role("button", name="piano tuning")
    seed.click()
    expect(page.get_by_label("Seeds, separated by commas or new lines")).to_have_value(
        "piano tuning"
    )
    expect(seed).to_have_attribute("aria-pressed", "true")
    seed.click()
    expect(page.get_by_label("Seeds, separated by commas or new lines")).to_have_value("")
