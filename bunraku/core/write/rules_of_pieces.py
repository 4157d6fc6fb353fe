"""Rules about a piece of one's own: what its plan, its limits and its other fields ask of it. They
do not apply to what stands on a results page, of which so much is not known."""

import re
from collections.abc import Sequence

from bunraku.core.weigh.phrase_match import ALL_WORDS, how_said, plain_words, says_exactly
from bunraku.core.write.coverage import said_twice
from bunraku.core.write.limits import Measured
from bunraku.core.write.rule import Kept, Rule, Told, share_of
from bunraku.core.write.slug import wrong_with_slug
from bunraku.core.write.written import Aim, Written

_TIME = re.compile(r"(?:(\d+):)?(\d?\d):(\d\d)")
LEAST_CHAPTERS = 3
"""Chapters below which none are shown."""
BULLETS = 5


def _also_said(written: Written, aim: Aim) -> Kept:
    return None if aim.missing is None else share_of(list(aim.also), list(aim.missing))


def _within_limits(written: Written, aim: Aim) -> Kept:
    if not aim.measured:
        return None
    hard = [one for one in aim.measured if one.limit.kind == "most"]
    over = [one for one in hard if one.state == "over"]
    told = ", ".join(dict.fromkeys(_over(one) for one in over))
    return Told(1 - len(over) / max(len(hard), 1), told)


def _over(one: Measured) -> str:
    name = one.limit.field
    if one.limit.of == "items":
        return f"{name}, {len(one.over)} too many"
    if one.limit.of == "each":
        return f"{name}, {len(one.over)} too long"
    return f"{name}, {one.takes - one.limit.most:,.0f} {one.limit.unit} over"


def _all_text(written: Written) -> list[str]:
    pairs = [*(written.pictures or ()), *(written.chapters or ()), *(written.variations or ())]
    return [
        *(written.title, written.address.replace("-", " "), written.description),
        *(written.body or "", written.hidden or "", written.spoken or ""),
        *written.tags,
        *(written.hashtags or ()),
        *(written.bullets or ()),
        *(part for pair in pairs for part in pair),
    ]


def _no_rival(written: Written, aim: Aim) -> Kept:
    if not aim.rivals:
        return None
    line = f" {' '.join(plain_words(' . '.join(_all_text(written))))} "
    found = [name for name in aim.rivals if f" {' '.join(plain_words(name))} " in line]
    return Told(float(not found), ", ".join(f"“{name}”" for name in found))


def _title_is_own(written: Written, aim: Aim) -> Kept:
    words = plain_words(written.title)
    if not words or not aim.titles:
        return None
    same = [title for title in aim.titles if plain_words(title) == words]
    return Told(float(not same), f"“{same[0]}”" if same else "")


def _address_lasts(written: Written, aim: Aim) -> Kept:
    if written.body is None or aim.settled:
        return None
    if not written.address:
        return 0.0
    wrong = wrong_with_slug(written.address, aim.addresses)
    return Told(float(not wrong), " ".join(wrong).rstrip("."))


def _text_opens(written: Written, aim: Aim) -> Kept:
    return None if not written.body else how_said(written.opening or "", aim.main, aim.language)


def _text_closes(written: Written, aim: Aim) -> Kept:
    if not written.body:
        return None
    return min(1.0, how_said(written.closing or "", aim.main, aim.language) / ALL_WORDS)


def _links_set(written: Written, aim: Aim) -> Kept:
    if written.links is None:
        return None
    wanted = [phrase for phrase, _ in aim.links]
    said = written.links
    missing = [
        phrase
        for phrase in wanted
        if not any(says_exactly(one, phrase, aim.language) for one in said)
    ]
    return share_of(wanted, missing)


def _questions_answered(written: Written, aim: Aim) -> Kept:
    if written.body is None:
        return None
    headings = written.headings or ()
    missing = [
        question
        for question in aim.questions
        if not any(how_said(one, question, aim.language) >= ALL_WORDS for one in headings)
    ]
    return share_of(list(aim.questions), missing)


def _pictures_told(written: Written, aim: Aim) -> Kept:
    if not written.pictures:
        return None
    names = [name for name, _ in written.pictures]
    return share_of(names, [name for name, said in written.pictures if not said])


def _second_said(written: Written, aim: Aim) -> Kept:
    if not aim.second:
        return None
    return max(
        how_said(text, aim.second, aim.language) for text in (written.title, written.description)
    )


def _place_named(written: Written, aim: Aim) -> Kept:
    if not aim.place or written.body is None:
        return None
    texts = (written.title, written.description, written.opening or "")
    return float(any(says_exactly(text, aim.place, aim.language) for text in texts))


def _spoken_says(written: Written, aim: Aim) -> Kept:
    return None if written.spoken is None else how_said(written.spoken, aim.main, aim.language)


def _files_named(written: Written, aim: Aim) -> Kept:
    if written.files is None:
        return None
    said = [how_said(re.sub(r"[-_.]", " ", name), aim.main, aim.language) for name in written.files]
    return sum(said) / len(said)


