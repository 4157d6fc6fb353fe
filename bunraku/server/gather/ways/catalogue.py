"""The ways of gathering: what each asks, of whom, and about how much it brings. A new way is an
entry here and, where it asks in a manner of its own, a function in `asking.py`."""

from dataclasses import dataclass

from bunraku.sources.protocol import What


@dataclass(frozen=True)
class Way:
    """A way of gathering: id, name, a sentence; what it asks of sources (None: it needs none); from
    what it starts: seeds, publishers or the project's own keywords; about how many new keywords one
    seed brings on one channel, as runs on the practice world did: an estimate, shown as one."""

    id: str
    name: str
    about: str
    what: What | None
    starts_from: str
    brings: int


WAYS: dict[str, Way] = {
    way.id: way
    for way in (
        Way(
            "box",
            "As typed",
            "What autocomplete adds to the seed.",
            What.COMPLETIONS,
            "seeds",
            11,
        ),
        Way(
            "alphabet",
            "A to Z",
            "The seed followed by each letter and digit.",
            What.COMPLETIONS,
            "seeds",
            50,
        ),
        Way(
            "asked",
            "Who, how, why",
            "The seed with question words.",
            What.COMPLETIONS,
            "seeds",
            14,
        ),
        Way(
            "joined",
            "For, with, near",
            "The seed with small words such as these.",
            What.COMPLETIONS,
            "seeds",
            23,
        ),
        Way(
            "either",
            "This or that",
            "The seed with vs, or, than.",
            What.COMPLETIONS,
            "seeds",
            15,
        ),
        Way(
            "inside",
            "Words around it",
            "Words before, after and inside the seed.",
            What.COMPLETIONS,
            "seeds",
            7,
        ),
        Way(
            "related",
            "Results page",
            "Questions and related searches on the seed's results page.",
            What.PAGE,
            "seeds",
            3,
        ),
        Way(
            "fields",
            "Tags and titles",
            "Tags, title phrases, materials and categories of top results, with counts.",
            What.FIELDS,
            "seeds",
            45,
        ),
        Way(
            "rising",
            "Rising",
            "Related terms with more searches than a year ago.",
            What.RISING,
            "seeds",
            8,
        ),
        Way(
            "language",
            "Another language",
            "The term in another language, added to that language's table.",
            What.LEXICON,
            "seeds",
            3,
        ),
        Way(
            "rivals",
            "A competitor's rankings",
            "What a site, channel or shop ranks for. Use its URL as the seed.",
            What.RANKS,
            "publishers",
            60,
        ),
        Way(
            "years",
            "Next year's version",
            "This and next year's version of keywords with a year. No seed needed.",
            None,
            "project",
            0,
        ),
    )
}
