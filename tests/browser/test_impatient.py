"""What an impatient person does: back, reload, two windows, keys while typing, a stopped job, a
stranger's address."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import wait_for_jobs, wait_for_message, wait_for_rows

pytestmark = pytest.mark.browser


def test_the_address_holds_the_view_and_back_works(page: Page) -> None:
    page.goto("/p/1/web/weigh?volume_min=500&sort=difficulty&descending=false")
    grid = page.get_by_role("grid", name="Keywords")
    expect(grid).to_be_visible()
    expect(page.get_by_text("500 or more")).to_be_visible()
    wait_for_rows(page)
    page.get_by_role("row").nth(3).click()
    expect(page).to_have_url(re.compile(r"row=\d+"))
    name = (
        page.get_by_role("complementary", name="Keyword")
        .get_by_role("heading", level=2)
        .inner_text()
    )
    page.reload()
    expect(
        page.get_by_role("complementary", name="Keyword").get_by_role("heading", level=2)
    ).to_have_text(name)
    page.go_back()
    expect(page.get_by_role("complementary", name="Keyword")).to_be_hidden()
    expect(page.get_by_text("500 or more")).to_be_visible()
    page.get_by_role("button", name="Clear Searches").click()
    expect(page).not_to_have_url(re.compile("volume_min"))


def test_nonsense_in_the_address_is_left_out(page: Page) -> None:
    page.goto("/p/1/web/weigh?volume_min=lots&sort=secret&verdict=perhaps&row=-4&q=%22moon%22")
    expect(page.get_by_role("grid", name="Keywords")).to_be_visible()
    expect(page.get_by_label("Filter by words")).to_have_value("moon")


def test_typing_fires_no_key(page: Page) -> None:
    page.goto("/p/1/web/weigh")
    wait_for_rows(page)
    steps = page.get_by_role("navigation", name="Steps")
    expect(steps).to_contain_text(re.compile(r"\d of \d"))
    before = steps.text_content() or ""
    page.keyboard.press("j")
    page.keyboard.press("/")
    page.keyboard.type("sxzc4?m")
    expect(page.get_by_text("No keyword matches")).to_be_visible()
    expect(steps).to_have_text(before)
    assert "/weigh" in page.url


def test_deep_scrolling_shows_rows(page: Page) -> None:
    page.goto("/p/1/web/weigh")
    wait_for_rows(page)
    total = int(page.get_by_role("grid").get_attribute("aria-rowcount") or 0)
    assert total > 500
    page.keyboard.press("End")
    last = page.locator(f'[role=row][aria-rowindex="{total}"]')
    expect(last).to_be_visible()
    expect(last).not_to_have_attribute("aria-busy", "true")
    page.keyboard.press("Home")
    expect(page.get_by_role("row").nth(1)).to_have_attribute("aria-rowindex", "2")


def test_two_windows_see_each_others_changes(page: Page) -> None:
    page.goto("/p/1/video/weigh")
    wait_for_rows(page)
    other = page.context.new_page()
    other.goto("/p/1/video/weigh")
    wait_for_rows(other)
    first = other.get_by_role("row").nth(1).get_by_role("checkbox")
    name = first.get_attribute("aria-label") or ""
    page.get_by_role("row").nth(1).click()
    page.keyboard.press("x")
    page.keyboard.press("1")
    wait_for_message(page, "1 keyword rejected")
    other.bring_to_front()
    other.reload()
    expect(first).not_to_have_attribute("aria-label", name)
    # Undoing it here, twice and fast, takes back this one change and no other.
    other.keyboard.press("z")
    other.keyboard.press("z")
    expect(first).to_have_attribute("aria-label", name)
    other.close()


def test_a_job_can_be_stopped_and_the_page_left(page: Page) -> None:
    page.goto("/p/1/marketplace/gather")
    page.get_by_label("Seeds, separated by commas or new lines").fill(
        "\n".join(f"garden lamp {n}" for n in range(60))
    )
    page.get_by_role("button", name="Gather from 60 seeds").click()
    expect(page.get_by_role("button", name="Stop")).to_be_visible()
    page.goto("/p/1/marketplace/plan")
    page.goto("/p/1/marketplace/gather")
    page.get_by_role("button", name="Stop").click()
    wait_for_jobs(page)
    page.reload()
    expect(
        page.get_by_role("complementary", name="Runs").get_by_text("stopped", exact=True)
    ).to_be_visible()


def test_signing_out_and_in_as_another(page: Page) -> None:
    page.goto("/sign-in")
    page.get_by_role("button", name="Create an account").click()
    page.get_by_label("Name").fill("demo")
    page.get_by_label("Password").fill("short")
    page.get_by_role("button", name="Create account").click()
    expect(page.get_by_text(re.compile("too short"))).to_be_visible()
    page.get_by_label("Name").fill("another")
    page.get_by_label("Password").fill("a long pass phrase")
    page.get_by_role("button", name="Create account").click()
    # A person without a project begins with one; the demo's is not theirs.
    expect(page.get_by_role("heading", name="What are you about?")).to_be_visible()
    page.goto("/p/1/web/weigh")
    expect(page.get_by_role("heading", name="Page not found")).to_be_visible()
    page.goto("/sign-in")
    page.get_by_label("Name").fill("another")
    page.get_by_label("Password").fill("wrong")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_text("Wrong name or password.")).to_be_visible()


def test_a_keyword_is_moved_and_a_cluster_named(page: Page) -> None:
    page.goto("/p/1/web/cluster?several=true&sort=keywords")
    page.get_by_role("row").nth(1).click()
    inspector = page.get_by_role("complementary", name="Cluster")
    inspector.get_by_role("button", name="Rename").click()
    inspector.get_by_label("Name of the cluster").fill("My own name")
    inspector.get_by_role("button", name="Save name").click()
    expect(inspector.get_by_role("heading", name="My own name")).to_be_visible()
    inspector.get_by_role("button", name=re.compile("^Move ")).last.click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Find a cluster").fill("telescope")
    dialog.get_by_role("listitem").nth(2).get_by_role("button").click()
    wait_for_message(page, "Re-clustering keeps it there")
    page.keyboard.press("z")
    wait_for_message(page, "Undone: Moved")
    page.keyboard.press("z")
    expect(inspector.get_by_role("heading", name="My own name")).to_be_hidden()


def test_settings_are_saved_and_undone(page: Page) -> None:
    page.goto("/p/1/web/settings")
    page.get_by_label("Hours a month").fill("44")
    page.get_by_role("button", name="Save the project").click()
    wait_for_message(page, "Saved.")
    wait_for_jobs(page)
    page.goto("/p/1/web/plan")
    expect(page.get_by_text("44 a month available")).to_be_visible()
    page.keyboard.press("z")
    expect(page.get_by_text("30 a month available")).to_be_visible()


def test_another_outlet_is_chosen_and_the_sheet_follows(page: Page) -> None:
    page.goto("/p/1/web/settings")
    new = page.get_by_role("form", name="New outlet")
    new.get_by_label("Outlet's name").fill("Giant")
    new.get_by_label("Authority").fill("90")
    new.get_by_role("button", name="Add the outlet").click()
    giant = page.get_by_role("form", name="Outlet Giant")
    choose = giant.get_by_role("button", name="Use for this channel")
    expect(choose).to_be_enabled()
    wait_for_jobs(page)
    page.goto("/p/1/web/weigh?q=telescope&sort=volume")
    wait_for_rows(page)
    row = page.get_by_role("row").nth(1)
    before = row.inner_text()
    page.goto("/p/1/web/settings")
    choose.dblclick()
    expect(giant.get_by_role("button", name="Used for this channel")).to_be_disabled()
    wait_for_message(page, "now uses Giant")
    wait_for_jobs(page)
    page.goto("/p/1/web/weigh?q=telescope&sort=volume")
    wait_for_rows(page)
    assert row.inner_text() != before
    page.keyboard.press("z")
    wait_for_message(page, "Undone: ")
    wait_for_jobs(page)
    page.reload()
    wait_for_rows(page)
    assert row.inner_text() == before
    page.keyboard.press("z")
    wait_for_message(page, "Undone: Added outlet Giant")
    page.goto("/p/1/web/settings")
    log = page.get_by_role("region", name="Activity log")
    expect(log.get_by_role("listitem").first).to_contain_text("Undid: Added outlet Giant")
    expect(log.get_by_role("listitem").first).to_contain_text("demo")
