"""The same walk with the keyboard alone: the mouse is never used."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import wait_for_jobs, wait_for_message, wait_for_rows

pytestmark = pytest.mark.browser
NAME_OF_FOCUS = """() => {
    const e = document.activeElement;
    if (!e) return "";
    const label = e.labels && e.labels[0] ? e.labels[0].innerText : "";
    return (e.getAttribute("aria-label") || label || e.innerText || "").trim();
}"""


def tab_to(page: Page, name: str, most: int = 80) -> None:
    """Press Tab until the control of that name has the focus."""
    for _ in range(most):
        page.keyboard.press("Tab")
        if re.match(name, page.evaluate(NAME_OF_FOCUS)):
            return
    raise AssertionError(
        f"“{name}” is not reached by Tab; the focus is on “{page.evaluate(NAME_OF_FOCUS)}”"
    )


def command(page: Page, words: str) -> None:
    """Run a command by the command box."""
    page.keyboard.press("Control+k")
    expect(page.get_by_role("dialog", name="Search or run a command")).to_be_visible()
    page.keyboard.type(words)
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog", name="Search or run a command")).to_be_hidden()


def test_the_walk_with_the_keyboard_alone(page: Page) -> None:
    page.goto("/projects/new")
    # Each question has the focus where it is answered, and Enter goes on.
    expect(page.get_by_label("In one sentence")).to_be_focused()
    page.keyboard.type("Moss gardens and shade plants")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Where are the people who search?")).to_be_visible()
    tab_to(page, "Next")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Where do you publish?")).to_be_visible()
    page.keyboard.press("Tab")
    page.keyboard.type("quietgarden.example")
    tab_to(page, "authority, if you know it")
    page.keyboard.type("28")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="What is a visitor worth to you?")).to_be_visible()
    tab_to(page, "I don't know")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="What do you have already?")).to_be_visible()
    tab_to(page, "Project name")
    page.keyboard.type("Quiet garden")
    page.keyboard.press("Enter")

    expect(page.get_by_role("heading", name="Gather keywords")).to_be_visible()
    page.keyboard.press("/")
    page.keyboard.type("moss garden")
    expect(page.get_by_role("button", name="Gather from 1 seed")).to_be_enabled()
    page.keyboard.press("Enter")
    wait_for_message(page, "Gathering is done", 30_000)
    page.keyboard.press("Escape")

    page.keyboard.press("2")
    expect(page.get_by_role("heading", name="Weigh the keywords")).to_be_visible()
    expect(page.get_by_role("grid", name="Keywords")).to_be_visible()
    page.keyboard.press("m")
    expect(
        page.get_by_role("dialog").get_by_role("button", name=re.compile(r"^Measure \d"))
    ).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog")).to_be_hidden()
    wait_for_jobs(page)
    expect(page.get_by_role("button", name=re.compile("^Measure"))).to_have_count(0)
    expect(page.get_by_role("row").nth(1)).to_contain_text(re.compile("Go|Try|Hard|Skip"))

    # Through the rows: choose, shortlist, drop with a reason, undo, compare, open.
    page.keyboard.press("j")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("k")
    page.keyboard.press("s")
    wait_for_message(page, "1 keyword shortlisted")
    expect(page.get_by_role("row").nth(1)).to_contain_text("shortlist")
    second = page.get_by_role("row").nth(2).get_by_role("gridcell").nth(1).inner_text()
    page.keyboard.press("j")
    page.keyboard.press("x")
    expect(page.get_by_role("dialog", name="Reject 1 keyword")).to_be_visible()
    page.keyboard.press("1")
    wait_for_message(page, "1 keyword rejected")
    expect(page.get_by_role("row").nth(2)).not_to_contain_text(second)
    page.keyboard.press("z")
    wait_for_message(page, "Undone: Rejected")
    expect(page.get_by_role("row").nth(2)).to_contain_text(second)
    for _ in range(2):
        page.keyboard.press("j")
        page.keyboard.press("c")
    expect(
        page.get_by_role("region", name="Tray").get_by_role("button", name="Compare 2")
    ).to_be_enabled()
    page.keyboard.press("Enter")
    expect(page.get_by_role("complementary", name="Keyword")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("complementary", name="Keyword")).to_be_hidden()
    page.keyboard.press("/")
    page.keyboard.type("jxsz")
    expect(page.get_by_text("No keyword matches")).to_be_visible()
    page.keyboard.press("Control+a")
    page.keyboard.press("Delete")
    page.keyboard.press("Escape")
    expect(page.get_by_role("grid", name="Keywords")).to_be_visible()

    command(page, "cluster")
    expect(page.get_by_role("heading", name="Cluster the keywords")).to_be_visible()
    tab_to(page, r"Cluster \d+")
    page.keyboard.press("Enter")
    expect(page.get_by_role("grid", name="Clusters")).to_be_visible(timeout=30_000)
    wait_for_jobs(page)
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("Space")
    page.keyboard.press("j")
    page.keyboard.press("Space")
    expect(page.get_by_role("button", name="Plan 2 pieces")).to_be_enabled()
    tab_to(page, "Plan 2 pieces")
    page.keyboard.press("Enter")
    wait_for_message(page, "2 pieces planned")

    page.keyboard.press("4")
    expect(page.get_by_role("grid", name="The year")).to_be_visible()
    wait_for_rows(page)
    page.keyboard.press("f")
    wait_for_jobs(page)
    expect(page.get_by_text("of the best possible").first).to_be_visible()
    page.keyboard.press("j")
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("row").filter(has_text="pinned")).to_have_count(1)
    # From the list to the brief as it is printed.
    page.keyboard.press("Enter")
    expect(page.get_by_role("link", name="Its brief")).to_be_visible()
    page.keyboard.press("b")
    brief = page.get_by_role("article").first
    expect(brief).to_contain_text("Purpose")
    expect(brief).to_contain_text("Current results")
    page.emulate_media(media="print")
    expect(page.get_by_role("navigation", name="Steps")).to_be_hidden()
    expect(page.get_by_role("banner")).to_be_hidden()
    expect(brief).to_be_visible()
    page.emulate_media(media="screen")
    page.keyboard.press("Escape")
    expect(page.get_by_role("grid", name="The year")).to_be_visible()
    tab_to(page, "Export and import")
    page.keyboard.press("Enter")
    with page.expect_download() as taken:
        page.keyboard.press("Enter")
    assert taken.value.suggested_filename == "plan.xlsx"
