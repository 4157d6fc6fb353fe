"""What kind of piece a cluster asks for, where it would go and how long it takes."""

from collections.abc import Sequence
from statistics import median

from bunraku.core.text.frames import is_frame
from bunraku.core.text.tokens import content_stems, tokens

HOME_FIT = 0.97
"""How well the home page's phrase must fit, beside that which fits best."""
HOME_AMONG = 5
"""Pieces of one outlet from which one of them may be its home page: of fewer it is not told what is
hard and what is worth it."""


def home_page(
    phrases: Sequence[str],
    about: str,
    language: str,
    kinds: Sequence[str],
    worth: Sequence[float | None],
    difficulty: Sequence[float | None],
    fit: Sequence[float],
) -> int | None:
    """Which of an outlet's new pieces should be its home page: the strongest page there is takes
    the hardest phrase that is worth it.

    Parameters: `phrases`, the main keyword of each; what the project is `about`, and its language;
    `kinds`, `worth` a month, `difficulty` and `fit` (0-1) of each. Returns: the place of one, or
    None. Of landing pages whose worth is not below the middle of all known, that fit about as well
    as any, are said in words of what all of it is about alone (besides one frame word) and name no
    figure (a price, a size: that is for a page of its own), the hardest; of equal ones that of more
    worth. None where there are fewer than `HOME_AMONG` pieces or nothing is known. Raises: nothing.
    Cost: linear but for the middle."""
    known = [value for value in worth if value]
    if len(kinds) < HOME_AMONG or not known:
        return None
    middle = median(known)
    subject = set(content_stems(about, language))
    worthwhile = [
        (hard, value, -place)
        for place, (phrase, kind, value, hard, fits) in enumerate(
            zip(phrases, kinds, worth, difficulty, fit, strict=True)
        )
        if kind == "landing"
        and not any(sign.isdigit() for sign in phrase)
        and (not subject or _within(phrase, subject, language))
        and value
        and value >= middle
        and hard is not None
        # The home page is about what all of it is about.
        and fits >= HOME_FIT * max(fit)
    ]
    return -max(worthwhile)[2] if worthwhile else None


def _within(phrase: str, subject: set[str], language: str) -> bool:
    """Whether a phrase names the subject and nothing beside it: "dog grooming near me", but not
    "dog grooming table", of which there is more to say elsewhere, nor "dog grooming kit cheap":
    who says more than one thing about it wants that."""
    named = [word for word in tokens(phrase) if not is_frame(word, language)]
    stems = content_stems(" ".join(named), language)
    around = len(set(content_stems(phrase, language))) - len(set(stems))
    return bool(stems) and subject.issuperset(stems) and around <= 1