def _tags_in_text(written: Written, aim: Aim) -> Kept:
    if written.spoken is None:
        return None
    text = f"{written.title} . {written.description}"
    tags = list(written.tags)
    there = set(plain_words(text))
    missing = [tag for tag in tags if not there.issuperset(plain_words(tag))]
    return share_of(tags, missing)


def _hashtags_used(written: Written, aim: Aim) -> Kept:
    return None if written.hashtags is None else float(bool(written.hashtags))


def _chapters_right(written: Written, aim: Aim) -> Kept:
    if not written.chapters:
        return None
    times = [_seconds(time) for time, _ in written.chapters]
    wrong = _wrong_times(times)
    return Told(float(not wrong), wrong)


def _seconds(time: str) -> int | None:
    found = _TIME.fullmatch(time)
    if not found:
        return None
    hours, minutes, seconds = (int(part or 0) for part in found.groups())
    return 3600 * hours + 60 * minutes + seconds


def _wrong_times(times: Sequence[int | None]) -> str:
    known = [time for time in times if time is not None]
    if len(known) < len(times):
        return "each begins with a time such as 1:30"
    if known[0] != 0:
        return "the first begins at 0:00"
    if known != sorted(set(known)):
        return "each begins later than the one before"
    return "" if len(known) >= LEAST_CHAPTERS else f"there are {LEAST_CHAPTERS} or more"


def _bullets_used(written: Written, aim: Aim) -> Kept:
    return None if written.bullets is None else min(1.0, len(written.bullets) / BULLETS)


def _hidden_is_new(written: Written, aim: Aim) -> Kept:
    if not written.hidden:
        return None
    twice = set(said_twice([written.title, written.hidden], aim.language))
    # What the title alone says twice is another matter.
    twice -= set(said_twice([written.title], aim.language))
    return Told(float(not twice), ", ".join(sorted(twice)))


def _variations_told(written: Written, aim: Aim) -> Kept:
    if not written.variations:
        return None
    titles = [title.casefold() for _, title in written.variations]
    missing = [
        name
        for number, (name, title) in enumerate(written.variations)
        if not title or title.casefold() in titles[:number]
    ]
    return share_of([name for name, _ in written.variations], missing)


OF_PIECES = (
    Rule(
        "also_said", (), 16, "All keywords covered.",
        "Use the words of each keyword together.", _also_said,
    ),
    Rule(
        "within_limits", (), 12, "Fields within limits.",
        "Shorten overlong fields.", _within_limits,
    ),
    Rule(
        "no_rival", (), 8, "No competitor names.",
        "Remove competitor names.", _no_rival,
    ),
    Rule(
        "title_is_own", (), 6, "Title is unique.",
        "Choose a different title.", _title_is_own,
    ),
    Rule(
        "address_lasts", ("address",), 6, "URL will last.",
        "Use a URL without year, capitals or spaces.", _address_lasts,
    ),
    Rule(
        "text_opens", ("body",), 8, "Text starts with the main keyword.",
        "Start the text with the main keyword.", _text_opens,
    ),
    Rule(
        "text_closes", ("body",), 4, "Text ends with the main keyword.",
        "End the text with the main keyword.", _text_closes,
    ),
    Rule(
        "links_set", ("body",), 6, "Planned links added.",
        "Add the planned links.", _links_set,
    ),
    Rule(
        "questions_answered", ("body",), 8, "Questions answered.",
        "Answer each question under its own heading.", _questions_answered,
    ),
    Rule(
        "pictures_told", ("images",), 4, "Pictures have alt text.",
        "Add alt text to pictures.", _pictures_told,
    ),
    Rule(
        "second_said", ("body",), 8, "Second keyword used.",
        "Use the second keyword in the title or description.", _second_said,
    ),
    Rule(
        "place_named", ("body",), 6, "Place named.",
        "Name the place in title, description or first lines.", _place_named,
    ),
    Rule(
        "spoken_says", ("spoken",), 8, "Opening line has the main keyword.",
        "Say the main keyword in the opening line.", _spoken_says,
    ),
    Rule(
        "files_named", ("file", "picture"), 6, "File names contain the main keyword.",
        "Name files after the main keyword.", _files_named,
    ),
    Rule(
        "tags_in_text", ("tags", "spoken"), 6, "Tags appear in the text.",
        "Use each tag's words in the description.", _tags_in_text,
    ),
    Rule(
        "hashtags_used", ("hashtags",), 2, "It has a hashtag.",
        "Add a hashtag or two.", _hashtags_used,
    ),
    Rule(
        "chapters_right", ("chapters",), 4, "Chapters valid.",
        "Correct the chapter times.", _chapters_right,
    ),
    Rule(
        "bullets_used", ("bullets",), 8, "All bullets are used.",
        "Use all bullets.", _bullets_used,
    ),
    Rule(
        "hidden_is_new", ("hidden",), 8, "Hidden terms add new words.",
        "Remove repeats from the hidden terms.", _hidden_is_new,
    ),
    Rule(
        "variations_told", ("variations",), 6, "Variations have own titles.",
        "Give each variation its own title.", _variations_told,
    ),
)  # fmt: skip
"""Rules about one's own pieces."""
