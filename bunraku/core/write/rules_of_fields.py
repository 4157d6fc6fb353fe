"""Rules about the fields of anything that stands on a results page, one's own or a rival's."""

import re

from bunraku.core.channels import form_named
from bunraku.core.channels.form import VISIBLE
from bunraku.core.text.addresses import address_words
from bunraku.core.weigh.phrase_match import how_said, plain_words, says_exactly
from bunraku.core.write.counting import characters
from bunraku.core.write.rule import Kept, Rule, Told
from bunraku.core.write.written import Aim, Written

EARLY_WORDS = 2
"""Words that may stand before the main keyword in a title that begins with it, near enough."""
SHOUTED = 0.4
"""Share of a title's words in capitals from which it shouts."""
OFTEN = 3
"""Times that the main keyword may stand in a title and the visible lines together."""
_YEAR = re.compile(r"\b(19[89]\d|20\d\d)\b")


def _within(length: int, bounds: tuple[int, int]) -> Kept:
    low, high = bounds
    if not length:
        return 0.0
    if length > high:
        return 0.5 if length <= 1.2 * high else 0.0
    return 1.0 if length >= low else 0.5


def _title_says(written: Written, aim: Aim) -> Kept:
    return how_said(written.title, aim.main, aim.language)


def _title_early(written: Written, aim: Aim) -> Kept:
    """Where the exact phrase begins; one that is not there is the rule before's business."""
    words, wanted = plain_words(written.title), plain_words(aim.main)
    starts = [n for n in range(len(words)) if words[n : n + len(wanted)] == wanted]
    if not wanted or not starts:
        return None
    return 1.0 if starts[0] <= EARLY_WORDS else 0.5 if starts[0] <= 2 * EARLY_WORDS + 1 else 0.0


def _title_length(written: Written, aim: Aim) -> Kept:
    return _within(characters(written.title.strip()), form_named(written.form).title_characters)


def _address_says(written: Written, aim: Aim) -> Kept:
    # What is published stays where it is.
    if not written.address or aim.settled:
        return None
    # The last part alone is an address too.
    address = written.address if "/" in written.address else f"/{written.address}"
    return how_said(address_words(address), aim.main, aim.language)


def _opening_says(written: Written, aim: Aim) -> Kept:
    return how_said(written.description[:VISIBLE], aim.main, aim.language)


def _description_length(written: Written, aim: Aim) -> Kept:
    bounds = form_named(written.form).description_characters
    return _within(characters(written.description.strip()), bounds)


def _headings_say(written: Written, aim: Aim) -> Kept:
    if written.headings is None:
        return None
    said = [how_said(heading, aim.main, aim.language) for heading in written.headings]
    return max(said, default=0.0)


def _tag_says(written: Written, aim: Aim) -> Kept:
    return float(any(says_exactly(tag, aim.main, aim.language) for tag in written.tags))


def _tags_used(written: Written, aim: Aim) -> Kept:
    room = form_named(written.form).tag_room
    if room is None:
        return None
    unit, most = room
    if unit == "tags":
        return min(1.0, len(written.tags) / most)
    taken = sum(characters(tag) + 1 for tag in written.tags)
    return 0.5 if taken > most else min(1.0, taken / (most / 2))


def _year_is_current(written: Written, aim: Aim) -> Kept:
    years = [int(year) for year in _YEAR.findall(written.title)]
    return float(max(years) >= aim.on.year) if years else None


def _is_calm(written: Written, aim: Aim) -> Kept:
    words = re.findall(r"[^\W\d_]{3,}", written.title)
    if not words:
        return None
    return float(sum(word.isupper() for word in words) / len(words) < SHOUTED)


def _is_not_stuffed(written: Written, aim: Aim) -> Kept:
    line = f" {' '.join(plain_words(f'{written.title} . {written.description[:VISIBLE]}'))} "
    phrase = " ".join(plain_words(aim.main))
    if aim.stuffed:
        return Told(0.0, ", ".join(f"“{one}”" for one in aim.stuffed))
    return float(line.count(f" {phrase} ") <= OFTEN) if phrase else None


OF_FIELDS = (
    Rule(
        "title_says", (), 30, "Title contains the main keyword.",
        "Put the exact main keyword in the title.", _title_says,
    ),
    Rule(
        "title_early", (), 8, "Main keyword early in the title.",
        "Start the title with the main keyword.", _title_early,
    ),
    Rule(
        "title_length", (), 8, "Title length.",
        "Adjust the title length.", _title_length,
    ),
    Rule(
        "address_says", ("address",), 10, "Main keyword in the URL.",
        "Put the main keyword in the URL.", _address_says,
    ),
    Rule(
        "opening_says", (), 14, "Main keyword early in the description.",
        "Use the main keyword in the first lines of the description.", _opening_says,
    ),
    Rule(
        "description_length", (), 8, "Description length.",
        "Adjust the description length.",
        _description_length,
    ),
    Rule(
        "headings_say", ("body",), 10, "Main keyword in a heading.",
        "Use the main keyword in a heading.", _headings_say,
    ),
    Rule(
        "tag_says", ("tags",), 10, "Main keyword is a tag.",
        "Add the main keyword as a tag.", _tag_says,
    ),
    Rule(
        "tags_used", ("tags",), 8, "Tag space used.",
        "Add more tags.", _tags_used,
    ),
    Rule(
        "year_is_current", (), 6, "Year is current.",
        "Update the year in the title.", _year_is_current,
    ),
    Rule(
        "is_calm", (), 4, "Title not in capitals.",
        "Avoid capitals in the title.", _is_calm,
    ),
    Rule(
        "is_not_stuffed", (), 6, "Main keyword not overused.",
        "Use the main keyword less often.", _is_not_stuffed,
    ),
)  # fmt: skip
