"""What stands around every page: help, the tour, the history and undo by a button."""

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import wait_for_message, wait_for_rows


def test_help_is_of_the_step_one_is_in(page: Page) -> None:
    page.goto("/p/1/web/rivals")
    expect(page.get_by_role("heading", name="Competitors")).to_be_visible()
    page.keyboard.press("?")
    help_ = page.get_by_role("dialog", name="Help")
    expect(help_.get_by_role("button", name="Weigh")).to_have_attribute("aria-pressed", "true")
    expect(help_.get_by_text("Shows demand beside competition")).to_be_visible()
    expect(help_.get_by_text("estimated probability that you reach page one")).to_be_visible()
    help_.get_by_role("button", name="Write").click()
    expect(help_.get_by_text("within each field's limit")).to_be_visible()
    expect(help_.get_by_text("Undo the last change")).to_be_visible()
    page.keyboard.press("Escape")
    expect(help_).to_have_count(0)


def test_the_tour_goes_from_step_to_step_and_comes_once(page: Page) -> None:
    page.goto("/p/1/web")
    tour = page.get_by_role("complementary", name="Tour")
    page.get_by_role("button", name="Help").click()
    page.get_by_role("button", name="Show the tour").click()
    tour.get_by_role("button", name="Start the tour").click()
    for number, step in enumerate(("Gather", "Weigh", "Cluster", "Plan", "Write", "Follow"), 1):
        expect(tour.get_by_role("heading", name=step)).to_be_visible()
        expect(tour.get_by_text(f"{number} of 6")).to_be_visible()
        expect(page).to_have_url(re.compile(f"/{step.lower()}$"))
        expect(page).to_have_title(f"{step} – Duskfield Astronomy – Bunraku")
        tour.get_by_role("button", name="Finish" if step == "Follow" else "Next").click()
    expect(tour).to_have_count(0)
    # The first time it comes by itself; skipped, never again.
    page.evaluate("localStorage.removeItem('bunraku.tour')")
    page.context.add_init_script("delete window.shown")
    fresh = page.context.browser.new_context() if page.context.browser else page.context
    other = fresh.new_page()
    other.goto(page.url)
    other.get_by_role("button", name="Skip the tour").click()
    other.reload()
    expect(other.get_by_role("heading", name="Follow")).to_be_visible()
    expect(other.get_by_role("complementary", name="Tour")).to_have_count(0)
    fresh.close()


def test_each_change_is_undone_by_a_button(page: Page) -> None:
    page.goto("/p/1/web/weigh?state=open")
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("y")
    wait_for_message(page, "1 keyword kept.")
    page.get_by_role("button", name="Undo").click()
    wait_for_message(page, "Undone: Kept")
    wait_for_rows(page)
    page.keyboard.press("y")
    wait_for_message(page, "1 keyword kept.")
    page.keyboard.press("j")
    page.keyboard.press("p")
    page.get_by_label("Note").fill("later")
    page.keyboard.press("Enter")
    wait_for_message(page, "1 keyword parked.")
    # The one before the last, by itself.
    page.get_by_role("button", name="History").click()
    changes = page.get_by_role("list", name="Latest changes").get_by_role("listitem")
    kept, parked = changes.filter(has_text="Kept").first, changes.filter(has_text="Parked").first
    expect(parked).to_contain_text("demo")
    kept.get_by_role("button", name=re.compile("^Undo: Kept")).click()
    expect(kept).to_contain_text("undone")
    expect(parked.get_by_role("button", name=re.compile("^Undo: Parked"))).to_be_visible()
    parked.get_by_role("button").click()
    expect(parked).to_contain_text("undone")
    page.get_by_role("link", name="activity log").click()
    expect(page).to_have_url(re.compile("/settings#log$"))
    expect(page.get_by_text("Undid: Parked").first).to_be_visible()
