"""From a piece of the plan to copied fields, by keys alone; nothing typed is lost."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import wait_for_jobs, wait_for_message, wait_for_rows

pytestmark = pytest.mark.browser


def open_unbegun(page: Page, channel: str = "web") -> None:
    page.goto(f"/p/1/{channel}/write?lacks=unbegun&only=true")
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("textbox", name="Title", exact=True)).to_be_visible()


def saved(page: Page) -> None:
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()


def test_from_the_plan_to_copied_fields_by_keys(page: Page) -> None:
    page.context.grant_permissions(["clipboard-read", "clipboard-write"])
    page.goto("/p/1/web/plan")
    # Tests before this one may have left work that moves the rows.
    wait_for_jobs(page)
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(page.get_by_role("link", name="Open in editor")).to_be_visible()
    page.keyboard.press("e")
    expect(page.get_by_role("textbox", name="Title", exact=True)).to_be_visible()
    # The list of pieces, and another one that nothing is written for yet.
    page.keyboard.press("5")
    expect(page.get_by_role("heading", name="Write", exact=True)).to_be_visible()
    open_unbegun(page)
    title = page.get_by_role("textbox", name="Title", exact=True)
    title.focus()
    main = title.input_value()
    page.keyboard.press("Alt+p")
    take = page.get_by_role("button", name="Use it").first
    expect(take).to_be_visible()
    take.press("Enter")
    expect(title).to_be_focused()
    page.keyboard.press("End")
    page.keyboard.type(", and how long it lasts")
    saved(page)
    # What comes next, done by a key each: it goes on with what is left.
    description = page.get_by_role("textbox", name="Description")
    description.focus()
    page.keyboard.type(f"{main}: what it is, what it costs, and what to look at first.")
    expect(page.get_by_role("button", name=f"{main.lower()}: Description:")).to_be_visible()
    page.keyboard.press("Alt+c")
    wait_for_message(page, "Description copied")
    assert main in page.evaluate("navigator.clipboard.readText()")
    page.keyboard.press("Alt+Shift+C")
    wait_for_message(page, "All fields copied")
    whole = page.evaluate("navigator.clipboard.readText()")
    assert whole.startswith("Title\n")
    assert "and how long it lasts" in whole
    saved(page)
    page.reload()
    expect(title).to_have_value(title.input_value())
    expect(description).to_have_value(
        f"{main}: what it is, what it costs, and what to look at first."
    )


def test_over_a_limit_nothing_is_lost(page: Page) -> None:
    open_unbegun(page)
    title = page.get_by_role("textbox", name="Title", exact=True)
    title.fill("A title of many words " * 5)
    expect(page.get_by_text("Cut off after")).to_be_visible()
    expect(title).to_have_attribute("aria-invalid", "true")
    saved(page)
    page.reload()
    expect(title).to_have_value("A title of many words " * 5)


def test_a_place_is_shown_in_its_field(page: Page) -> None:
    page.goto("/p/1/web/write?q=red+light+torch&lacks=begun")
    wait_for_rows(page)
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    body = page.get_by_role("textbox", name="Text")
    body.fill("One thing.\n\n" * 40 + "Here is how to fix a red light torch.\n" * 7)
    told = "how to fix a red light torch: Text: exact, 7 times"
    cell = page.get_by_role("button", name=told)
    expect(cell).to_be_visible()
    cell.click()
    chosen = body.evaluate("e => e.value.slice(e.selectionStart, e.selectionEnd)")
    assert chosen == "how to fix a red light torch"


def test_two_windows_write_one_piece(page: Page) -> None:
    open_unbegun(page, "video")
    address = page.url
    other = page.context.new_page()
    other.goto(address)
    spoken = other.get_by_role("textbox", name="Opening line (spoken)")
    spoken.fill("Hello from the other window.")
    saved(other)
    page.get_by_role("textbox", name="Description").fill("Written here.")
    wait_for_message(page, "Changed in another window")
    expect(page.get_by_role("textbox", name="Opening line (spoken)")).to_have_value(
        "Hello from the other window."
    )
    # Different paragraphs of one text come together.
    text, theirs = (w.get_by_role("textbox", name="Description") for w in (page, other))
    text.fill("One.\n\nTwo.\n\nThree.")
    saved(page)
    other.reload()
    expect(theirs).to_have_value("One.\n\nTwo.\n\nThree.")
    theirs.fill("One.\n\nTwo.\n\nThree, theirs.")
    saved(other)
    text.fill("One, mine.\n\nTwo.\n\nThree.")
    expect(text).to_have_value("One, mine.\n\nTwo.\n\nThree, theirs.")
    # Both change the title: one's own stands, the other's is shown, and is a version.
    other.get_by_role("textbox", name="Title", exact=True).fill("Theirs")
    saved(other)
    page.get_by_role("textbox", name="Title", exact=True).fill("Mine")
    note = page.get_by_role("alert").filter(has_text="also changed this part of the title")
    expect(note).to_contain_text("Theirs")
    note.get_by_role("button", name="Take theirs").click()
    expect(page.get_by_role("textbox", name="Title", exact=True)).to_have_value("Theirs")
    page.get_by_role("textbox", name="Title", exact=True).fill("Mine again")
    saved(page)
    page.get_by_role("button", name="versions").click()
    dialog = page.get_by_role("dialog", name="Versions")
    # Each window has a version of its own: the other's was the first.
    dialog.get_by_role("button", name=re.compile("^Version 1")).click()
    expect(dialog.get_by_text("Theirs")).to_be_visible()
    other.close()


UNREACHED = """const reached = window.fetch;
window.fetch = (asked, ...more) =>
    sessionStorage.unreached && String(asked.url ?? asked).endsWith("/draft")
        ? Promise.reject(new TypeError("Failed to fetch"))
        : reached(asked, ...more);"""


def test_what_was_typed_offline_is_there_again(page: Page) -> None:
    page.add_init_script(UNREACHED)
    open_unbegun(page, "marketplace")
    page.evaluate("sessionStorage.unreached = 'yes'")
    page.get_by_role("textbox", name="Title", exact=True).fill("Typed on a train")
    kept = page.get_by_role("status").filter(has_text="ept in this browser")
    expect(kept).to_be_visible()
    page.reload()
    expect(page.get_by_role("textbox", name="Title", exact=True)).to_have_value("Typed on a train")
    expect(kept).to_be_visible()
    page.evaluate("delete sessionStorage.unreached")
    saved(page)


def test_what_has_no_room_goes_to_another_piece(page: Page) -> None:
    page.goto("/p/1/web/write")
    several = page.evaluate(
        "async () => (await (await fetch('/api/projects/1/writing?lacks=unbegun&channel=web'))"
        ".json()).rows.find(row => row.keywords > 2).id"
    )
    page.goto(f"/p/1/web/write/desk?piece={several}")
    title = page.get_by_role("textbox", name="Title", exact=True)
    title.fill("Something else altogether")
    saved(page)
    page.get_by_role("button", name="only the").click()
    rows = page.get_by_role("table").first.get_by_role("rowheader")
    expect(rows.nth(1)).to_be_visible()
    before = rows.count()
    page.get_by_role("button", name="move to another piece").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("combobox").click()
    page.get_by_role("option").nth(1).click()
    dialog.get_by_role("button", name="Give").click()
    expect(dialog).to_have_count(0)
    expect(rows).not_to_have_count(before)
