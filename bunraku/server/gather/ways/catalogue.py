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
            "What the search box completes for the seed.",
            What.COMPLETIONS,
            "seeds",
            11,
        ),
        Way(
            "alphabet",
            "Alphabet",
            "What it completes for the seed with each letter and digit after it.",
            What.COMPLETIONS,
            "seeds",
            50,
        ),
        Way(
            "asked",
            "Who, how, why",
            "What it completes after question words.",
            What.COMPLETIONS,
            "seeds",
            14,
        ),
        Way(
            "joined",
            "Joining words",
            "What it completes for the seed with for, with, without, in, near and the like.",
            What.COMPLETIONS,
            "seeds",
            23,
        ),
        Way(
            "either",
            "One or the other",
            "What it completes for the seed with vs, or, than.",
            What.COMPLETIONS,
            "seeds",
            15,
        ),
        Way(
            "inside",
            "Words inside",
            "What stands before the seed, after it, and between its words.",
            What.COMPLETIONS,
            "seeds",
            7,
        ),
        Way(
            "related",
            "Results page",
            "The questions and related searches on the seed's results page; with more steps, "
            "on theirs too.",
            What.PAGE,
            "seeds",
            3,
        ),
        Way(
            "fields",
            "Tags and titles",
            "Tags, title phrases, materials and categories of the best results, with how many "
            "use each.",
            What.FIELDS,
            "seeds",
            45,
        ),
        Way(
            "rising",
            "Rising",
            "Related terms that are searched more than a year ago.",
            What.RISING,
            "seeds",
            8,
        ),
        Way(
            "language",
            "Another language",
            "The same term in another language, into that language's own sheet.",
            What.LEXICON,
            "seeds",
            3,
        ),
        Way(
            "rivals",
            "A rival's ranks",
            "What a rival site, channel or shop ranks for. Give its address as the seed.",
            What.RANKS,
            "publishers",
            60,
        ),
        Way(
            "years",
            "Year refresh",
            "This and next year's phrase for every keyword that carries a year. Needs no seed.",
            None,
            "project",
            0,
        ),
    )
}
