"""Judging results pages one after the other with the keyboard, and what a person does on one."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import wait_for_jobs, wait_for_message, wait_for_rows

pytestmark = pytest.mark.browser


def heading(page: Page) -> str:
    return page.get_by_role("heading", level=1).inner_text()


def open_page(page: Page, address: str = "/p/1/web/weigh?waiting=false&volume_min=30") -> None:
    page.goto(address)
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("r")
    expect(page.get_by_role("table", name="Results", exact=True)).to_be_visible()


def test_pages_are_judged_by_keys(page: Page) -> None:
    open_page(page)
    expect(page.get_by_text(re.compile(r"· 1 of \d+ in Weigh"))).to_be_visible()
    expect(page.get_by_text("Of the top ten")).to_be_visible()
    first = heading(page)
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("heading", level=1)).not_to_have_text(first)
    second = heading(page)
    # Decided by one key, and on to the next.
    page.keyboard.press("y")
    wait_for_message(page, f"“{second}” kept")
    expect(page.get_by_role("heading", level=1)).not_to_have_text(second)
    third = heading(page)
    page.keyboard.press("x")
    wait_for_message(page, f"“{third}” rejected")
    expect(page.get_by_role("heading", level=1)).not_to_have_text(third)
    page.keyboard.press("z")
    wait_for_message(page, re.compile("Undone|undecided again", re.IGNORECASE))
    page.keyboard.press("ArrowLeft")
    expect(page.get_by_role("heading", level=1)).to_have_text(third)
    # The address holds it, and the list is there after a reload.
    page.reload()
    expect(page.get_by_role("heading", level=1)).to_have_text(third)
    expect(page.get_by_text(re.compile(r"· 3 of \d+ in Weigh"))).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("heading", name="Weigh the keywords")).to_be_visible()
    assert "volume_min=30" in page.url


def test_the_slider_recomputes_at_once(page: Page) -> None:
    open_page(page)
    slider = page.get_by_role("slider", name="Try another strength")
    before = int(slider.get_attribute("aria-valuenow") or 0)
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url))
    slider.focus()
    page.keyboard.press("End")
    expect(slider).to_have_attribute("aria-valuenow", "100")
    expect(page.get_by_text("most likely 1st")).to_be_visible()
    assert not [url for url in asked if "/page" in url]
    page.get_by_role("button", name=f"today {before}").click()
    expect(slider).to_have_attribute("aria-valuenow", str(before))


def test_a_page_noted_by_hand_stands_first(page: Page) -> None:
    page.goto("/p/1/web/weigh?waiting=true")
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("r")
    expect(page.get_by_role("heading", name="Results page not fetched")).to_be_visible()
    page.get_by_role("button", name="Enter results by hand").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Results page of").fill("no address here")
    dialog.get_by_role("button", name="Save results page").click()
    expect(dialog.get_by_text("No line has a URL.")).to_be_visible()
    dialog.get_by_label("Results page of").fill(
        "First of all https://one.example/x\ntwo.example/y Two"
    )
    dialog.get_by_role("button", name="Save results page").click()
    wait_for_message(page, "2 results entered")
    expect(page.get_by_role("table", name="Results", exact=True).get_by_role("row")).to_have_count(
        3
    )
    expect(page.get_by_text("based on 0 of 10 results")).to_be_visible()


def test_a_page_is_read_deeper_at_a_price(page: Page) -> None:
    open_page(page, "/p/1/marketplace/weigh?waiting=false")
    page.keyboard.press("r")
    dialog = page.get_by_role("dialog", name="Fetch the results page")
    expect(dialog.get_by_text("Nothing to fetch")).to_be_visible()
    dialog.get_by_label("Depth").click()
    page.get_by_role("option", name="top 50").click()
    expect(dialog.get_by_text("1 results page to fetch, at most 2 lookups")).to_be_visible()
    dialog.get_by_role("button", name="Fetch 1 results page").dblclick()
    wait_for_jobs(page)
    page.get_by_label("Results shown").click()
    page.get_by_role("option", name="first 50").click()
    rows = page.get_by_role("table", name="Results", exact=True).get_by_role("row")
    expect(rows).to_have_count(51)
    page.get_by_label("Material").click()
    page.get_by_role("option", name=re.compile("^of ")).nth(1).click()
    expect(page.get_by_text(re.compile(r"^\d+ hidden$"))).to_be_visible()
    expect(rows).not_to_have_count(51)


def test_rivals_lead_to_their_pages(page: Page) -> None:
    page.goto("/p/1/web/weigh")
    page.get_by_role("button", name="Views").click()
    page.get_by_role("menuitem", name=re.compile("^Competitors")).click()
    expect(page.get_by_role("heading", name="Competitors")).to_be_visible()
    page.locator("tbody button").first.click()
    rival = page.get_by_role("complementary", name="Competitor")
    expect(rival.get_by_text("Only theirs")).to_be_visible()
    rival.get_by_role("listitem").first.get_by_role("button").click()
    expect(page.get_by_role("table", name="Results", exact=True)).to_be_visible()
    page.go_back()
    expect(page.get_by_role("heading", name="Competitors")).to_be_visible()
